"""The frame of a swing door (TRADE 4): its widths, its heights, its legs and head."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

from jambo.core.door.leaf import Leaf
from jambo.core.length import ZERO
from jambo.core.rules import HouseRules
from jambo.core.sums import Amount, Fact, Known, Reckoned, Source, add

FrameKind = Literal["flat_jamb", "lining_kit", "rabbeted", "split_jamb"]
StandsOn = Literal["rough_floor", "finished_floor", "spacer"]


@dataclass(frozen=True, slots=True)
class HeadOverLegs:
    """The head lies on top of the legs."""


@dataclass(frozen=True, slots=True)
class Trenched:
    """The legs enter a trench in the head by `depth`; the head runs past them by `horn` at each end."""

    depth: Known
    horn: Known


@dataclass(frozen=True, slots=True)
class LegsPastHead:
    """The legs run past the head, which sits in a rabbet of `depth` in each leg."""

    depth: Known


Joint = HeadOverLegs | Trenched | LegsPastHead


@dataclass(frozen=True, slots=True)
class Frame:
    """A frame's own facts. `spacer` counts only when the legs stand on one; `depth` is a delivered depth, if any.

    `serves` are the leaf widths a kit's trench spacings are made for; `wall_range` the walls a split jamb reaches.
    """

    leg_thickness: Fact
    stands_on: StandsOn
    spacer: Fact
    joint: Joint = field(default_factory=HeadOverLegs)
    depth: Known | None = None
    kind: FrameKind = "flat_jamb"
    serves: tuple[Known, ...] = ()
    wall_range: tuple[Fact, Fact] | None = None

    def gap_at_hinges(self, rules: HouseRules) -> Known:
        """gh: a kit's trenches settle it, otherwise the house rule does."""
        return rules.known("kit_gap" if self.kind == "lining_kit" else "hinge_gap")

    def gap_at_strike(self, rules: HouseRules) -> Known:
        """gs, likewise."""
        return rules.known("kit_gap" if self.kind == "lining_kit" else "strike_gap")


def inside_width(leaves: Sequence[Leaf], frame: Frame, rules: HouseRules) -> Reckoned:
    """Wi = the leaves and the gaps between the legs; a pair has a hinge gap on both sides and one meeting gap."""
    pair = len(leaves) == 2
    gaps: list[tuple[int, Amount]] = (
        [(2, frame.gap_at_hinges(rules)), (1, rules.known("meeting_gap"))]
        if pair
        else [(1, frame.gap_at_hinges(rules)), (1, frame.gap_at_strike(rules))]
    )
    return add("frame_inside_width", *[leaf.width for leaf in leaves], *gaps)


def outside_width(inside: Reckoned, frame: Frame) -> Reckoned:
    """Wo = Wi + 2t."""
    return add("frame_outside_width", inside, (2, frame.leg_thickness))


def clear_width(leaf: Leaf, frame: Frame, rules: HouseRules) -> Reckoned:
    """Clear width with the (active) leaf at 90 degrees, between its face and the stop on the other side (TRADE 22).

    The leaf is taken to stand square in line with the hinge gap: W + gs - leaf thickness - stop. Of a pair this is
    what the active leaf alone leaves, up to the edge of the inactive one.
    """
    return add(
        "clear_width", leaf.width, frame.gap_at_strike(rules), (-1, leaf.thickness), (-1, rules.known("stop_thickness"))
    )


def leaf_bottom(floor_clear: Reckoned, rules: HouseRules) -> Reckoned:
    """Height of the leaf's bottom edge: the highest floor it passes, and the floor gap."""
    return add("leaf_bottom", floor_clear, rules.known("floor_gap"))


def head_underside(floor_clear: Reckoned, leaf: Leaf, rules: HouseRules) -> Reckoned:
    """Hh = F_clear + gu + Hd + gt, above the rough floor."""
    return add("head_underside", floor_clear, rules.known("floor_gap"), leaf.height, rules.known("head_gap"))


def foot(frame: Frame, floor_under: Reckoned) -> Reckoned:
    """Where the legs stand: the rough floor, the finished floor under the door, or a spacer."""
    if frame.stands_on == "finished_floor":
        return add("foot", floor_under)
    if frame.stands_on == "spacer":
        return add("foot", frame.spacer)
    return add("foot", Known("bare_floor", ZERO, Source("given", "opening.frame.stands_on")))


def leg_length(head: Reckoned, stands: Reckoned, frame: Frame) -> Reckoned:
    """Length of each leg, by the joint of head and legs."""
    joint: list[Amount] = []
    if isinstance(frame.joint, Trenched):
        joint = [frame.joint.depth]
    elif isinstance(frame.joint, LegsPastHead):
        joint = [frame.leg_thickness]
    return add("leg_length", head, (-1, stands), *joint)


def head_length(inside: Reckoned, outside: Reckoned, frame: Frame) -> Reckoned:
    """Length of the head piece, by the joint of head and legs."""
    if isinstance(frame.joint, Trenched):
        return add("head_length", outside, (2, frame.joint.horn))
    if isinstance(frame.joint, LegsPastHead):
        return add("head_length", inside, (2, frame.joint.depth))
    return add("head_length", outside)
