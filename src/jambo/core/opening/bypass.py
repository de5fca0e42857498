"""Bypass leaves (TRADE 11): n leaves that pass in one opening, jamb to jamb."""

from __future__ import annotations

from fractions import Fraction

from jambo.core.door import frame as frames
from jambo.core.door.hardware import Item
from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.length import ZERO, Length
from jambo.core.opening import floors as floor_rules
from jambo.core.opening import swing
from jambo.core.opening.elevation import Pole
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.opening.pieces import Piece
from jambo.core.opening.placed import Placed
from jambo.core.rules import HouseRules
from jambo.core.sums import HALF, Figures, Reckoned, add, highest, value_of


def figures(opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
    """Leaf sizes from the finished opening, or the opening from leaves in hand; then the frame and rough opening."""
    by, leaf, t = opening.bypass, opening.leaves[0], opening.frame.leg_thickness
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


POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("door", "leaf_bottom"), ("door", "leaf_top"), ("door", "head_underside"),
    ("opening", "frame_top"), ("opening", "ro_height"),
)  # fmt: skip


def _starts(n: int, made: Length, wide: Length) -> list[Length]:
    """Where each leaf starts when all are closed: spread evenly, each lapping the next."""
    return [(made - wide) * Fraction(i, n - 1) for i in range(n)]


def shapes(opening: Opening, at: Placed) -> list[Shape]:
    """Frame and leaves, closed, the first in front."""
    known = at.known(
        "side_play",
        "leaf_bottom",
        "leaf_top",
        "head_underside",
        "foot",
        "frame_top",
        "finished_width",
        "leaf_size_width",
    )
    t = value_of(opening.frame.leg_thickness)
    if known is None or t is None:
        return []
    near, far = at.near + known["side_play"], at.far - known["side_play"]
    found = [
        Shape("leg", near, known["foot"], near + t, known["head_underside"], ("leg_length",)),
        Shape("leg", far - t, known["foot"], far, known["head_underside"], ("leg_length",)),
        Shape("head", near, known["head_underside"], far, known["frame_top"], ("head_length",)),
    ]
    track = known["head_underside"] - opening.bypass.track.value
    found.append(
        Shape(
            "track", near + t, max(track, known["leaf_top"]), far - t, known["head_underside"], ("bypass_track_left",)
        )
    )
    wide = known["leaf_size_width"]
    for start in reversed(_starts(opening.bypass.count, known["finished_width"], wide)):
        x0 = near + t + start
        found.append(
            Shape("leaf", x0, known["leaf_bottom"], x0 + wide, known["leaf_top"], ("leaf_size_width", "leaf_top"))
        )
    return found


def plan(opening: Opening, wall: Wall, found: Figures) -> Drawing | None:
    """Plan of the leaves closed, each on its own channel, between the legs and the wall finishes."""
    made, wide, t = (
        value_of(x) for x in (found["finished_width"], found["leaf_size_width"], opening.frame.leg_thickness)
    )
    thick, fa, fb = (value_of(x) for x in (opening.leaves[0].thickness, wall.finish_a, wall.finish_b))
    if made is None or wide is None or t is None or thick is None or fa is None or fb is None:
        return None
    n, between, face = opening.bypass.count, opening.bypass.between.value, wall.stud_depth.value * HALF
    deep = thick * n + between * (n - 1)
    reach = t * 3
    outlines = []
    for x0, x1, leg in ((-reach, -t, (-t, ZERO)), (made + t, made + reach, (made, made + t))):
        outlines += [
            box("finish", x0, -face - fa, x1, -face), box("stud", x0, -face, x1, face), box("finish", x0, face, x1, face + fb),
            box("leg", leg[0], -face - fa, leg[1], face + fb, "frame_outside_width"),
        ]  # fmt: skip
    for i, start in enumerate(_starts(n, made, wide)):
        y = deep * -HALF + (thick + between) * i
        outlines.append(box("leaf", start, y, start + wide, y + thick, "leaf_size_width"))
    dims = (
        Dim("frame_inside_width", (ZERO, face + fb), (made, face + fb)),
        Dim("leaf_size_width", (ZERO, -face - fa), (wide, -face - fa)),
    )
    return Drawing("plan", "y", tuple(outlines), dims)


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """The frame and the leaves."""
    return [
        Piece("leg", "frame", 2, found["leg_length"], frame_section),
        Piece("head", "frame", 1, found["head_length"], frame_section),
        Piece("leaf", "kit", opening.bypass.count, found["leaf_size_width"], (value_of(opening.leaves[0].thickness), value_of(found["leaf_size_height"]))),
    ]  # fmt: skip


def hardware(opening: Opening, found: Figures) -> tuple[Item, ...]:
    """What to buy with bypass leaves."""
    n = opening.bypass.count
    return (
        Item("bypass_track", 1, value_of(found["frame_inside_width"])), Item("bypass_hanger", 2 * n), Item("bypass_guide", n - 1),
        Item("pocket_pull", n),
    )  # fmt: skip
