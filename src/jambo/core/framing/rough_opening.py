"""The rough opening of a swing door by both methods, and the play each leaves (handbook 5)."""

from __future__ import annotations

from collections.abc import Sequence

from jambo.core import rules as house
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import AddFrom, Method
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Amount, Computed, add, half
from jambo.core.rules import HouseRules


@dataclass(frozen=True, slots=True)
class ByMethod:
    """What one method makes of an opening: its size, and what is left around the frame."""

    width: Computed
    height: Computed
    side_play: Computed
    head_play: Computed


def _with_play(method: Method, width: Computed, height: Computed, outside: Computed, top: Computed) -> ByMethod:
    """Side play each = (RO width - Wo)/2, head play = RO height - (Hh + t_head)."""
    side = add(names.SIDE_PLAY_BY[method], half(width), (-HALF, outside))
    return ByMethod(width, height, side, add(names.HEAD_PLAY_BY[method], height, (-1, top)))


def build_up(outside: Computed, top: Computed, rules: HouseRules) -> ByMethod:
    """RO = Wo + 2s by the frame's top + sh; `top` is the frame's top above the rough floor.

    Args:
        outside: the frame's outside width Wo; rules: side shim space s and head shim space sh.
    """
    width = add(names.BUILD_UP_WIDTH, outside, (2, rules.known(house.SIDE_SHIM)))
    height = add(names.BUILD_UP_HEIGHT, top, rules.known(house.HEAD_SHIM))
    return _with_play("build_up", width, height, outside, top)


def add_on(
    leaves: Sequence[Leaf],
    outside: Computed,
    top: Computed,
    floor: Computed,
    start: AddFrom,
    rules: HouseRules,
    lift: Sequence[Computed] = (),
) -> ByMethod:
    """RO = leaves + add_w by leaf height + add_h, measured from the rough floor or from the finished floor.

    Args:
        leaves: their widths are added up, the first gives the height; outside, top: the frame's, for the play that is left.
        floor: the height of the finished floor; start: what the height is measured from; rules: add_w and add_h.
        lift: what the floor read rises over the foot heights count from.
    """
    width = add(names.ADD_ON_WIDTH, *[leaf.width for leaf in leaves], rules.known(house.ADD_WIDTH))
    stands: list[Amount] = [floor] if start == "finished_floor" else []
    height = add(names.ADD_ON_HEIGHT, *stands, leaves[0].height, rules.known(house.ADD_HEIGHT), *lift)
    return _with_play("add_on", width, height, outside, top)
