"""Casing pieces and the check that they cover the joint (handbook 8)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jambo.core import rules as house
from jambo.core.facts.casing import Casing
from jambo.core.facts.wall import Wall
from jambo.core.framing.items import Item
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Computed, Fact, Figures, add, restated
from jambo.core.quantities.length import some
from jambo.core.rules import HouseRules


def pieces(
    casing: Casing, inside: Computed, head: Computed, floors: tuple[Computed, Computed], rules: HouseRules
) -> tuple[Computed, ...]:
    """Head and leg casing of sides A and B: short points (and long point of the head) if mitred, plain cuts if butted.

    Args:
        casing: its widths, setback and joint; inside: the frame's inside width; head: its underside; floors: of sides A and B.
    """
    setback = rules.known(house.SETBACK)
    legs = tuple(
        add(name, head, setback, (-1, floor)) for name, floor in zip(names.CASING_LEG_ON.values(), floors, strict=True)
    )
    if casing.corner == "butted":
        overhang = rules.known(house.CASING_OVERHANG)
        return (add(names.CASING_HEAD, inside, (2, setback), (2, casing.width), (2, overhang)), *legs)
    short = add(names.CASING_HEAD_SHORT, inside, (2, setback))
    return (short, add(names.CASING_HEAD_LONG, short, (2, casing.width)), *legs)


def width_to_cover(inside: Computed, opening: Computed, rules: HouseRules) -> Computed:
    """Least casing width that covers from the frame over the edge of the rough opening: (RO - Wi)/2 - r + cover."""
    return add(
        names.CASING_WANTED,
        (HALF, opening),
        (-HALF, inside),
        (-1, rules.known(house.SETBACK)),
        rules.known(house.CASING_COVER),
    )


def long_nails(casing: Casing, finishes: tuple[Fact, Fact], rules: HouseRules) -> tuple[Computed, ...]:
    """Length of the long nails on each side: casing, wallboard, and their hold in the stud."""
    if casing.thickness is None:
        return ()
    hold = rules.known(house.SCREW_EMBED)
    return tuple(
        add(name, casing.thickness, finish, hold)
        for name, finish in zip(names.CASING_NAIL_ON.values(), finishes, strict=True)
    )


def figures(casing: Casing, planned: Figures, wall: Wall, rules: HouseRules, *, covers_joint: bool) -> list[Computed]:
    """Every figure of the casing of both sides; `covers_joint` says that it covers both sides' joints alike.

    Args:
        planned: the opening's figures; wall: both finishes; rules: the setback and the nails' hold.
    """
    inside, floors = planned[names.FRAME_INSIDE_WIDTH], (planned[names.FLOOR_A], planned[names.FLOOR_B])
    found = [
        *pieces(casing, inside, planned[names.HEAD_UNDERSIDE], floors, rules),
        *long_nails(casing, (wall.finish_a, wall.finish_b), rules),
    ]
    if covers_joint:
        found.append(width_to_cover(inside, planned[names.RO_WIDTH], rules))
    return found


def on_floor_found(planned: Figures, higher: Sequence[Computed] = ()) -> Iterator[Computed]:
    """Each leg's own length over a floor that is not level: a length for the hinge side and one for the strike side (handbook 8).

    Args:
        planned: the casing under the head as it will be set, and how much the floor rises to the strike.
        higher: how much the head rises to the strike, where it is not level.
    """
    rise = planned[names.FLOOR_RISE]
    if some(planned.value(names.FLOOR_RISE)) or higher:
        for leg, (hinge, strike) in names.CASING_LEG_AT.items():
            yield restated(hinge, planned[leg])
            yield restated(strike, planned[leg], (-1, rise), *higher)


def to_buy(planned: Figures) -> Iterator[Item]:
    """The long nails of the casing: one length that serves both sides."""
    nails = [length for name in names.CASING_NAIL_ON.values() if (length := planned.value(name)) is not None]
    if nails:
        yield Item("casing_nail", 1, max(nails))
