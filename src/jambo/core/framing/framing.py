"""Timber framing around an opening (handbook 6): pieces and their lengths."""

from __future__ import annotations

from jambo.core import rules as house
from jambo.core.facts.placing import Header
from jambo.core.facts.wall import Wall
from jambo.core.framing.wall_height import wall_top
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, add
from jambo.core.rules import HouseRules


@dataclass(frozen=True, slots=True)
class Framing:
    """Lengths of the pieces around one opening."""

    jack: Computed
    king: Computed
    header: Computed
    header_top: Computed
    cripple: Computed
    plate_cut: Computed


def pieces(width: Computed, height: Computed, wall: Wall, header: Header) -> Framing:
    """Cut lengths from the rough opening: jacks and kings stand on the bottom plate, the header on the jacks.

    Args:
        width, height: of the rough opening; wall: plate and stud thickness, height; header: depth and jacks.
    """
    return Framing(
        jack=add(names.JACK_LENGTH, height, wall.less_sole),
        king=add(names.KING_LENGTH, wall.height, wall.less_sole),
        header=add(names.HEADER_LENGTH, width, (2 * header.jacks, wall.stud_thickness)),
        header_top=add(names.HEADER_TOP, height, header.depth),
        cripple=add(names.CRIPPLE_LENGTH, wall.height, (-1, height), (-1, header.depth)),
        plate_cut=add(names.PLATE_CUT, width),
    )


def figures(framed: Framing, wall: Wall, rules: HouseRules) -> list[Computed]:
    """Every figure of the framing and the finished wall."""
    finished = finished_thickness(wall)
    return [
        framed.jack, framed.king, framed.header, framed.header_top, framed.cripple, framed.plate_cut,
        finished, frame_depth(finished, rules), wall_top(wall),
    ]  # fmt: skip


def finished_thickness(wall: Wall) -> Computed:
    """Thickness of the finished wall: stud depth and both finishes."""
    return add(names.WALL_FINISHED, wall.stud_depth, wall.finish_a, wall.finish_b)


def frame_depth(finished: Computed, rules: HouseRules) -> Computed:
    """Depth of a flat frame: the finished wall and a shade over, planed back (handbook 4)."""
    return add(names.FRAME_DEPTH, finished, rules.known(house.DEPTH_OVER_WALL))
