"""Framing around an opening (handbook 6): pieces and their lengths."""

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
    buck: tuple[Computed, ...] = ()


def pieces(width: Computed, height: Computed, wall: Wall, header: Header) -> Framing:
    """Cut lengths from the rough opening: jacks and kings stand on the bottom plate, the header on the jacks; a buck stands in their hole.

    Args:
        width, height: of the rough opening; wall: plate and stud thickness, height; header: depth and jacks.
    """
    one, two = header.bucked, [(2, buck) for buck in header.bucked]
    return Framing(
        jack=add(names.JACK_LENGTH, height, *one, wall.less_sole),
        king=add(names.KING_LENGTH, wall.height, wall.less_sole),
        header=add(names.HEADER_LENGTH, width, *two, (2 * header.jacks, wall.stud_thickness)),
        header_top=add(names.HEADER_TOP, height, *one, header.depth),
        cripple=add(names.CRIPPLE_LENGTH, wall.height, (-1, height), *((-1, buck) for buck in one), (-1, header.depth)),
        plate_cut=add(names.PLATE_CUT, width, *two),
        buck=(
            add(names.HOLE_WIDTH, width, *two),
            add(names.HOLE_HEIGHT, height, *one),
            add(names.BUCK_LEG, height),
            add(names.BUCK_HEAD, width, *two),
        )
        if one
        else (),
    )


def figures(framed: Framing, wall: Wall, rules: HouseRules) -> list[Computed]:
    """Every figure of the framing and the finished wall."""
    finished = finished_thickness(wall)
    return [
        framed.jack, framed.king, framed.header, framed.header_top, framed.cripple, framed.plate_cut,
        *framed.buck, finished, frame_depth(finished, rules), wall_top(wall),
    ]  # fmt: skip


def finished_thickness(wall: Wall) -> Computed:
    """Thickness of the finished wall: stud depth and both finishes."""
    return add(names.WALL_FINISHED, wall.stud_depth, wall.finish_a, wall.finish_b)


def frame_depth(finished: Computed, rules: HouseRules) -> Computed:
    """Depth of a flat frame: the finished wall and a shade over, planed back (handbook 4)."""
    return add(names.FRAME_DEPTH, finished, rules.known(house.DEPTH_OVER_WALL))
