"""Bypass leaves (TRADE 11): n leaves that pass in one opening, jamb to jamb."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.facts.opening import Opening
from jambo.core.frames import frame as frames
from jambo.core.framing import floors as floor_rules
from jambo.core.framing import rough_opening as swing
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities.figure import Figures, Reckoned, add, highest, value_of
from jambo.core.rules import HouseRules


def figures(opening: Opening, rules: HouseRules) -> Figures:
    """Leaf sizes from the finished opening, or the opening from leaves in hand; then the frame and rough opening."""
    by, leaf, t = bypass_of(opening), opening.leaves[0], opening.frame.leg_thickness
    n = by.count
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    under = floor_rules.under_leaf(opening.floors, a, b)
    clear = highest("floor_clear", a, b)
    gap = rules.known("floor_gap")
    wanted = add("bypass_leaf_wanted", (Fraction(1, n), opening.finished_width), (Fraction(n - 1, n), by.overlap))
    tall = add("bypass_height_wanted", opening.finished_height, (-1, by.track), (-1, gap))
    width = add("leaf_size_width", by.leaf_width or wanted)
    height = add("leaf_size_height", by.leaf_height or tall)
    # with leaves in hand and no opening given, the leaves make the opening
    made = add("finished_width", opening.finished_width)
    if value_of(made) is None and by.leaf_width:
        made = add("finished_width", (n, by.leaf_width), (-(n - 1), by.overlap))
    rise = add("finished_height", opening.finished_height)
    if value_of(rise) is None and by.leaf_height:
        rise = add("finished_height", by.leaf_height, by.track, gap)
    inside = add("frame_inside_width", made)
    outside = add("frame_outside_width", inside, (2, t))
    head = add("head_underside", clear, rise)
    stands, top = frames.foot(opening.frame, under), add("frame_top", head, t)
    ro = swing.build_up(outside, top, rules)
    bottom = add("leaf_bottom", clear, gap)
    found: list[Reckoned] = [
        a, b, under, clear, made, rise, width, height, inside, outside, head, top, stands,
        frames.leg_length(head, stands, opening.frame), frames.head_length(inside, outside, opening.frame),
        ro.width, ro.height, ro.side_play, ro.head_play,
        add("ro_width", ro.width), add("ro_height", ro.height), add("side_play", ro.side_play), add("head_play", ro.head_play),
        bottom, add("leaf_top", bottom, height),
        add("bypass_overlap_each", (Fraction(n, n - 1), width), (Fraction(-1, n - 1), made)),
        add("bypass_track_left", rise, (-1, height), (-1, gap)),
        add("clear_width", made, (-1, width)),
        add("bypass_depth", (n, leaf.thickness), (n - 1, by.between)),
    ]  # fmt: skip
    if value_of(wanted) is not None and by.leaf_width:
        found.append(wanted)
    if value_of(tall) is not None and by.leaf_height:
        found.append(tall)
    return Figures.of(found)
