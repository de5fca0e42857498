"""The rough opening of a swing door by both schools, and the play each leaves (handbook 5)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import AddFrom, School
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Amount, Reckoned, add, half
from jambo.core.rules import HouseRules


@dataclass(frozen=True, slots=True)
class BySchool:
    """What one school makes of an opening: its size, and what is left around the frame."""

    width: Reckoned
    height: Reckoned
    side_play: Reckoned
    head_play: Reckoned


def _with_play(school: School, width: Reckoned, height: Reckoned, outside: Reckoned, top: Reckoned) -> BySchool:
    """Side play each = (RO width - Wo)/2, head play = RO height - (Hh + t_head)."""
    side = add(names.SIDE_PLAY_BY[school], half(width), (-HALF, outside))
    return BySchool(width, height, side, add(names.HEAD_PLAY_BY[school], height, (-1, top)))


def build_up(outside: Reckoned, top: Reckoned, rules: HouseRules) -> BySchool:
    """RO = Wo + 2s by the frame's top + sh; `top` is the frame's top above the rough floor."""
    width = add(names.BUILD_UP_WIDTH, outside, (2, rules.known("side_shim")))
    height = add(names.BUILD_UP_HEIGHT, top, rules.known("head_shim"))
    return _with_play("build_up", width, height, outside, top)


def add_on(
    leaves: Sequence[Leaf], outside: Reckoned, top: Reckoned, floor: Reckoned, start: AddFrom, rules: HouseRules
) -> BySchool:
    """RO = leaves + add_w by leaf height + add_h, measured from the rough floor or from the finished floor."""
    width = add(names.ADD_ON_WIDTH, *[leaf.width for leaf in leaves], rules.known("add_width"))
    stands: list[Amount] = [floor] if start == "finished_floor" else []
    height = add(names.ADD_ON_HEIGHT, *stands, leaves[0].height, rules.known("add_height"))
    return _with_play("add_on", width, height, outside, top)
