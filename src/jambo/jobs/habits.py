"""A crew's habits, taken out of a job and into another, on any machine (handbook 33): its house rules, stock book, what is usual, who works, what work takes."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from datetime import UTC, datetime
from typing import Any, Literal, get_args

from typing_extensions import TypedDict

from jambo.core.job.record import WorkTook, WorkTookSo
from jambo.core.job.times import Timing, times_of
from jambo.core.labels import label
from jambo.core.quantities.tape import Unit
from jambo.core.words.lists import Region
from jambo.format.document import Crew, Job, Rules, Usual
from jambo.format.habits import CrewThere, Habits, LearntTime, UsualThere
from jambo.format.problems import FieldError, Refused, parse
from jambo.format.stock import StockItem, checked
from jambo.jobs.check import check_crew_rules
from jambo.jobs.documents import kept_json
from jambo.jobs.shown import Shown
from jambo.jobs.timing import timings
from jambo.jobs.usual import keep_job
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import rules as kept_rules
from jambo.store import stock as kept_stock
from jambo.store.database import Database, Row, Transaction

Part = Literal["rules", "stock", "usual", "crew", "times"]
PARTS: tuple[Part, ...] = get_args(Part)


class PartOut(TypedDict):
    """What a part of a crew's habits would bring: how much is new, is another than here, and is the same; and which is new or another."""

    part: Part
    new: int
    changed: int
    same: int
    told: list[str]


class HabitsOut(TypedDict):
    """Whose habits they are, what each part would bring, and which parts were kept."""

    of: str
    parts: list[PartOut]
    kept: list[Part]


def habits_of(db: Database, job_id: int) -> Habits:
    """Give the habits of the crew of a job. Raises NotFound."""
    with db.transaction() as t:
        job = parse(Job, kept_jobs.job(t, job_id)["doc"])
        rules = {unit: parse(Rules, kept_rules.crew_rules(t, unit)["doc"]) for unit in get_args(Unit)}
        stock = [StockItem(**row["doc"]) for row in kept_stock.items(t) if row["problem"] is None]
        known = timings(t, job_id, job.crew)
    times = [
        LearntTime(
            kind=one.kind, sort=one.sort, minutes=one.took.minutes, by_rule=one.took.by_rule, ended=one.at, by=list(one.by), said=one.took.said,
        )
        for one in known if one.took.state == "counts"
    ]  # fmt: skip
    return Habits(
        format="jambo-habits/1", of=job.name, taken_at=datetime.now(UTC), rules=rules, stock=stock,
        usual=UsualThere(unit=job.unit, usual=job.usual, floors=job.floors),
        crew=CrewThere(people=job.crew.people, dries=job.crew.dries), times=times,
    )  # fmt: skip


def take_in(db: Database, job_id: int, habits: Habits, keep: Collection[Part], who: str) -> HabitsOut:
    """Say what a crew's habits would bring to a job and this machine, and keep some parts of them, all of those or none.

    Args:
        db: where jobs are kept; job_id: the job that gets what is usual, the crew and the times; habits: of the crew; keep: which parts.

    Raises:
        NotFound: there is no such job. Refused: what is to be kept cannot be, with why.
    """
    with db.transaction(writes=bool(keep)) as t:
        row = kept_jobs.job(t, job_id, lock=bool(keep))
        job = parse(Job, row["doc"])
        parts = [
            _rules(t, habits, job.words, "rules" in keep),
            _stock(t, habits, "stock" in keep),
            *_of_job(t, row, habits, keep, who),
            _times(t, job_id, habits, "times" in keep),
        ]
        return {"of": habits.of, "parts": parts, "kept": [part for part in PARTS if part in keep]}


def _told(part: Part, pairs: Iterable[tuple[str, object, object]]) -> PartOut:
    """Compare what comes with what is here, thing by thing: its name, as it comes, as it is here (None: it is not)."""
    out: PartOut = {"part": part, "new": 0, "changed": 0, "same": 0, "told": []}
    for name, comes, here in pairs:
        if comes == here:
            out["same"] += 1
            continue
        out["new" if here is None else "changed"] += 1
        shown = isinstance(comes, str) and isinstance(here, str | None)
        out["told"].append(f"{name}: {comes}{f', here {here}' if here is not None else ''}" if shown else name)
    return out


def _rules(t: Transaction, habits: Habits, words: Region, keep: bool) -> PartOut:
    pairs: list[tuple[str, object, object]] = []
    for unit, rules in habits.rules.items():
        row = kept_rules.crew_rules(t, unit)
        comes = kept_json(rules)
        pairs += [
            (f"{label(name, words)} ({unit})", _plain(value), _plain(row["doc"].get(name)))
            for name, value in comes.items()
        ]
        if keep:
            check_crew_rules(t, unit, rules_both := parse(Rules, {**row["doc"], **comes}))
            kept_rules.save_crew_rules(t, unit, row["version"], kept_json(rules_both))
    return _told("rules", pairs)


