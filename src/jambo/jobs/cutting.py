"""Cutting a job's timber: its plan, the sticks that are cut, and the rack of offcuts."""

from __future__ import annotations

import contextlib
import json
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import UTC
from typing import Annotated

from pydantic import AwareDatetime, BaseModel, Field
from typing_extensions import TypedDict

from jambo.core import rules as house
from jambo.core.job.board import SolvedJob
from jambo.core.job.record import CutFromStick, Holder, OffcutMoved, StickCut, of_kind
from jambo.core.job.sticks import SoFar, ToCut, cuts_now, so_far, to_cut
from jambo.core.quantities.length import Length, some, total
from jambo.core.quantities.millimetres import in_mm
from jambo.core.quantities.notation import NotALength, exact_text, read
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.rules import HouseRules
from jambo.core.stock.agreed import Agreed, as_kept, from_kept
from jambo.core.stock.sticks import left_of
from jambo.format.cutting import stock_said
from jambo.format.document import Cutting, Document, Show
from jambo.format.facts import facts_of, tape_of
from jambo.format.problems import FieldError, Refused, parse
from jambo.jobs.documents import JobGround, documents_of_job, walls_bare
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import walls as kept_walls
from jambo.store.cutting_plans import cutting_plans, keep_cutting_plan
from jambo.store.database import Database, Row, Transaction
from jambo.store.failures import StoreFailure
from jambo.store.kept import NotFound
from jambo.views.job.whole_job import Listed, solved_job
from jambo.views.material.job_cutting import JobCuttingOut, Settings, job_cutting_out

MOST_AT_ONCE = 200


class CutOfStick(BaseModel):
    """A piece that was cut: of an opening or a wall, by its figure; of a spliced one the part of the copy, with all its parts' lengths."""

    opening: Annotated[int, Field(ge=1)] | None = None
    wall: Annotated[int, Field(ge=1)] | None = None
    figure: Annotated[str, Field(max_length=80)]
    copy_: Annotated[int, Field(ge=1, le=1000, alias="copy")] = 1
    part: Annotated[int, Field(ge=1, le=100)] | None = None
    parts: Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=100)] = []

    @property
    def holder(self) -> Holder:
        """Whose it is."""
        return ("opening", self.opening) if self.opening is not None else ("wall", self.wall or 0)


class CutStick(BaseModel):
    """A stick that was cut: its section and length, the offcut of the rack it was, and its pieces.

    Without a length the pieces were cut from something else: they are cut, and nothing goes into the rack. `seen` is the newest
    stick of the plan it was ticked on: what others have cut since is not cut twice.
    """

    section: Annotated[str, Field(max_length=40)]
    length: Annotated[str, Field(max_length=40)] | None = None
    offcut: Annotated[int, Field(ge=1)] | None = None
    pieces: Annotated[list[CutOfStick], Field(min_length=1, max_length=MOST_AT_ONCE)]
    seen: Annotated[int, Field(ge=0)] | None = None


class NewOffcut(BaseModel):
    """An offcut put into the rack; `unit` is what a bare number is in, the job's where it is left out."""

    section: Annotated[str, Field(max_length=40)]
    length: Annotated[str, Field(max_length=40)]
    unit: Unit | None = None


class CutStickLine(TypedDict):
    """A stick that was cut, by its line in the record; `mm` is how long it was, for drawing."""

    id: int
    at: AwareDatetime
    who: str
    section: str
    length: str
    mm: float
    left: str
    kept: bool
    pieces: list[str]


def _so_far(t: Transaction, job_id: int, unit: Unit) -> SoFar:
    """Everything that has been cut of a job, and what lies in its rack."""
    cuts = [line for lines in events.cuts_of_job(t, job_id).values() for line in lines]
    lines = events.sticks_and_offcuts(t, job_id)
    return so_far([*cuts, *events.cuts_of_walls(t, job_id)], lines, events.happened_in_job(t, job_id), unit)


