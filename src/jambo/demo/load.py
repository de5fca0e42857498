"""Puts the demo jobs into an empty database, through the same checks as anything typed on the screen."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import UTC, datetime, time, timedelta

from jambo.core.planning.work import WorkKind, steps_by_kind
from jambo.demo.jobs import JOBS, RECORD, STOCK, Doc
from jambo.demo.picture import stud_and_level
from jambo.format import picture
from jambo.format.document import Document, Job, Opening, Reading, RuleLevels, Survey, Wall
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.format.stock import StockItem, checked
from jambo.jobs import buying
from jambo.jobs.documents import document_of, kept_job, kept_json
from jambo.jobs.recording import record, written_out
from jambo.jobs.shown import Shown
from jambo.jobs.timing import tap
from jambo.store import jobs, openings, photos, stock
from jambo.store import readings as kept_readings
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import log
from jambo.views.material.buying import BuyLineOut
from jambo.views.opening.answers import worked_out

WHO = "demo"


def _photograph(t: Transaction, row: Row, of: Mapping[str, str]) -> None:
    """Keep a photograph with the reading of a place, or with a step of the card."""
    about: Row = {"job_id": row["job_id"], "opening_id": row["id"]}
    if "step" in of:
        about, detail = {**about, "step": of["step"]}, {"step": of["says"]}
    else:
        taken = next(r for r in kept_readings.readings(t, row["id"]) if r["place"] == of["reading"])
        about, detail = {**about, "reading_id": taken["id"]}, {"reading": taken["doc"]}
    photos.add(t, about, picture.read(stud_and_level()), detail, WHO)


def load_if_empty(database: Database) -> bool:
    """Load the demo jobs when no job was ever kept; says whether it did."""
    ordered: list[tuple[int, Doc]] = []
    with database.transaction(writes=True) as t:
        if t.row("SELECT id FROM job LIMIT 1"):
            return False
        for item in STOCK:
            stock.new_item(t, checked(parse(StockItem, item)).model_dump(mode="json"))
        for data in JOBS:
            job = parse(Job, data["job"] | {"crew": _crew(data)})
            job_id = jobs.new_job(t, kept_job(job), WHO)
            ordered.append((job_id, data))
            for section, length in data.get("rack", []):
                log(t, job_id, "offcut", {"section": section, "length": length}, WHO)
            for wall in data["walls"]:
                wall_id = kept_walls.new_wall(t, job_id, wall["wall"], WHO)
                for asked in wall["openings"]:
                    opening = {k: v for k, v in asked.items() if k not in RECORD}
                    readings = asked.get("readings", [])
                    document = Document(
                        unit=job.unit,
                        rules=RuleLevels(job=job.rules),
                        floors=job.floors,
                        wall=parse(Wall, wall["wall"]),
                        opening=parse(Opening, opening),
                        survey=parse(Survey, {"readings": readings}),
                    )
                    facts_of(document)
                    opening_id = openings.new_opening(t, job_id, wall_id, opening, WHO)
                    row = openings.opening(t, opening_id)
                    for reading in readings:
                        kept = kept_json(written_out(document, parse(Reading, reading)))
                        kept_readings.add(t, row, kept, WHO, "tape and 6 ft level")
                    for of in asked.get("photographed", []):
                        _photograph(t, row, of)
                    for what in asked.get("events", []):
                        record(t, row, what, "", WHO)
    for job_id, data in ordered:
        for of in data.get("orders", []):
            _order(database, job_id, of)
        with database.transaction(writes=True) as t:
            for timed in data.get("timed", []):
                _time(t, job_id, *timed)
    return True


def _time(t: Transaction, job_id: int, mark: str, kind: WorkKind, who: str, minutes: int, hours: int) -> None:
    """Time an operation of an opening: somebody's clock started, and its steps were ticked one after the other."""
    row = next(o for o in openings.openings(t, job_id) if o["mark"] == mark)
    row = openings.opening(t, row["id"])
    facts = facts_of(document_of(t, row))
    steps = steps_by_kind(facts.opening, worked_out(facts).steps)[kind]
    tap(t, row, "start", (hours * 60 + minutes) * 60, who)
    for n, step in enumerate(steps, 1):
        ago = (hours * 60 + minutes * (1 - n / len(steps))) * 60
        record(t, row, "step", "", who, step.key, ago=ago)


def _crew(data: Doc) -> Doc:
    """Who works on a job, and when other trades come and are done."""
    today = datetime.combine(datetime.now().date(), time(7))
    trades = [
        {
            "trade": name,
            "at": (today + timedelta(days=at)).isoformat(),
            "done": (today + timedelta(days=done)).isoformat(),
        }
        for name, at, done in data.get("trades", [])
    ]
    return {**data.get("crew", {}), "trades": trades}


def _order(
    database: Database, job_id: int, of: tuple[str, int, str, int, list[tuple[int, str, dict[str, str]]]]
) -> None:
    """Order the first line of a kind of thing that is still to order, and let some of it come, as it was measured."""
    name, count, supplier, days, deliveries = of
    line = next(one for one in _lines(database, job_id) if one["key"].startswith(f"{name}|") and one["to_order"])
    promised = datetime.now(UTC).date() + timedelta(days=days)
    new = buying.NewOrder(key=line["key"], count=count, supplier=supplier, promised=promised)
    buying.order(database, job_id, new, Shown(), WHO)
    if deliveries:
        made = next(one for one in _lines(database, job_id) if one["key"] == line["key"])["orders"][-1]
        for number, note, measured in deliveries:
            move = buying.Movement(count=number, note=note, measured=measured)
            buying.came(database, job_id, made["id"], move, WHO)


def _lines(database: Database, job_id: int) -> list[BuyLineOut]:
    counters = buying.buying_of_job(database, job_id, Shown())["counters"]
    return [one for counter in counters for one in counter["lines"]]
