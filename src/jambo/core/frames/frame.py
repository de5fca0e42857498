"""The frame of a swing door (handbook 4): its widths, its heights, its legs and head."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from jambo.core import rules as house
from jambo.core.facts.frame import Frame, LegsPastHead, Sill, Trenched
from jambo.core.facts.leaf import Leaf
from jambo.core.framing.rough_opening import build_up
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Amount, Computed, Known, Line, Source, add, highest
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules


@dataclass(frozen=True, slots=True)
class Lowered:
    """How a frame was brought down into its hole: what the floor gap loses, what came off the leaf, what it stands on lower by."""

    gap: tuple[Line, ...]
    trim: tuple[Amount, ...] = ()
    under: Amount | None = None


SILL_SLOPE = Fraction(1, 20)  # fall of a site-made sill to the outside (handbook 12)


def inside_width(leaves: Sequence[Leaf], frame: Frame, rules: HouseRules) -> Computed:
    """Wi = a steel frame's nominal opening, or the leaves and the gaps between the legs; a pair has a hinge gap on both sides and one meeting gap.

    Args:
        leaves: their widths; frame: its hinge and strike gaps; rules: the meeting gap of a pair.
    """
    if frame.steel is not None:
        return add(names.FRAME_INSIDE_WIDTH, frame.steel.width)
    pair = len(leaves) == 2
    gaps: list[tuple[int, Amount]] = (
        [(2, frame.hinge_gap), (1, rules.known(house.MEETING_GAP))]
        if pair
        else [(1, frame.hinge_gap), (1, frame.strike_gap)]
    )
    return add(names.FRAME_INSIDE_WIDTH, *[leaf.width for leaf in leaves], *gaps)


def outside_width(inside: Computed, frame: Frame) -> Computed:
    """Wo = Wi + 2t."""
    return add(names.FRAME_OUTSIDE_WIDTH, inside, (2, frame.leg_thickness))


def clear_width(leaf: Leaf, frame: Frame, rules: HouseRules) -> Computed:
    """Clear width with the (active) leaf at 90 degrees, between its face and the stop on the other side (handbook 22).

    The leaf is taken to stand square in line with the hinge gap: W + gs - leaf thickness - stop. Of a pair this is
    what the active leaf alone leaves, up to the edge of the inactive one. A stop worked from the solid stands out by its rebate.
    """
    stop = rules.known(house.STOP_THICKNESS) if frame.rebate is None else frame.rebate
    return add(names.CLEAR_WIDTH, leaf.width, frame.strike_gap, (-1, leaf.thickness), (-1, stop))


def filler(sill: Sill, over_floor: Sequence[Amount], rules: HouseRules) -> list[Computed]:
    """Filler strips under a sill: what the leaf must clear, where that is higher than the sill's own leaf line."""
    lift = add(names.SILL_LIFT, *over_floor, (-1, sill.thickness), (-1, rules.known(house.SILL_GAP)))
    none = Known("no_filler", ZERO, Source("given", "opening.frame.sill_thickness"))
    return [lift, highest(names.SILL_FILLER, none, lift)]


def under_the_leaf(
    frame: Frame, over_floor: Sequence[Amount], strips: Computed | None, rules: HouseRules
) -> list[Amount]:
    """What the leaf's bottom edge stands over: the highest floor and its gap, or filler, sill and its gap."""
    if frame.sill is not None and strips is not None:
        return [strips, frame.sill.thickness, rules.known(house.SILL_GAP)]
    return [*over_floor]


def leaf_bottom(stack: Sequence[Line]) -> Computed:
    """Height of the leaf's bottom edge over what is under it."""
    return add(names.LEAF_BOTTOM, *stack)


def head_underside(stack: Sequence[Line], tall: Amount, rules: HouseRules) -> Computed:
    """Hh = F_clear + gu + Hd + gt, above the rough floor; over a sill its own stack instead of floor and gap.

    Args:
        stack: what is under the leaf, with its gap; tall: its height Hd; rules: the head gap gt.
    """
    return add(names.HEAD_UNDERSIDE, *stack, tall, rules.known(house.HEAD_GAP))


def foot(
    frame: Frame,
    under: Computed,
    strips: Computed | None = None,
    lower: Amount | None = None,
    lift: Computed | None = None,
) -> Computed:
    """Where the legs stand: the rough floor, the finished floor under the leaf, a spacer, or on or beside the sill.

    `lower` is what a spacer was made thinner by; of a sill that is in its `strips` already. Legs on a sill stand higher by the
    `lift` it is levelled at.
    """
    if frame.sill is not None and strips is not None:
        raised = [lift] if lift is not None else []
        return add(names.FOOT, strips, *([frame.sill.thickness, *raised] if frame.sill.legs_on else []))
    if frame.stands_on == "finished_floor":
        return add(names.FOOT, under)
    if frame.stands_on == "spacer":
        return add(names.FOOT, frame.spacer, *([(-1, lower)] if lower is not None else []))
    return add(names.FOOT, Known("bare_floor", ZERO, Source("given", "opening.frame.stands_on")))


def leg_length(head: Computed, stands: Computed, frame: Frame) -> Computed:
    """Length of each leg, by the joint of head and legs."""
    joint: list[Amount] = []
    if isinstance(frame.joint, Trenched):
        joint = [frame.joint.depth]
    elif isinstance(frame.joint, LegsPastHead):
        joint = [frame.leg_thickness]
    return add(names.LEG_LENGTH, head, (-1, stands), *joint)


def head_length(inside: Computed, outside: Computed, frame: Frame) -> Computed:
    """Length of the head piece, by the joint of head and legs."""
    if isinstance(frame.joint, Trenched):
        return add(names.HEAD_LENGTH, outside, (2, frame.joint.horn))
    if isinstance(frame.joint, LegsPastHead):
        return add(names.HEAD_LENGTH, inside, (2, frame.joint.depth))
    return add(names.HEAD_LENGTH, outside)


def lined(frame: Frame, inside: Computed, head: Computed, under: Computed, rules: HouseRules) -> list[Computed]:
    """Every figure of legs and a head that line an opening without hinges, and of the rough opening they ask for.

    Args:
        frame: its stock, its joint and what it stands on; inside: its width; head: its underside; under: the floor below; rules: its play.
    """
    t = frame.leg_thickness
    outside, top, stands = outside_width(inside, frame), add(names.FRAME_TOP, head, t), foot(frame, under)
    ro = build_up(outside, top, rules)
    return [
        inside, outside, head, top, stands, leg_length(head, stands, frame), head_length(inside, outside, frame),
        ro.width, ro.height, ro.side_play, ro.head_play,
        add(names.RO_WIDTH, ro.width), add(names.RO_HEIGHT, ro.height), add(names.SIDE_PLAY, ro.side_play), add(names.HEAD_PLAY, ro.head_play),
    ]  # fmt: skip