@dataclass(frozen=True)
class ReadJob:
    """What a plan is made from, read in one transaction."""

    row: Row
    around: JobGround
    listed: list[Listed]
    walls: dict[int, tuple[str, Document]]
    so_far: SoFar
    plans: list[Row]
    seen: int

    @property
    def agreed(self) -> dict[str, Agreed]:
        """The plans it is cut by, by section: read where timber is planned, and not for every page. One that cannot be read is looked for anew."""
        return _agreed(self.plans)

    @property
    def rules(self) -> HouseRules:
        """The house rules of the job."""
        return facts_of(self.around.document()).rules

    @property
    def tape(self) -> Tape:
        """The crew's own tape: pieces are cut to its marks, whoever looks."""
        return tape_of(Show(step=self.row["doc"].get("step")), self.row["doc"]["unit"])

    def solved(self) -> SolvedJob:
        """The job, solved."""
        return solved_job(self.listed, self.walls)

    def left(self, job: SolvedJob) -> list[ToCut]:
        """What is still to cut."""
        return to_cut(job, self.so_far, self.tape, "north_america", self.rules.value(house.JOINTS_APART))[0]


def read_job(t: Transaction, job_id: int, *, lock: bool = False) -> ReadJob:
    """Read everything a job's plan is made from. Raises NotFound."""
    row = kept_jobs.job(t, job_id, lock=lock)
    around = JobGround.of(t, row["doc"])
    listed = [Listed(name_of(o), o["wall_id"], doc, o["id"]) for o, doc in documents_of_job(t, job_id, around)]
    walls = walls_bare(kept_walls.walls(t, job_id), around)
    return ReadJob(row, around, listed, walls, _so_far(t, job_id, row["doc"]["unit"]), *cutting_plans(t, job_id))


def _agreed(plans: Iterable[Row]) -> dict[str, Agreed]:
    found: dict[str, Agreed] = {}
    for row in plans:
        with contextlib.suppress(KeyError, TypeError, ValueError, ArithmeticError):
            found[row["section"]] = from_kept(row["question"], json.loads(row["plan"]))
    return found


def plan_of_job(db: Database, job_id: int, shown: Shown, asked: Cutting | None = None) -> JobCuttingOut:
    """Plan the cutting of everything still to cut. Raises NotFound, and Refused for settings that cannot be.

    Args:
        db: where jobs are kept; job_id: the job; shown: the tape and words to show it in;
        asked: settings to try; the job's own where there are none.
    """
    with db.transaction() as t:
        job = read_job(t, job_id)
    return plan_of_read(db, job, job.solved(), shown, asked)


def plan_of_read(
    db: Database, job: ReadJob, solved: SolvedJob, shown: Shown, asked: Cutting | None = None
) -> JobCuttingOut:
    """Plan the cutting of a job that was read and solved, and keep what is agreed on. Raises Refused for settings that cannot be."""
    doc = job.row["doc"]
    cutting = asked or parse(Cutting, doc.get("cutting", {}))

    def plan(agreed: dict[str, Agreed] | None) -> tuple[JobCuttingOut, dict[str, Agreed]]:
        new: dict[str, Agreed] = {}
        settings, words = Settings(cutting.goal, stock_said(cutting, doc["unit"]), agreed), shown.region(doc)
        out = job_cutting_out(
            solved, job.so_far, settings, job.rules, job.tape, shown.tape(doc), words, cutting.currency, agree=new.__setitem__
        )  # fmt: skip
        return out, new

    agreed = job.agreed if asked is None else None
    out, new = plan(agreed)
    if new and agreed is not None and (others := agree(db, job, new)) != new:
        out, _ = plan(agreed | others)  # somebody has agreed on another plan of the same question meanwhile
    return {**out, "newest": max(job.so_far.sticks, default=0)}


def agree(db: Database, job: ReadJob, new: dict[str, Agreed]) -> dict[str, Agreed]:
    """Keep plans; gives those that are kept of the same questions, which another process may have come to first."""
    job_id = job.row["id"]
    try:
        with db.transaction(writes=True) as t:
            for section, agreed in new.items():
                keep_cutting_plan(t, job_id, section, agreed.question, job.seen, as_kept(agreed))
            kept = _agreed(cutting_plans(t, job_id)[0])
    except StoreFailure:
        return new  # it is agreed on when it is looked at again
    return {key: kept[key] if key in kept and kept[key].question == one.question else one for key, one in new.items()}