def _plain(value: object) -> object:
    return f"{value['value']} {value['unit']}" if isinstance(value, Mapping) else value


def _stock(t: Transaction, habits: Habits, keep: bool) -> PartOut:
    """Items by kind and name: one of another content stands instead of the one here; openings keep the figures they took."""
    here = {(row["doc"]["kind"], row["doc"]["name"]): row for row in kept_stock.items(t) if row["problem"] is None}
    pairs: list[tuple[str, object, object]] = []
    for item in habits.stock:
        doc, row = checked(item).model_dump(mode="json"), here.get((item.kind, item.name))
        pairs.append((item.name, doc, row["doc"] if row else None))
        if keep and row is None:
            number = kept_stock.new_item(t, doc)
            here[item.kind, item.name] = {"id": number, "version": 1, "doc": doc}
        elif keep and row is not None and row["doc"] != doc:
            kept_stock.save_item(t, row["id"], row["version"], doc)
            here[item.kind, item.name] = {**row, "version": row["version"] + 1, "doc": doc}
    return _told("stock", pairs)


def _of_job(t: Transaction, row: Row, habits: Habits, keep: Collection[Part], who: str) -> list[PartOut]:
    """What is usual, and the crew: of both what comes counts, and what only stands here stays."""
    job = parse(Job, row["doc"])
    usual, told_usual = _usual(habits.usual, job)
    crew, told_crew = _crew(habits.crew, job.crew)
    changed = job.model_copy(update=(usual if "usual" in keep else {}) | ({"crew": crew} if "crew" in keep else {}))
    if changed != job:
        if "usual" in keep and habits.usual is not None and habits.usual.unit != job.unit:
            told = {"in": "inches", "mm": "millimetres"}
            raise Refused([FieldError("usual.unit", f"what is usual there is in {told[habits.usual.unit]}", f"a job in {told[habits.usual.unit]}")])  # fmt: skip
        keep_job(t, row, row["version"], changed, Shown(), who)
    return [told_usual, told_crew]


def _usual(there: UsualThere | None, job: Job) -> tuple[dict[str, Any], PartOut]:
    """What becomes usual in a job, with the floors it names."""
    if there is None:
        return {}, _told("usual", [])
    here, comes = kept_json(job.usual), kept_json(there.usual)
    both = {part: {**here.get(part, {}), **comes.get(part, {})} for part in {**here, **comes}}
    pairs = [
        (f"{part} {fact}".replace("_", " "), _plain(value), _plain(here.get(part, {}).get(fact)))
        for part, facts in comes.items()
        for fact, value in facts.items()
    ]
    known = {floor.key for floor in job.floors}
    pairs += [(f"floor {f.name or f.key}", f, f if f.key in known else None) for f in there.floors]
    floors = [floor for floor in there.floors if floor.key not in known]
    return {"usual": parse(Usual, both), "floors": [*job.floors, *floors]}, _told("usual", pairs)


def _crew(there: CrewThere, here: Crew) -> tuple[Crew, PartOut]:
    """Somebody of the same name works as the file says; who works here alone stays."""
    people = {one.name.casefold(): one for one in here.people}
    dries = {one.work: one for one in here.dries}
    pairs: list[tuple[str, object, object]] = [(one.name, one, people.get(one.name.casefold())) for one in there.people]
    pairs += [(f"drying after {one.work}", one, dries.get(one.work)) for one in there.dries]
    people |= {one.name.casefold(): one for one in there.people}
    dries |= {one.work: one for one in there.dries}
    doc = {**kept_json(here), "people": [kept_json(p) for p in people.values()], "dries": [kept_json(d) for d in dries.values()]}  # fmt: skip
    return parse(Crew, doc), _told("crew", pairs)


def _times(t: Transaction, job_id: int, habits: Habits, keep: bool) -> PartOut:
    """Times that are in no record here; they are written into the job's, of no opening."""
    known = {_same(one) for one in times_of(events.took(t))}
    fresh = [one for one in habits.times if (one.sort, one.minutes, one.ended, tuple(one.by)) not in known]
    for one in fresh if keep else ():
        ended = one.ended.astimezone(UTC).isoformat(timespec="seconds")
        line = events.write(
            t, job_id, WorkTook(one.kind, one.sort, one.minutes, one.by_rule, True, False, ended, one.by)
        )
        if one.said:
            events.write(t, job_id, WorkTookSo(line, one.kind, one.minutes))
    out = _told("times", [])
    return {**out, "new": len(fresh), "same": len(habits.times) - len(fresh)}


def _same(one: Timing) -> tuple[str, int, datetime, tuple[str, ...]]:
    return one.sort, one.took.minutes, one.at, one.by
