"""What came for a job: measured, held against every opening that needs such a thing, and given to one (handbook 27)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Annotated, Any

from pydantic import BaseModel, Field

from jambo.core.delivery.asked import ASKED
from jambo.core.quantities.tape import Unit
from jambo.format.delivery import Measures, measured, opening_with, says
from jambo.format.paths import at
from jambo.format.problems import FieldError, Refused
from jambo.jobs.check import check_opening
from jambo.jobs.cutting import Read, read_job
from jambo.jobs.documents import kept_json
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import openings as kept_openings
from jambo.store.database import Database, Row, Transaction
from jambo.store.kept import NotFound, log
from jambo.views.answers import FAILED, answered
from jambo.views.buying import key_of
from jambo.views.delivery import (
    BULK,
    Deliveries,
    DeliveryOut,
    Given,
    Need,
    Thing,
    VerdictOut,
    delivery_out,
    needs_of,
    tried,
)
from jambo.views.held import Planned, verdict_on

LEAVES = ("leaf", "slab", "bypass_leaf")

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


def item_of(row: Row) -> str:
    """What a line of an order is for: a key of `ITEMS`, or timber."""
    return str(row["detail"]["key"]).partition("|")[0]


def check_of(item: str, check: Texts, unit: Unit) -> dict[str, Any]:
    """What the record keeps of a check. Raises Refused for what cannot be."""
    texts = {key: text.strip() for key, text in check.items() if text.strip()}
    measured(item, texts, unit)
    return {"measured": texts, "unit": unit} if texts else {}


def _pieces(rows: Sequence[Row]) -> dict[int, int]:
    """How many of each line that came are still here: what went back is taken off those it names, else off those nobody measured."""
    left = {row["id"]: int(row["detail"]["count"]) for row in rows if row["what"] == "came"}
    checked = {row["detail"]["came"] for row in rows if row["what"] == "checked"}
    checked |= {row["id"] for row in rows if row["what"] == "came" and row["detail"].get("measured")}
    given: dict[int, int] = {}
    for row in rows:
        if row["what"] == "given":
            given[row["detail"]["came"]] = given.get(row["detail"]["came"], 0) + 1
    for row in rows:
        if row["what"] == "sent back":
            d, count = row["detail"], int(row["detail"]["count"])
            own = [r["id"] for r in rows if r["what"] == "came" and r["detail"]["order"] == d["order"]]
            order = [d["came"]] if d.get("came") else sorted(own, key=lambda i: (i in checked, -i))
            for came in order:
                gone = min(count, max(0, left.get(came, 0) - given.get(came, 0)))
                left[came], count = left.get(came, 0) - gone, count - gone
    return left


def things_of(rows: Sequence[Row], unit: Unit) -> list[Thing]:
    """Everything that came and is still here, of the kinds that are looked at when they come.

    Args:
        rows: what was ordered, came, was measured and sent back, oldest first; unit: of the job.
    """
    orders = {row["id"]: row for row in rows if row["what"] == "order"}
    checks = {row["detail"]["came"]: row for row in rows if row["what"] == "checked"}
    left = _pieces(rows)
    found: list[Thing] = []
    for row in rows:
        if row["what"] != "came" or item_of(orders[row["detail"]["order"]]) not in ASKED:
            continue
        of = orders[row["detail"]["order"]]
        d, item = of["detail"], item_of(of)
        again = checks.get(row["id"])
        said: dict[str, Any] = (again or row)["detail"]
        texts: Mapping[str, str] = said.get("measured", {})
        read = measured(item, texts, said.get("unit", unit)) if texts else None
        pieces = left[row["id"]]
        many = [pieces] if item in BULK else [1] * pieces
        found += [
            Thing(
                row["id"],
                n,
                of["id"],
                d["key"],
                d["label"],
                d["detail"],
                d.get("from", ""),
                count,
                texts,
                read,
                again["id"] if again else 0,
            )
            for n, count in enumerate(many, 1)
            if count
        ]
    return found


def given_of(rows: Sequence[Row]) -> list[Given]:
    """What was given to openings."""
    return [
        Given(row["id"], row["detail"]["came"], row["opening_id"], row["detail"]["item"])
        for row in rows
        if row["what"] == "given"
    ]


def planned_openings(job: Read) -> list[tuple[int, str, Planned]]:
    """The openings of a job that can be worked out, each with its document, its answer, and how far it is built."""
    found = []
    for one in job.listed:
        of = answered(one.document) if one.document is not None else None
        if of is None or one.document is None or (facts := of.facts) is None or (result := of.result) is None:
            continue
        if FAILED not in result.flags:
            done = frozenset(job.so_far.done.get(one.id, ()))
            found.append((one.id, one.mark, Planned(one.document, facts, result, done)))
    return found


def _read(t: Transaction, job_id: int, *, lock: bool = False) -> tuple[Read, list[Row]]:
    job = read_job(t, job_id, lock=lock)
    return job, events.orders(t, job_id)


def _held(job: Read, rows: Sequence[Row]) -> Deliveries:
    unit: Unit = job.row["doc"]["unit"]
    return Deliveries(things_of(rows, unit), needs_of(planned_openings(job)), given_of(rows))


def deliveries_of_job(db: Database, job_id: int, shown: Shown) -> DeliveryOut:
    """Everything that came for a job's openings, whether it serves, and where it serves best. Raises NotFound."""
    with db.transaction() as t:
        job, rows = _read(t, job_id)
    doc = job.row["doc"]
    if not any(row["what"] == "came" for row in rows):
        return {"things": [], "swaps": []}
    return delivery_out(_held(job, rows), shown.tape(doc), shown.region(doc))


