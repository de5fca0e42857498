"""An opening that stands and stays (handbook 24): nothing of the wall is framed, and its rough opening is what was read."""

from __future__ import annotations

from functools import cache

from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, Waiting, add, restated
from jambo.core.quantities.names import FigureName, Numbered

# What only framing a hole asks for and gives
_FRAMING = frozenset(
    {
        names.JACK_LENGTH, *names.BY_LEG[names.JACK_LENGTH], names.KING_LENGTH, names.KING_LOW_LONG, names.KING_HIGH_LONG, names.HEADER_LENGTH, names.HEADER_TOP,
        names.CRIPPLE_LENGTH, names.PLATE_CUT, names.WALL_TOP, names.SLOPE_NAILER, names.SIDE_PLAY_WANTED,
    }
)  # fmt: skip
_MARKS: tuple[Numbered, ...] = (
    names.CRIPPLE_SLOPE, names.MARK_KING_NEAR, names.MARK_KING_FAR, names.MARK_JACK_NEAR, names.MARK_JACK_FAR, names.MARK_COMMON,
)  # fmt: skip
PLACE = frozenset({names.MARK_RO_NEAR, names.MARK_RO_FAR, names.MARK_RO_CENTRE})

# What the door would like of a hole, and the rough opening it is told beside
LIKED = {names.LIKED_WIDTH: names.RO_WIDTH, names.LIKED_HEIGHT: names.RO_HEIGHT}


def stands(opening: Opening, wall: Wall) -> bool:
    """Say whether the hole is there and stays: a standing wall, and no new hole is cut into it."""
    return wall.existing and opening.cut_in is None


@cache
def framed(name: FigureName, *, placed: bool) -> bool:
    """Say whether a figure is one of framing a hole, or of its place on a wall where nothing is `placed` by that."""
    return name in _FRAMING or (name in PLACE and not placed) or name.family in _MARKS


def as_read(planned: Figures, found: Figures) -> Figures:
    """The rough opening as it was read, with the play that leaves; what the door would like stands beside it.

    Args:
        planned: the opening the door asks for, and its frame; found: the figures made from the readings.
    """
    made = Figures()
    if (width := found.get(names.FOUND_LEAST_WIDTH)) is not None:
        made[names.LIKED_WIDTH] = restated(names.LIKED_WIDTH, planned[names.RO_WIDTH])
        made[names.RO_WIDTH] = add(names.RO_WIDTH, width)
        if (outside := planned.get(names.FRAME_OUTSIDE_WIDTH)) is not None:
            made[names.SIDE_PLAY] = add(names.SIDE_PLAY, (HALF, width), (-HALF, outside))
    if (height := found.get(names.FOUND_HEIGHT)) is not None:
        made[names.LIKED_HEIGHT] = restated(names.LIKED_HEIGHT, planned[names.RO_HEIGHT])
        made[names.RO_HEIGHT] = add(names.RO_HEIGHT, height)
    return made


def not_framed(figures: Figures, unasked: frozenset[FigureName], *, placed: bool) -> Figures:
    """The figures without those of framing: none of them is asked for, and none told.

    Args:
        figures: all that was worked out; unasked: those nobody is asked for where they are not known; placed: whether what hangs there is
            laid out along the wall, as a track is.
    """
    return Figures(
        (name, figure)
        for name, figure in figures.items()
        if not framed(name, placed=placed) and not (name in unasked and isinstance(figure, Waiting))
    )
