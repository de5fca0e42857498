"""An opening whose leaf does not swing, over a floor that is not level (handbook 15): jacks, legs and casing each by the floor under it."""

from __future__ import annotations

from collections.abc import Mapping

from jambo.core.facts.leaf import HingeSide
from jambo.core.facts.opening import Opening
from jambo.core.facts.readings import READ
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known, Line, restated
from jambo.core.quantities.length import ZERO, Length
from jambo.core.setting.legs import diagonals
from jambo.core.trim.casing import long_points

Lower = Mapping[HingeSide, list[Line]]


def each_end(
    opening: Opening, figures: Figures, rise: Length | None, foot: HingeSide | None, *, framed: bool, lined: bool
) -> Figures:
    """What was planned alike for both ends, each by its own floor; nothing on a floor that is level or was not read.

    Args:
        opening: its frame and casing; figures: as planned; rise: how much higher the floor is at the right foot.
        foot: the one heights count from; None: the higher one. framed: whether its hole was read: jacks are then what they are.
        lined: whether it gets a lining of ours.
    """
    if rise is None or rise == ZERO:
        return Figures()
    level = foot or ("right" if rise > ZERO else "left")
    read = Known("floor_rise", rise, READ)
    ends: tuple[HingeSide, HingeSide] = ("left", "right")
    lower: Lower = {end: [] if end == level else [(-1 if end == "right" else 1, read)] for end in ends}
    made = Figures()
    for end in ends:
        if not framed and names.JACK_LENGTH in figures:
            made[names.JACK_ON[end]] = restated(names.JACK_ON[end], figures[names.JACK_LENGTH], *lower[end])
        if lined and names.LEG_LENGTH in figures:
            made[names.LEG_ON[end]] = restated(names.LEG_ON[end], figures[names.LEG_LENGTH], *lower[end])
    if lined:
        made |= diagonals(opening, figures, made, names.DIAGONAL_ON_END)
    return made | casing_by_end(opening, figures, lower)


def casing_by_end(opening: Opening, figures: Figures, lower: Lower) -> Figures:
    """Each casing leg by the floor it stands on.

    Args:
        opening: its casing; figures: the legs as planned; lower: how much lower than planned each end's floor is.
    """
    made = Figures()
    if opening.casing is None or names.CASING_LEG_A not in figures:
        return made
    for leg, ends in names.CASING_LEG_END.items():
        own = [restated(ends[end], figures[leg], *more) for end, more in lower.items()]
        made |= Figures.of([*own, *long_points(opening.casing, own)])
    return made
