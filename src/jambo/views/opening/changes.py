"""What a change does to openings before it is kept: every figure that moves, and what that means for what is built."""

from __future__ import annotations

from dataclasses import dataclass

from typing_extensions import TypedDict

from jambo.core.framing.refloor import FigureMoved, refloored
from jambo.core.labels import label
from jambo.core.quantities.length import size
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import Tape
from jambo.core.record import on_cuts
from jambo.core.solve import Result
from jambo.core.words.lists import Words
from jambo.format.document import Document
from jambo.format.facts import Facts, facts_of
from jambo.format.problems import Refused
from jambo.views.opening.answers import answered, worked_out
from jambo.views.opening.result import FlagOut, LengthOut, flag_out, length_out


@dataclass(frozen=True, slots=True)
class JobOpening:
    """An opening of the job: id, name, room, its document, and how far it is built (framed, set, signed)."""

    id: int
    name: str
    room: str
    document: Document
    done: tuple[str, ...] = ()


class MovedOut(TypedDict):
    """A figure before and after, and how far it moves; `cut` says that a piece is cut to it, `was_cut` that one has been."""

    name: str
    label: str
    before: LengthOut | None
    after: LengthOut | None
    by: LengthOut | None
    cut: bool
    was_cut: bool


class ChangeOut(TypedDict):
    """What a change does to one opening. Without a figure that moves it is only touched by it."""

    id: int
    name: str
    room: str
    done: list[str]
    moved: list[MovedOut]
    flags: list[FlagOut]
    refused: str


def solved(document: Document) -> tuple[Facts, Result] | None:
    """Give an opening's facts and their answer; None where its facts cannot be."""
    of = answered(document)
    return (of.facts, of.result) if of.facts is not None and of.result is not None else None


def _cut_names(result: Result) -> set[FigureName]:
    return {p.length.name for p in result.pieces}


def _moved_out(
    moved: FigureMoved, cut: set[FigureName], was_cut: set[FigureName], tape: Tape, words: Words
) -> MovedOut:
    rounding = moved.name.rounding
    before, after = (length_out(v, tape, rounding) if v is not None else None for v in (moved.before, moved.after))
    by = None if moved.before is None or moved.after is None else size(moved.after - moved.before)
    return {
        "name": moved.name, "label": label(moved.name, words), "before": before, "after": after,
        "by": None if by is None else length_out(by, tape),
        "cut": moved.name in cut, "was_cut": moved.name in was_cut,
    }  # fmt: skip


def change_of(one: JobOpening, before: Document, after: Document, tape: Tape, words: Words) -> ChangeOut:
    """What a change does to one opening.

    Args:
        one: which opening, and how far it is built; before, after: its document; tape, words: it is shown in.
    """
    row: ChangeOut = {
        "id": one.id, "name": one.name, "room": one.room, "done": list(one.done), "moved": [], "flags": [], "refused": "",
    }  # fmt: skip
    was = solved(before)
    try:
        facts = facts_of(after)
        words = facts.worded(words)
    except Refused as refused:
        row["refused"] = "; ".join(e.reason for e in refused.errors)
        return row
    if was is None:
        return row
    now = worked_out(facts)
    result = refloored(was[1].figures, now.figures, facts.opening, facts.rules, one.done)
    cut, was_cut = _cut_names(was[1]) | _cut_names(now), {c.figure for c in facts.opening.cuts}
    row["moved"] = [_moved_out(m, cut, was_cut, tape, words) for m in result.moved]
    flags = [*result.flags, *on_cuts(facts.opening.cuts, now.figures, facts.opening.tape)]
    if not one.done:  # what is not built yet: the stops it would meet
        stood = {f.code for f in was[1].flags}
        flags += [f for f in now.flags if f.kind.level == "stop" and f.code not in stood]
    row["flags"] = [flag_out(f, tape, words) for f in flags]
    return row
