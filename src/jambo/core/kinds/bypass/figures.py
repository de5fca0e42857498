"""Bypass leaves (handbook 11): n leaves that pass in one opening, jamb to jamb."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.facts.opening import Opening
from jambo.core.frames import frame as frames
from jambo.core.framing import floors as floor_rules
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, add, highest, value_of
from jambo.core.rules import HouseRules


def figures(opening: Opening, rules: HouseRules) -> Figures:
    """Leaf sizes from the finished opening, or the opening from leaves in hand; then the frame and rough opening."""
    by, leaf = bypass_of(opening), opening.leaves[0]
    n = by.count
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    under = floor_rules.under_leaf(opening.floors, a, b)
    clear = highest(names.FLOOR_CLEAR, a, b)
    gap, over = floor_rules.gap_under(opening.floors, ("A", "B"), clear, rules)
    wanted = add(names.BYPASS_LEAF_WANTED, (Fraction(1, n), opening.finished_width), (Fraction(n - 1, n), by.overlap))
    tall = add(names.BYPASS_HEIGHT_WANTED, opening.finished_height, (-1, by.track), (-1, gap))
    width = add(names.LEAF_SIZE_WIDTH, by.leaf_width or wanted)
    height = add(names.LEAF_SIZE_HEIGHT, by.leaf_height or tall)
    # with leaves in hand and no opening given, the leaves make the opening
    made = add(names.FINISHED_WIDTH, opening.finished_width)
    if value_of(made) is None and by.leaf_width:
        made = add(names.FINISHED_WIDTH, (n, by.leaf_width), (-(n - 1), by.overlap))
    rise = add(names.FINISHED_HEIGHT, opening.finished_height)
    if value_of(rise) is None and by.leaf_height:
        rise = add(names.FINISHED_HEIGHT, by.leaf_height, by.track, gap)
    inside = add(names.FRAME_INSIDE_WIDTH, made)
    head = add(names.HEAD_UNDERSIDE, clear, rise)
    bottom = add(names.LEAF_BOTTOM, clear, gap)
    found: list[Computed] = [
        a, b, under, clear, *over, made, rise, width, height,
        *frames.lined(opening.frame, inside, head, under, rules),
        bottom, add(names.LEAF_TOP, bottom, height),
        add(names.BYPASS_OVERLAP_EACH, (Fraction(n, n - 1), width), (Fraction(-1, n - 1), made)),
        add(names.BYPASS_TRACK_LEFT, rise, (-1, height), (-1, gap)),
        add(names.CLEAR_WIDTH, made, (-1, width)),
        add(names.BYPASS_DEPTH, (n, leaf.thickness), (n - 1, by.between)),
    ]  # fmt: skip
    if value_of(wanted) is not None and by.leaf_width:
        found.append(wanted)
    if value_of(tall) is not None and by.leaf_height:
        found.append(tall)
    return Figures.of(found)