def try_check(db: Database, job_id: int, order_id: int, check: Check, shown: Shown) -> list[VerdictOut]:
    """The verdict on what is being measured, for each opening the order is for; nothing is kept. Raises NotFound, Refused."""
    with db.transaction() as t:
        job, rows = _read(t, job_id)
    of = next((row for row in rows if row["what"] == "order" and row["id"] == order_id), None)
    if of is None:
        raise NotFound(f"order {order_id}")
    doc, d = job.row["doc"], of["detail"]
    read = measured(item_of(of), check.measured, check.unit or doc["unit"])
    if read == Measures():
        return []
    thing = Thing(0, 1, order_id, d["key"], d["label"], d["detail"], "", 1, check.measured, read)
    return tried(thing, needs_of(planned_openings(job)), shown.tape(doc), shown.region(doc))


def check_thing(db: Database, job_id: int, came_id: int, check: Check, who: str) -> None:
    """Record what was measured of a delivery, or measure it again: the newest counts. Raises NotFound, Refused."""
    with db.transaction(writes=True) as t:
        job, rows = _read(t, job_id, lock=True)
        came = _line(rows, "came", came_id)
        since = [row for row in rows if row["what"] == "checked" and row["detail"]["came"] == came_id]
        if check.seen is not None and any(row["id"] > check.seen for row in since):
            raise Refused([FieldError("seen", "somebody has measured it since", "look at the list again")])
        if any(g.came == came_id for g in given_of(rows)):
            raise Refused([FieldError("measured", "it was given to an opening", "take that back first")])
        order = _line(rows, "order", came["detail"]["order"])
        said = check_of(item_of(order), check.measured, check.unit or job.row["doc"]["unit"])
        if not said:
            raise Refused([FieldError("measured", "nothing was measured", "at least one of what is asked")])
        log(t, job_id, "checked", {"came": came_id, **_named(came), "count": came["detail"]["count"], **said}, who)


def _line(rows: Sequence[Row], what: str, number: int) -> Row:
    row = next((r for r in rows if r["what"] == what and r["id"] == number), None)
    if row is None:
        raise NotFound(f"line {number}")
    return row


def _named(row: Row) -> dict[str, Any]:
    return {key: row["detail"][key] for key in ("label", "detail")}


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
            need = next((n for n in there if key_of(n.item) == thing.key), next(iter(there), None))
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
        if key_of(need.item) != thing.key:
            raise Refused(
                [FieldError(path, f"it was not bought for {need.mark}, and nobody has measured it", "measure it first")]
            )
        return
    verdict = verdict_on(need.of, need.item, need.leaf, thing.measures, meant=True)
    if verdict is None or verdict.level == "wrong":
        raise Refused([FieldError(path, f"it is wrong for {need.mark}", "an opening it serves")])


def _give(t: Transaction, job: Read, thing: Thing, need: Need, who: str) -> None:
    """Write the facts a thing says into its opening, and the line that says it is there."""
    wrote = _facts(thing, need)
    row = kept_openings.opening(t, need.opening, lock=True)
    before = {path: at({"opening": row["doc"]}, path) for path in wrote}
    _save(t, job.row, row, wrote, who)
    detail = {
        "came": thing.came, "n": thing.n, "item": thing.item, "label": thing.label, "detail": thing.detail, "count": 1,
        "wrote": wrote, "before": before,
    }  # fmt: skip
    log(t, job.row["id"], "given", detail, who, need.opening)


def _facts(thing: Thing, need: Need) -> dict[str, str]:
    """The facts a thing says of its opening. A leaf as planned says nothing new; of several alike that slide in one opening none says
    a size, which would be that of all of them."""
    if thing.measures is None:
        return {}
    if thing.item in LEAVES:
        verdict = verdict_on(need.of, need.item, need.leaf, thing.measures, meant=True)
        several = thing.item != "leaf" and need.item.count > 1
        if verdict is None or not verdict.findings or several:
            return {}
    return says(thing.item, thing.measures, need.of.facts, need.leaf)


def put_back(t: Transaction, job: Row, line: Row, who: str) -> None:
    """Take the facts out of an opening that a thing given to it said, where they are still as they were written."""
    wrote: Mapping[str, Any] = line["detail"]["wrote"]
    row = kept_openings.opening(t, line["opening_id"], lock=True)
    back = {
        path: line["detail"]["before"][path]
        for path, text in wrote.items()
        if at({"opening": row["doc"]}, path) == text
    }
    _save(t, job, row, back, who)


def _save(t: Transaction, job: Row, row: Row, said: Mapping[str, str | None], who: str) -> None:
    """Keep an opening with some facts in it. Raises Refused."""
    if said:
        opening = opening_with(row["doc"], said)
        check_opening(t, job, row, opening, row["wall_id"])
        kept_openings.save_opening(t, row["id"], row["version"], kept_json(opening), who)
