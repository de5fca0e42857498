"""The short of one opening for lists: what it is, how far it has come, its worst flag, and its silhouette."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

from typing_extensions import TypedDict

from jambo.core.facts.wall import Neighbour
from jambo.core.flags import Flag, worst_first
from jambo.core.job.board import clashes_by_wall
from jambo.core.kinds.registry import kind_of
from jambo.core.parts import unsettled
from jambo.core.planning.work import Phases, phases_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.quantities.millimetres import in_mm
from jambo.core.quantities.tape import Rounding, Tape, Unit, exact_number, show
from jambo.core.record import built
from jambo.core.solve import Result
from jambo.core.stages import STAGES, Stage
from jambo.core.words.lists import Region, of_wall
from jambo.format import document
from jambo.format.declared import ExactLength
from jambo.format.facts import Facts, facts_of
from jambo.format.problems import FieldError, Refused, parse
from jambo.views.opening.answers import worked_out
from jambo.views.opening.result import FlagOut, flag_out

MOST_BESIDE = 60  # neighbours a document names: more than stand within reach of one opening


class SilhouetteOut(TypedDict):
    """What a list draws of an opening, in millimetres."""

    ro_width: float
    ro_height: float
    leaf_widths: list[float]
    leaf_height: float
    leaf_bottom: float
    hinge_side: str
    kind: str
    slides_to: str


class SummaryOut(TypedDict):
    """The short of one opening. `stopped`: something of it cannot be or must not be built; `unsettled`: which stage of it waits first
    for a fact, in words, "" where it can be framed or cannot be at all."""

    stopped: bool
    unsettled: str
    leaf: str | None
    ro: str | None
    waits_on: list[str]
    worst: FlagOut | None
    counts: dict[str, int]
    silhouette: SilhouetteOut | None
    errors: list[dict[str, str]]


@dataclass(frozen=True, slots=True)
class Summary:
    """The short of one opening before it is shown on a tape; `stage` is the first that waits for a fact."""

    leaf: tuple[Length | None, Length | None]
    ro: tuple[Length | None, Length | None]
    leaf_bottom: Length | None
    hinge_side: str
    kind: str
    leaves: int
    widths: tuple[Length, ...]
    slides_to: str
    stage: Stage | None
    waits_on: tuple[str, ...]
    flags: tuple[Flag, ...]
    errors: tuple[FieldError, ...] = ()
    stands: Neighbour | None = None
    built: tuple[tuple[str, str], ...] = ()
    phases: Phases = ()
    steel: bool = False
    buck: bool = False

    @property
    def stopped(self) -> bool:
        """Whether it cannot be, or must not be built as it is."""
        return bool(self.errors) or any(flag.kind.level == "stop" for flag in self.flags)

    @property
    def lacks(self) -> bool:
        """Whether facts are missing of an opening that can be."""
        return self.stage is not None


@lru_cache(maxsize=20_000)
def summarise(
    unit: Unit,
    crew: str,
    job: str,
    wall: str,
    opening: str,
    read: tuple[str, ...] = (),
    cuts: str = "[]",
    floors: tuple[str, ...] = (),
    usual: str = "{}",
) -> Summary:
    """Solve an opening from its kept JSON texts and keep the short of it.

    Nothing stored is trusted: the answer depends on these texts alone, so equal texts may share one answer.
    """
    data = {
        "unit": unit,
        "rules": {"crew": json.loads(crew), "job": json.loads(job)},
        "floors": [json.loads(one) for one in floors],
        "usual": json.loads(usual),
        "wall": json.loads(wall),
        "opening": json.loads(opening),
        "survey": {"readings": [json.loads(one) for one in read]},
        "cuts": json.loads(cuts),
    }
    try:
        read_as = parse(document.Document, data)
        facts = facts_of(read_as)
    except Refused as refused:
        return Summary((None, None), (None, None), None, "left", "swing", 1, (), "right", None, (), (), refused.errors)
    return summary_of(facts, worked_out(facts), read_as.opening.mark)


def summary_of(facts: Facts, result: Result, mark: str = "") -> Summary:
    """Give the short of an opening that is solved."""
    asked = facts.opening
    stands, long = result.plate.standing(mark, asked.placing.shares), value_of(facts.wall.length)
    if stands is not None and asked.placing.measured_from == "right":
        stands = stands.turned(long) if long is not None else None
    kind = kind_of(asked)
    return Summary(
        leaf=kind.leaf_sizes(asked, result.figures),
        ro=(result.figures.value(names.RO_WIDTH), result.figures.value(names.RO_HEIGHT)),
        leaf_bottom=result.figures.value(names.LEAF_BOTTOM),
        hinge_side=asked.handing.hinge_side,
        kind=asked.kind,
        leaves=kind.leaf_count(asked),
        widths=kind.leaf_widths(asked),
        slides_to=asked.slides_to,
        stage=next(iter(unsettled(result.missing, result.stages)), None),
        waits_on=tuple(missing.path for missing in result.missing),
        flags=result.flags,
        stands=stands,
        built=tuple((str(name), str(value.nm)) for name, value in built(result.figures).items()),
        phases=_shared(phases_of(asked, result)),
        steel=facts.wall.steel,
        buck=asked.header.buck is not None,
    )


@lru_cache(maxsize=4_000)
def _shared(phases: Phases) -> Phases:
    """The same of every opening with the same card: kept once."""
    return phases


def with_clashes(summaries: Sequence[Summary], walls: Sequence[int]) -> list[Summary]:
    """Add to openings, given with their walls, what they do to others of the same wall."""
    found = clashes_by_wall([one.stands for one in summaries], walls)
    return [
        replace(one, flags=worst_first((*one.flags, *found[n]))) if n in found else one
        for n, one in enumerate(summaries)
    ]


def beside(own: Summary, others: Sequence[Summary], unit: Unit) -> list[document.Neighbour]:
    """The other openings of a wall as the document of one of them names them, nearest first; those without a place are not there."""
    here = own.stands.framing_low if own.stands is not None else ZERO
    near = sorted((o.stands for o in others if o.stands is not None), key=lambda n: size(n.framing_low - here))

    def at(x: Length) -> ExactLength:
        # one that sticks out of the wall's left end is flagged where it stands; here it counts as far as the wall goes
        return ExactLength(value=exact_number(max(ZERO, x), unit), unit=unit)

    return [
        document.Neighbour(
            mark=n.mark, low=at(n.low), high=at(n.high),
            framing_low=at(n.framing_low), framing_high=at(n.framing_high), shares=n.shares,
        )
        for n in near[:MOST_BESIDE]
        if n.high > ZERO
    ]  # fmt: skip


def summary_out(of: Summary, tape: Tape, words: Region) -> SummaryOut:
    """Show the short of an opening on the crew's tape."""

    def pair(sizes: tuple[Length | None, Length | None], rounding: Rounding = "nearest") -> str | None:
        digits = [show(s, tape, rounding).digits if s is not None else "?" for s in sizes]
        return None if sizes == (None, None) else f"{' × '.join(digits)} {tape.unit}"

    counts: dict[str, int] = {"stop": 0, "check": 0, "note": 0}
    for flag in of.flags:
        counts[flag.kind.level] += 1
    sizes = (*of.ro, *of.leaf, of.leaf_bottom)
    silhouette: SilhouetteOut | None = None
    if of.leaves == 0 and None not in of.ro:
        ro_w, ro_h = (in_mm(size) for size in of.ro if size is not None)
        silhouette = {
            "ro_width": ro_w, "ro_height": ro_h, "leaf_widths": [], "leaf_height": 0.0, "leaf_bottom": 0.0,
            "hinge_side": of.hinge_side, "kind": of.kind, "slides_to": of.slides_to,
        }  # fmt: skip
    elif all(size is not None for size in sizes):
        ro_w, ro_h, leaf_w, leaf_h, bottom = (in_mm(size) for size in sizes if size is not None)
        silhouette = {
            "ro_width": ro_w, "ro_height": ro_h, "leaf_widths": [in_mm(w) for w in of.widths] or [leaf_w] * of.leaves, "leaf_height": leaf_h,
            "leaf_bottom": bottom, "hinge_side": of.hinge_side,
            "kind": of.kind, "slides_to": of.slides_to,
        }  # fmt: skip
    return {
        "stopped": of.stopped,
        "unsettled": f"{STAGES[of.stage].lower()} not settled" if of.stage is not None else "",
        "leaf": pair(of.leaf),
        "ro": pair(of.ro, "up"),
        "waits_on": list(of.waits_on),
        "worst": flag_out(of.flags[0], tape, of_wall(words, steel=of.steel, buck=of.buck)) if of.flags else None,
        "counts": counts,
        "silhouette": silhouette,
        "errors": [error.as_dict() for error in of.errors],
    }
