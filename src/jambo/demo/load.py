"""Puts the demo jobs into an empty database, through the same checks as anything typed on the screen."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from datetime import UTC, datetime, time, timedelta
from threading import Lock

from jambo.core.planning.work import WorkKind, steps_by_kind
from jambo.demo.jobs import CREW, JOBS, PAIRED, RECORD, STOCK, Doc
from jambo.demo.picture import stud_and_level
from jambo.format import picture
from jambo.format.document import Document, Job, Opening, Reading, RuleLevels, Survey, Wall
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.format.stock import StockItem, checked
from jambo.jobs import buying
from jambo.jobs.documents import document_of, kept_job, kept_json
from jambo.jobs.people import initials_of
from jambo.jobs.recording import record, written_out
from jambo.jobs.shown import Shown
from jambo.jobs.timing import tap
from jambo.store import jobs, openings, people, photos, stock
from jambo.store import readings as kept_readings
from jambo.store import walls as kept_walls
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import log
from jambo.views.material.buying import BuyLineOut
from jambo.views.opening.answers import worked_out


def _photograph(t: Transaction, row: Row, of: Mapping[str, str], who: str) -> None:
    """Keep a photograph with the reading of a place, or with a step of the card."""
    about: Row = {"job_id": row["job_id"], "opening_id": row["id"]}
    if "step" in of:
        about, detail = {**about, "step": of["step"]}, {"step": of["says"]}
    else:
        taken = next(r for r in kept_readings.readings(t, row["id"]) if r["place"] == of["reading"])
        about, detail = {**about, "reading_id": taken["id"]}, {"reading": taken["doc"]}
    photos.add(t, about, picture.read(stud_and_level()), detail, who)


def _workdays_before(days: int, hour: int = 7, minute: int = 4) -> datetime:
    """A moment so many workdays ago, as a crew's day goes."""
    day = datetime.now().astimezone()
    while days > 0:
        day -= timedelta(days=1)
        days -= day.weekday() < 5
    return day.replace(hour=hour, minute=minute)


class _Then(Database):
    """The database while a crew wrote something down, days before the demo was loaded: it is told the time, and the record is kept as
    any other is."""

    def __init__(self, database: Database) -> None:
        self.__dict__.update(database.__dict__)
        self._at = datetime.now().astimezone()
        self._open: Transaction | None = None

    @contextmanager
    def transaction(self, *, writes: bool = False) -> Iterator[Transaction]:
        """Run a transaction at the time it was then."""
        with super().transaction(writes=writes) as t:
            self._open = t
            self.it_is(self._at)
            try:
                yield t
            finally:
                t.run("SET timestamp = DEFAULT")
                self._open = None

    def it_is(self, at: datetime) -> None:
        """Say what the clock said; nothing is written down before its time."""
        self._at = min(at, datetime.now().astimezone())
        if self._open is not None:
            self._open.run("SET timestamp = %s", [self._at.timestamp()])

    def go_on(self, seconds: float) -> None:
        """So much later."""
        self.it_is(self._at + timedelta(seconds=seconds))


_LOADING = Lock()  # of two who ask at once the second finds the first one's jobs


def load_if_empty(database: Database) -> bool:
    """Load the demo jobs when no job was ever kept; says whether it did."""
    with _LOADING:
        return _load_if_empty(database)


PLANNED, ORDERED, CAME, SURVEYED, BUILT = 6, 5, 4, 3, 2  # workdays before the demo was loaded

Planned = tuple[Row, Document, Doc]


def _load_if_empty(database: Database) -> bool:
    then = _Then(database)
    with then.transaction(writes=True) as t:
        if t.row("SELECT id FROM job LIMIT 1"):
            return False
        for item in STOCK:
            stock.new_item(t, checked(parse(StockItem, item)).model_dump(mode="json"))
        planned = [(*_plan(t, data, then), data) for data in JOBS]
    for job_id, openings_of, data in planned:
        _supply(then, job_id, data.get("orders", []), _who(data))
        with then.transaction(writes=True) as t:
            _build(t, openings_of, data, then)
            for timed in data.get("timed", []):
                _time(t, job_id, then, *timed)
    with database.transaction(writes=True) as t:
        _people(t, planned[-1][0])
    return True


def _people(t: Transaction, job_id: int) -> None:
    """The crew, one phone of it paired, and somebody who looks on at a job."""
    for name, role in CREW:
        number = people.new_person(t, name, initials_of(name), role)
        if role == "looker":
            people.set_shares(t, number, [(job_id, "")])
        if name == PAIRED:
            people.new_device(t, number, f"{name}’s phone")