def cut_stick(db: Database, job_id: int, stick: CutStick, who: str) -> None:
    """Record that a stick was cut: its pieces are cut, what is left of it goes into the rack where it is worth keeping.

    Raises NotFound, and Refused for pieces that are not to cut any more, or a stick that does not give them.
    """
    with db.transaction(writes=True) as t:
        job = read_job(t, job_id, lock=True)
        solved = job.solved()
        unit: Unit = job.row["doc"]["unit"]
        _not_cut_since(job, stick)
        cuts = _cuts(stick, job.left(solved), unit)
        if stick.length is not None:
            length = _offcut_length(job, stick, stick.length, unit)
            left = _left_of(length, [read(c.length, unit, "piece").length for c in cuts], job.rules)
            kept = some(left) and left >= job.rules.value(house.OFFCUT_LEAST)
            cut = StickCut(stick.section, exact_text(length, unit), cuts, exact_text(left, unit), kept, stick.offcut)
            events.write(t, job_id, cut, who)
        _count(t, job, solved, cuts, who, 1)


def _not_cut_since(job: ReadJob, stick: CutStick) -> None:
    """Raise Refused where others have cut of the same pieces since the plan was looked at."""
    mine = {(piece.holder, piece.figure) for piece in stick.pieces}
    for id_, line in job.so_far.sticks.items():
        if stick.seen is not None and id_ > stick.seen and mine & {(c.holder, c.figure) for c in line.event.cuts}:
            said = f"{line.who or 'somebody'} has cut of these since"
            raise Refused([FieldError("seen", said, "look at the plan again")])


def _offcut_length(job: ReadJob, stick: CutStick, said: str, unit: Unit) -> Length:
    """How long the stick is; an offcut must lie in the rack."""
    if stick.offcut is None:
        return _length(said, unit, "length", "stick")
    offcut = next((o for o in job.so_far.rack if o.id == stick.offcut), None)
    if offcut is None or offcut.section != stick.section:
        raise Refused([FieldError("offcut", "this offcut lies in the rack no longer", "look at the plan again")])
    return offcut.length


def _length(text: str, unit: Unit, path: str, kind: str) -> Length:
    try:
        return read(text, unit, kind).length
    except NotALength as error:
        raise Refused([FieldError(path, error.reason, error.accepted)]) from None


def _left_of(length: Length, pieces: list[Length], rules: HouseRules) -> Length:
    """What is left of a stick. Raises Refused where it does not give these pieces."""
    left = left_of(length, pieces, rules.value(house.SAW_KERF), rules.value(house.SQUARING_CUT))
    if left is None:
        raise Refused([FieldError("pieces", "the stick is too short for them", "a longer stick, or fewer pieces")])
    return left


def _cuts(stick: CutStick, left: list[ToCut], unit: Unit) -> list[CutFromStick]:
    """The pieces of a stick as they are recorded. Raises Refused for one that is not to cut any more."""
    found: list[CutFromStick] = []
    taken: Counter[tuple[Holder, str, int, int]] = Counter()
    for i, piece in enumerate(stick.pieces):
        of = next((p for p in left if p.holder == piece.holder and p.figure == piece.figure and _same(p, piece)), None)
        whole = (piece.holder, piece.figure, 0, 0)
        key = (piece.holder, piece.figure, piece.copy_, piece.part) if piece.part else whole
        taken[key] += 1
        if of is None or of.section_key != stick.section or taken[key] > (1 if piece.part else of.count):
            said = "this piece is cut already, or the plan has moved since"
            raise Refused([FieldError(f"pieces[{i}]", said, "look at the plan again")])
        opening, wall = (piece.holder[1], None) if piece.holder[0] == "opening" else (None, piece.holder[1])
        one = CutFromStick(piece.figure, of.label, of.mark, exact_text(of.length, unit), opening, wall)
        if piece.part:
            parts = [_length(text, unit, f"pieces[{i}].parts", "piece") for text in piece.parts]
            if (not of.part and total(parts) != of.length) or piece.part > len(parts):
                raise Refused([FieldError(f"pieces[{i}].parts", "they do not make the piece", "the parts of the plan")])
            if stick.length is None:
                raise Refused(
                    [FieldError(f"pieces[{i}].part", "a part of a splice is cut with its stick", "the stick")]
                )
            texts = [exact_text(p, unit) for p in parts]
            one = replace(one, length=texts[piece.part - 1], copy=piece.copy_, part=piece.part, parts=texts)
        found.append(one)
    return found


