"""What came for a job: measured, held against every opening that needs such a thing, and given to one (handbook 27)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated, TypeVar

from pydantic import BaseModel, Field

from jambo.core.delivery.case import Measures
from jambo.core.job.deliveries import Deliveries, Need, Thing, facts_said, needs_of, things_of
from jambo.core.job.record import Came, Checked, Event, Given, Line, Ordered, of_kind
from jambo.core.quantities.tape import Unit
from jambo.format.delivery import measured, opening_with
from jambo.format.paths import at
from jambo.format.problems import FieldError, Refused
from jambo.jobs.check import check_opening
from jambo.jobs.cutting import ReadJob, read_job
from jambo.jobs.documents import kept_json
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import NotFound
from jambo.views.material.delivery import DeliveryOut, VerdictOut, delivery_out, tried
from jambo.views.material.held import OpeningOfJob
from jambo.views.opening.answers import FAILED, answered

E = TypeVar("E", bound=Event)

Texts = Annotated[
    dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=40)]], Field(max_length=12)
]


class Check(BaseModel):
    """What was measured of a thing that came, by the key it is asked under; `unit` is what bare numbers are in.

    `seen` is the newest line of the record about the delivery when it was looked at: what others wrote since is not overwritten.
    """

    measured: Texts
    unit: Unit | None = None
    seen: Annotated[int, Field(ge=0)] | None = None


class Move(BaseModel):
    """A thing put to an opening: the line of the record it came by, which of its pieces, and the opening."""

    came: Annotated[int, Field(ge=1)]
    n: Annotated[int, Field(ge=1, le=100_000)] = 1
    opening: Annotated[int, Field(ge=1)]


class Moves(BaseModel):
    """Things put to openings in one step, all of them or none."""

    moves: Annotated[list[Move], Field(min_length=1, max_length=200)]


def texts_of(item: str, check: Texts, unit: Unit) -> dict[str, str]:
    """What the record keeps of what was measured of an item. Raises Refused for what cannot be."""
    texts = {key: text.strip() for key, text in check.items() if text.strip()}
    measured(item, texts, unit)
    return texts


def planned_openings(job: ReadJob) -> list[tuple[int, str, OpeningOfJob]]:
    """The openings of a job that can be worked out, each with its document, its answer, and how far it is built."""
    found = []
    for one in job.listed:
        of = answered(one.document) if one.document is not None else None
        if of is None or one.document is None or (facts := of.facts) is None or (result := of.result) is None:
            continue
        if FAILED not in result.flags:
            done = frozenset(job.so_far.done.get(one.id, ()))
            found.append((one.id, one.mark, OpeningOfJob(one.document, facts, result, done)))
    return found


def _read(t: Transaction, job_id: int, *, lock: bool = False) -> tuple[ReadJob, list[Line[Event]]]:
    job = read_job(t, job_id, lock=lock)
    return job, events.orders(t, job_id)


def _held(job: ReadJob, lines: Sequence[Line[Event]]) -> Deliveries:
    things = things_of(lines, job.row["doc"]["unit"], measured)
    return Deliveries(things, needs_of(planned_openings(job)), of_kind(lines, Given))


def deliveries_of_job(db: Database, job_id: int, shown: Shown) -> DeliveryOut:
    """Everything that came for a job's openings, whether it serves, and where it serves best. Raises NotFound."""
    with db.transaction() as t:
        job, lines = _read(t, job_id)
    doc = job.row["doc"]
    if not of_kind(lines, Came):
        return {"things": [], "swaps": []}
    return delivery_out(_held(job, lines), shown.tape(doc), shown.region(doc))


def _line(lines: Sequence[Line[Event]], number: int, kind: type[E]) -> E:
    """What a line of the record holds. Raises NotFound where it is of another kind, or counts no more."""
    found = next((line.event for line in of_kind(lines, kind) if line.id == number), None)
    if found is None:
        raise NotFound(f"line {number}")
    return found