def _plan(t: Transaction, data: Doc, then: _Then) -> tuple[int, list[Planned]]:
    """Write a job down as its crew planned it; gives its number and its openings."""
    who = _who(data)
    job = parse(Job, data["job"] | {"crew": _crew(data)})
    then.it_is(_workdays_before(PLANNED))
    job_id = jobs.new_job(t, kept_job(job), who)
    for section, length in data.get("rack", []):
        then.go_on(40)
        log(t, job_id, "offcut", {"section": section, "length": length}, who)
    planned: list[Planned] = []
    for wall in data["walls"]:
        then.go_on(140)
        wall_id = kept_walls.new_wall(t, job_id, wall["wall"], who)
        for asked in wall["openings"]:
            then.go_on(205)
            opening = {k: v for k, v in asked.items() if k not in RECORD}
            document = Document(
                unit=job.unit,
                rules=RuleLevels(job=job.rules),
                floors=job.floors,
                wall=parse(Wall, wall["wall"]),
                opening=parse(Opening, opening),
                survey=parse(Survey, {"readings": asked.get("readings", [])}),
            )
            facts_of(document)
            row = openings.opening(t, openings.new_opening(t, job_id, wall_id, opening, who))
            planned.append((row, document, asked))
    return job_id, planned


def _build(t: Transaction, planned: list[Planned], data: Doc, then: _Then) -> None:
    """Write down what was read in the holes, and what was built."""
    who = _who(data)
    then.it_is(_workdays_before(SURVEYED))
    for row, document, asked in planned:
        for reading in asked.get("readings", []):
            then.go_on(35)
            kept = kept_json(written_out(document, parse(Reading, reading)))
            kept_readings.add(t, row, kept, who, "tape and 6 ft level")
        for of in asked.get("photographed", []):
            then.go_on(20)
            _photograph(t, row, of, who)
    then.it_is(_workdays_before(BUILT))
    for row, _, asked in planned:
        for what in asked.get("events", []):
            then.go_on(2700)
            record(t, row, what, "", who)


def _time(
    t: Transaction,
    job_id: int,
    then: _Then,
    mark: str,
    kind: WorkKind,
    who: str,
    minutes: int,
    began: tuple[int, int, int],
) -> None:
    """Time an operation of an opening that `began` workdays ago, at an hour and minute: somebody's clock started, and its steps were
    ticked one after the other."""
    row = next(o for o in openings.openings(t, job_id) if o["mark"] == mark)
    row = openings.opening(t, row["id"])
    facts = facts_of(document_of(t, row))
    steps = steps_by_kind(facts.opening, worked_out(facts).steps)[kind]
    then.it_is(_workdays_before(*began))
    tap(t, row, "start", 0, who)
    for step in steps:
        then.go_on(minutes * 60 / len(steps))
        record(t, row, "step", "", who, step.key)


def _who(data: Doc) -> str:
    """Who wrote a job down: the first of its crew, or the one whose small job it is."""
    people = data.get("crew", {}).get("people", [])
    return people[0]["name"] if people else "Ottoline"


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


Delivery = tuple[int, str, dict[str, str]]


def _order(then: _Then, job_id: int, of: tuple[str, int, str, int, list[Delivery]], who: str) -> int:
    """Order the first line of a kind of thing that is still to order; gives the order's number."""
    name, count, supplier, days, _ = of
    line = next(one for one in _lines(then, job_id) if one["key"].startswith(f"{name}|") and one["to_order"])
    promised = datetime.now(UTC).date() + timedelta(days=days)
    new = buying.NewOrder(key=line["key"], count=count, supplier=supplier, promised=promised)
    buying.order(then, job_id, new, Shown(), who)
    return next(one for one in _lines(then, job_id) if one["key"] == line["key"])["orders"][-1]["id"]


def _supply(then: _Then, job_id: int, orders: list[tuple[str, int, str, int, list[Delivery]]], who: str) -> None:
    """Order one thing after the other, and a day later let some of it come, as it was measured."""
    then.it_is(_workdays_before(ORDERED, 15, 40))
    made = []
    for of in orders:
        then.go_on(65)
        made.append(_order(then, job_id, of, who))
    then.it_is(_workdays_before(CAME, 9, 15))
    for order, (*_, deliveries) in zip(made, orders, strict=True):
        for count, note, measured in deliveries:
            then.go_on(110)
            buying.came(then, job_id, order, buying.Movement(count=count, note=note, measured=measured), who)


def _lines(database: Database, job_id: int) -> list[BuyLineOut]:
    counters = buying.buying_of_job(database, job_id, Shown())["counters"]
    return [one for counter in counters for one in counter["lines"]]
