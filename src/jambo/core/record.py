"""Pieces as they were cut, against what the plan says now (handbook 23: a plan that moves under a cut piece)."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping

from jambo.core.facts.cuts import Cut
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.framing.pieces import Piece, each_leg
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Figures
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import Tape, show

FLAGS = FlagWords(
    {
        "frame": {
            "piece-cut-short": (
                "check",
                "The {piece} was cut at {cut} on {when}; the plan now says {now}.",
                "It is {by} too short: cut it anew, or undo what moved the plan.",
            ),
            "framed-short": (
                "note",
                "The {piece} stands at {cut}; by the plan as it is now it would be {now}.",
                "It is not cut anew: pack {by} onto it if the play over the {head} is too little, else leave it.",
            ),
            "framed-long": (
                "note",
                "The {piece} stands at {cut}; by the plan as it is now it would be {now}.",
                "It is not cut anew: leave it, the play is {by} more.",
            ),
            "set-short": (
                "note",
                "The {piece} in place is {cut}; by the plan as it is now it would be {now}, {by} longer.",
                "The {frame} is set: it is not cut anew. Look at what moved the plan, and check the gaps again.",
            ),
            "set-long": (
                "note",
                "The {piece} in place is {cut}; by the plan as it is now it would be {now}, {by} shorter.",
                "The {frame} is set: it is not cut anew. Look at what moved the plan, and check the gaps again.",
            ),
            "piece-cut-long": (
                "check",
                "The {piece} was cut at {cut} on {when}; the plan now says {now}.",
                "Take {by} more off it.",
            ),
        },
    }
)


# What stands once an opening is framed, and is not cut anew
OF_WALL: frozenset[FigureName] = frozenset(
    {
        names.JACK_LENGTH, *names.BY_LEG[names.JACK_LENGTH], names.KING_LENGTH, names.KING_LOW_LONG, names.KING_HIGH_LONG, names.HEADER_LENGTH, names.CRIPPLE_LENGTH,
        names.SLOPE_NAILER, names.FLOOR_EXTENSION, names.PLATE_BLOCK,
    }
)  # fmt: skip


def on_cuts(cuts: tuple[Cut, ...], figures: Figures, tape: Tape) -> Iterator[Flag]:
    """Pieces whose figure has moved since by a mark of the tape they are cut on.

    Args:
        cuts: what was cut, with its length then; figures: as planned now; tape: the one they are cut with.
    """
    anew = {cut.figure for cut in cuts}
    for cut in cuts:
        figure = figures.get(cut.figure)
        whole = [figure] if isinstance(figure, Figure) else []
        own = each_leg(cut.figure, figures)  # cut alike, and the floor found asks for a length each
        for wanted in [one for one in own if one.name not in anew] if own else whole:
            rounding = wanted.name.rounding
            now = show(wanted.value, tape, rounding).value
            if now == show(cut.length, tape, rounding).value:
                continue
            stands = "set-" if cut.set else "piece-cut-"
            if cut.figure in OF_WALL and (cut.framed or cut.set):
                stands = "framed-"
            code = stands + ("short" if cut.length < now else "long")
            by = now - cut.length if cut.length < now else cut.length - now
            values: Values = {"piece": wanted.name.label, "cut": cut.length, "now": now, "when": cut.when, "by": by}
            yield FLAGS(code, values, (wanted.name,), cut.path)


# What a door that was signed off is known by: a plan that moves one of these is no longer what was signed
BUILT: tuple[FigureName, ...] = (
    names.FRAME_OUTSIDE_WIDTH, names.FRAME_INSIDE_WIDTH, names.HEAD_UNDERSIDE, names.LEAF_TOP, names.LEAF_BOTTOM,
    names.LATCH_HEIGHT, names.TRACK_LINE, names.SLAB_WIDTH, names.SLAB_HEIGHT, names.SET_MARK,
)  # fmt: skip


def stands(piece: Piece, done: Collection[str]) -> bool:
    """Whether a piece stands, and is cut no more: all of it once the frame is set, of the wall once it is framed.

    Args:
        piece: of an opening; done: what of it is noted as done ("framed", "set", "signed").
    """
    return not {"set", "signed"}.isdisjoint(done) or ("framed" in done and piece.where == "wall")


def still_to_cut(count: int, length: Length, was: Length, cut: int | None) -> int:
    """How many of a piece are still to cut: one cut longer can be shortened, one cut shorter is cut anew.

    Args:
        count: of it in all; length: by the plan; was: the length it was cut at; cut: how many were, None for all of them.
    """
    if was < length:
        return count
    return 0 if cut is None else max(0, count - cut)


def built(figures: Figures) -> dict[FigureName, Length]:
    """The figures a finished door is known by, as far as they are known."""
    return {name: value for name in BUILT if (value := figures.value(name)) is not None}


@dataclass(frozen=True, slots=True)
class Compared:
    """One measure of an opening as it was planned, found, and made; None where nobody has said or read it yet.

    `label` is a template over the word list. `made` is what was cut, delivered, set or last read.
    """

    label: str
    planned: Length | None
    found: Length | None
    made: Length | None


PAIRS = (  # what is planned, and what the readings say of it or ask for
    ("opening width", names.RO_WIDTH, names.FOUND_LEAST_WIDTH),
    ("opening height", names.RO_HEIGHT, names.FOUND_HEIGHT),
    ("{head} underside", names.HEAD_UNDERSIDE, names.HEAD_SET),
    ("{frame} over its backs", names.FRAME_OUTSIDE_WIDTH, None),
    ("hinge {leg}", names.LEG_LENGTH, names.LEG_HINGE_SET),
    ("{strike} {leg}", names.LEG_LENGTH, names.LEG_STRIKE_SET),
    ("left {leg}", names.LEG_LENGTH, names.LEG_LEFT),
    ("right {leg}", names.LEG_LENGTH, names.LEG_RIGHT),
)


def compare(
    plan: Figures,
    figures: Figures,
    cuts: tuple[Cut, ...],
    made: Mapping[str, Length | None],
    gaps: Mapping[str, tuple[Length, Length, Length]],
) -> Iterator[Compared]:
    """Everything that was planned against what was found and what was made (handbook 13, 15, 19).

    `made` is what was cut or delivered, by the label in PAIRS; `gaps` each gap's target, first and last reading, by its label.

    Args:
        plan: the figures before anything was read; figures: those that count now; cuts: pieces as cut; made: what was read of the hole and of the set frame; gaps: as hung.

    Returns:
        One line for each figure that was found, cut or checked, with how far it is off.
    """

    for label, planned, found in PAIRS:
        row = Compared(label, plan.value(planned), figures.value(found) if found else None, made.get(label))
        if row.found is not None or row.made is not None:
            yield row
    for cut in cuts:
        yield Compared(cut.figure.label, figures.value(cut.figure), None, cut.length)
    for label, (target, first, last) in gaps.items():
        yield Compared(label, target, first, last)