def try_check(db: Database, job_id: int, order_id: int, check: Check, shown: Shown) -> list[VerdictOut]:
    """The verdict on what is being measured, for each opening the order is for; nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        job, lines = _read(t, job_id)
    of, doc = _line(lines, order_id, Ordered), job.row["doc"]
    read = measured(of.item, check.measured, check.unit or doc["unit"])
    if read == Measures():
        return []
    thing = Thing(0, 1, order_id, of, 1, check.measured, read)
    return tried(thing, needs_of(planned_openings(job)), shown.tape(doc), shown.region(doc))


def check_thing(db: Database, job_id: int, came_id: int, check: Check, who: str) -> None:
    """Record what was measured of a delivery, or measure it again: the newest counts. Raises NotFound, Refused."""
    with db.transaction(writes=True) as t:
        job, lines = _read(t, job_id, lock=True)
        came = _line(lines, came_id, Came)
        since = [line for line in of_kind(lines, Checked) if line.event.came == came_id]
        if check.seen is not None and any(line.id > check.seen for line in since):
            raise Refused([FieldError("seen", "somebody has measured it since", "look at the list again")])
        if any(line.event.came == came_id for line in of_kind(lines, Given)):
            raise Refused([FieldError("measured", "it was given to an opening", "take that back first")])
        unit: Unit = check.unit or job.row["doc"]["unit"]
        said = texts_of(_line(lines, came.order, Ordered).item, check.measured, unit)
        if not said:
            raise Refused([FieldError("measured", "nothing was measured", "at least one of what is asked")])
        events.write(t, job_id, Checked(came_id, came.label, came.detail, came.count, said, unit), who)


def give(db: Database, job_id: int, moves: Moves, who: str) -> None:
    """Put things to openings, all of them or none: each opening then says what was measured of its own.

    Raises NotFound, and Refused for a thing that is wrong there, is not here, or an opening that has its own already.
    """
    with db.transaction(writes=True) as t:
        job, rows = _read(t, job_id, lock=True)
        held = _held(job, rows)
        open_things, open_needs = [*held.to_place.things], [*held.to_place.needs]
        for k, move in enumerate(moves.moves):
            path = f"moves[{k}]"
            thing = next((one for one in open_things if (one.came, one.n) == (move.came, move.n)), None)
            if thing is None:
                raise Refused(
                    [FieldError(f"{path}.came", "this is not here, or was given already", "look at the list again")]
                )
            there = [n for n in open_needs if n.opening == move.opening and n.item.name == thing.item]
            # of several, such as the two leaves of a pair, the one it was bought as
            need = next((n for n in there if n.item.is_of(thing.of.key)), next(iter(there), None))
            if need is None:
                raise Refused(
                    [FieldError(f"{path}.opening", "nothing of the kind is open there", "look at the list again")]
                )
            _refuse_wrong(thing, need, f"{path}.came")
            open_things.remove(thing)
            open_needs.remove(need)
            _give(t, job, thing, need, who)


def _refuse_wrong(thing: Thing, need: Need, path: str) -> None:
    """Raise Refused for a thing that is wrong for an opening, or was never measured and was bought for another size."""
    if thing.measures is None:
        if not need.item.is_of(thing.of.key):
            raise Refused(
                [FieldError(path, f"it was not bought for {need.mark}, and nobody has measured it", "measure it first")]
            )
        return
    verdict = need.of.verdict(need.item, need.leaf, thing.measures, meant=True)
    if verdict is None or verdict.level == "wrong":
        raise Refused([FieldError(path, f"it is wrong for {need.mark}", "an opening it serves")])


def _give(t: Transaction, job: ReadJob, thing: Thing, need: Need, who: str) -> None:
    """Write the facts a thing says into its opening, and the line that says it is there."""
    wrote = facts_said(thing, need)
    row = kept_openings.opening(t, need.opening, lock=True)
    before = {path: at({"opening": row["doc"]}, path) for path in wrote}
    _save(t, job.row, row, wrote, who)
    of = thing.of
    given = Given(thing.came, thing.n, thing.item, of.label, of.detail, 1, wrote, before)
    events.write(t, job.row["id"], given, who, need.opening)


def put_back(t: Transaction, job: Row, opening_id: int, given: Given, who: str) -> None:
    """Take the facts out of an opening that a thing given to it said, where they are still as they were written."""
    row = kept_openings.opening(t, opening_id, lock=True)
    now = {"opening": row["doc"]}
    back = {path: given.before[path] for path, text in given.wrote.items() if at(now, path) == text}
    _save(t, job, row, back, who)


def _save(t: Transaction, job: Row, row: Row, said: Mapping[str, str | None], who: str) -> None:
    """Keep an opening with some facts in it. Raises Refused."""
    if said:
        opening = opening_with(row["doc"], said)
        check_opening(t, job, row, opening, row["wall_id"])
        kept_openings.save_opening(t, row["id"], row["version"], kept_json(opening), who)
