"""Casing pieces and the check that they cover the joint (handbook 8)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence

from jambo.core import rules as house
from jambo.core.facts.casing import Casing
from jambo.core.facts.frame import Frame
from jambo.core.facts.leaf import Side
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.framing.items import Item
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Computed, Fact, Figures, Line, add, highest, restated
from jambo.core.quantities.length import some
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules


@dataclass(frozen=True, slots=True)
class Stop:
    """A stop worked into the frame: how deep the rebate for the leaf is, and the side of the wall it stands toward."""

    rebate: Fact
    side: Side


def pieces(
    casing: Casing,
    inside: Computed,
    head: Computed,
    floors: tuple[Computed, Computed],
    rules: HouseRules,
    stop: Stop | None = None,
) -> tuple[Computed, ...]:
    """Head and leg casing of sides A and B: short and long points if mitred, plain cuts if butted.

    Args:
        casing: its widths, setback and joint; inside: the frame's inside width; head: its underside; floors: of sides A and B;
        stop: worked into the frame: on its side the frame's edges stand farther in.
    """
    setback = rules.known(house.SETBACK)
    sides = zip(names.CASING_LEG_ON.items(), floors, strict=True)
    legs = tuple(
        add(name, head, setback, (-1, floor), *([(-1, stop.rebate)] if stop is not None and stop.side == side else ()))
        for (side, name), floor in sides
    )
    heads = [*_head(casing, HEADS, inside, rules)]
    if stop is not None:
        heads += _head(casing, STOP_HEADS, inside, rules, (-2, stop.rebate))
    return (*heads, *legs, *long_points(casing, legs))


HEADS = names.CASING_HEAD, names.CASING_HEAD_SHORT
STOP_HEADS = names.CASING_HEAD_STOP, names.CASING_HEAD_SHORT_STOP


def _head(
    casing: Casing, named: tuple[FigureName, FigureName], inside: Computed, rules: HouseRules, *narrower: Line
) -> Iterator[Computed]:
    """The head piece of a side whose frame is `narrower` inside; `named` what it is called butted and at its short points."""
    setback, (butted, mitred) = rules.known(house.SETBACK), named
    if casing.corner == "butted":
        overhang = rules.known(house.CASING_OVERHANG)
        yield add(butted, inside, *narrower, (2, setback), (2, casing.width), (2, overhang))
        return
    short = add(mitred, inside, *narrower, (2, setback))
    yield from (short, add(names.CASING_LONG[mitred], short, (2, casing.width)))


def long_points(casing: Casing, legs: Iterable[Computed]) -> Iterator[Computed]:
    """How long mitred legs are at their long points, which is what a stick gives for them; nothing for butted ones."""
    if casing.corner != "butted":
        yield from (add(names.CASING_LONG[leg.name], leg, casing.width) for leg in legs)


def widths_to_cover(joints: Mapping[FigureName, Sequence[Line]], frame: Frame, rules: HouseRules) -> list[Computed]:
    """Least casing width that covers from the frame's edge over that of the rough opening: joint - r + cover; the greatest last.

    Where a stop is worked into the frame its side asks for more: there the frame's edge stands in by the rebate.

    Args:
        joints: from the frame's inside to the rough opening at each leg and at the head, by the figure each makes.
        frame: its rebate; rules: the setback and the cover on the wall finish.
    """
    setback, cover = rules.known(house.SETBACK), rules.known(house.CASING_COVER)
    worked = [frame.rebate] if frame.rebate is not None else []
    wanted = [add(name, *joint, *worked, (-1, setback), cover) for name, joint in joints.items()]
    return [*wanted, highest(names.CASING_WANTED, *wanted)]


def as_planned(planned: Figures) -> dict[FigureName, Sequence[Line]]:
    """The joints as the rough opening planned leaves them: half of what it is wider on each side, and what is over the head."""
    beside: list[Line] = [(HALF, planned[names.RO_WIDTH]), (-HALF, planned[names.FRAME_INSIDE_WIDTH])]
    over: list[Line] = [planned[names.RO_HEIGHT], (-1, planned[names.HEAD_UNDERSIDE])]
    return {names.CASING_WANTED_HINGE: beside, names.CASING_WANTED_STRIKE: beside, names.CASING_WANTED_HEAD: over}


def as_set(frame: Frame, made: Figures) -> dict[FigureName, Sequence[Line]]:
    """The joints where the set plan leaves them widest in the hole that was read; only those that are known."""
    gaps = {
        names.CASING_WANTED_HINGE: names.HINGE_MOST, names.CASING_WANTED_STRIKE: names.STRIKE_MOST,
        names.CASING_WANTED_HEAD: names.HEAD_MOST,
    }  # fmt: skip
    return {wanted: [made[gap], frame.leg_thickness] for wanted, gap in gaps.items() if gap in made}


def long_nails(casing: Casing, finishes: tuple[Fact, Fact], rules: HouseRules) -> tuple[Computed, ...]:
    """Length of the long nails on each side: casing, wallboard, and their hold in the stud."""
    if casing.thickness is None:
        return ()
    hold = rules.known(house.SCREW_EMBED)
    return tuple(
        add(name, casing.thickness, finish, hold)
        for name, finish in zip(names.CASING_NAIL_ON.values(), finishes, strict=True)
    )


def figures(opening: Opening, planned: Figures, wall: Wall, rules: HouseRules, *, covers_joint: bool) -> list[Computed]:
    """Every figure of the casing of both sides; `covers_joint` says that it covers both sides' joints alike.

    Args:
        opening: its casing and frame; planned: its figures; wall: both finishes; rules: the setback and the nails' hold.
    """
    casing, rebate = opening.casing, opening.frame.rebate
    if casing is None:
        return []
    stop = Stop(rebate, "B" if opening.handing.opens_to == "A" else "A") if rebate is not None else None
    inside, floors = planned[names.FRAME_INSIDE_WIDTH], (planned[names.FLOOR_A], planned[names.FLOOR_B])
    found = [
        *pieces(casing, inside, planned[names.HEAD_UNDERSIDE], floors, rules, stop),
        *long_nails(casing, (wall.finish_a, wall.finish_b), rules),
    ]
    if covers_joint:
        found += widths_to_cover(as_planned(planned), opening.frame, rules)
    return found


def on_floor_found(casing: Casing, planned: Figures, higher: Sequence[Computed] = ()) -> Iterator[Computed]:
    """Each leg's own length over a floor that is not level: a length for the hinge side and one for the strike side (handbook 8).

    Args:
        casing: its width and corners; planned: its legs under the head as it will be set, and how much the floor rises to the strike.
        higher: how much the head rises to the strike, where it is not level.
    """
    rise = planned[names.FLOOR_RISE]
    if some(planned.value(names.FLOOR_RISE)) or higher:
        for leg, (hinge, strike) in names.CASING_LEG_AT.items():
            own = (restated(hinge, planned[leg]), restated(strike, planned[leg], (-1, rise), *higher))
            yield from (*own, *long_points(casing, own))


def to_buy(planned: Figures, rules: HouseRules) -> Iterator[Item]:
    """The long nails of the casing: one length that serves both sides, and one at each end of a piece and so far apart between.

    Args:
        planned: nails and pieces; nothing is told while one of them is not known. rules: how far apart they go.
    """
    nails = planned.known(*names.CASING_NAIL_ON.values())
    legs = planned.known(*names.CASING_LEG_ON.values())
    heads = [found for name in HEADS if (found := planned.value(name)) is not None]
    if nails and legs and heads:
        apart = rules.value(house.CASING_NAIL_EVERY)
        each = [-(-piece.nm // apart.nm) + 1 for piece in (*legs.values(), *legs.values(), *heads, *heads)]
        yield Item("casing_nail", sum(each), max(nails.values()))