def _same(of: ToCut, piece: CutOfStick) -> bool:
    """Whether what is to cut is the piece, or the copy a part belongs to."""
    if of.part:
        return (of.copy, of.part) == (piece.copy_, piece.part)
    return piece.part is None or piece.copy_ > of.copy


def _count(t: Transaction, job: ReadJob, solved: SolvedJob, cuts: Sequence[CutFromStick], who: str, by: int) -> None:
    """Write how many of each piece are cut now: `by` is 1 where a stick was cut, -1 where that is taken back."""
    for opening, cut in cuts_now(solved, job.so_far, cuts, job.tape, job.row["doc"]["unit"], by):
        events.write(t, job.row["id"], cut, who, opening)


def take_back(db: Database, job_id: int, line_id: int, who: str) -> None:
    """Take a stick back: it was not cut after all. Raises NotFound, and Refused where its offcut has been cut since."""
    with db.transaction(writes=True) as t:
        job = read_job(t, job_id, lock=True)
        sticks = job.so_far.sticks
        if line_id not in sticks:
            raise NotFound(f"stick {line_id}")
        if any(other.event.offcut == line_id for other in sticks.values()):
            raise Refused([FieldError("stick", "what was left of it has been cut since", "take that stick back first")])
        stick = sticks[line_id].event
        events.take_back(t, sticks[line_id], who, section=stick.section, length=stick.length)
        _count(t, job, job.solved(), stick.cuts, who, -1)


def add_offcut(db: Database, job_id: int, new: NewOffcut, who: str) -> None:
    """Put an offcut into the rack. Raises NotFound, and Refused for a length that cannot be."""
    with db.transaction(writes=True) as t:
        unit: Unit = kept_jobs.job(t, job_id, lock=True)["doc"]["unit"]
        length = _length(new.length, new.unit or unit, "length", "stick")
        events.write(t, job_id, OffcutMoved(new.section, exact_text(length, unit)), who)


def drop_offcut(db: Database, job_id: int, line_id: int, who: str) -> None:
    """Take an offcut out of the rack. Raises NotFound for one that does not lie there."""
    with db.transaction(writes=True) as t:
        unit: Unit = kept_jobs.job(t, job_id, lock=True)["doc"]["unit"]
        offcut = next((o for o in _so_far(t, job_id, unit).rack if o.id == line_id), None)
        if offcut is None:
            raise NotFound(f"offcut {line_id}")
        events.write(t, job_id, OffcutMoved(offcut.section, exact_text(offcut.length, unit), line_id), who)


def sticks_of_job(db: Database, job_id: int) -> list[CutStickLine]:
    """The sticks that were cut and not taken back, newest first. Raises NotFound."""
    with db.transaction() as t:
        unit = kept_jobs.job(t, job_id)["doc"]["unit"]
        sticks = of_kind(events.sticks_and_offcuts(t, job_id), StickCut)
    return [
        {
            "id": line.id, "at": line.at.replace(tzinfo=UTC), "who": line.who, "section": line.event.section,
            "length": line.event.length, "mm": in_mm(read(line.event.length, unit, "cut").length), "left": line.event.left, "kept": line.event.kept,
            "pieces": [f"{c.mark} {c.label} {c.length}" for c in line.event.cuts],
        }
        for line in reversed(sticks)
    ]  # fmt: skip
