"""A swing door in its frame (TRADE 3, 4, 5, 7, 12, 20): its figures, its shapes, its pieces."""

from __future__ import annotations

from jambo.core.door import frame as frames
from jambo.core.door import hardware, hinges
from jambo.core.door.hardware import Item
from jambo.core.drawing import Dim, Drawing, Shape, box
from jambo.core.length import ZERO, Length
from jambo.core.mass import GRAMS, Mass
from jambo.core.opening import floors as floor_rules
from jambo.core.opening import swing
from jambo.core.opening.elevation import Hung, Pole, frame_shapes, leaf_shapes
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.opening.pieces import Piece
from jambo.core.opening.placed import Placed
from jambo.core.opening.swing import BySchool
from jambo.core.rules import HouseRules
from jambo.core.sums import HALF, Figures, Known, Reckoned, add, half, highest, value_of
from jambo.core.tape import Unit

# A leaf over this takes one more hinge (TRADE 7); a slab or leaf over the other takes two people (TRADE 11, 22).
HEAVY: dict[Unit, Mass] = {"in": Mass(90 * GRAMS["lb"]), "mm": Mass(40 * GRAMS["kg"])}
TWO_PEOPLE: dict[Unit, Mass] = {"in": Mass(50 * GRAMS["lb"]), "mm": Mass(23 * GRAMS["kg"])}


def _door(opening: Opening, rules: HouseRules) -> Figures:
    leaf, frame, floors = opening.leaves[0], opening.frame, opening.floors
    a, b = floor_rules.stack_height(floors.a), floor_rules.stack_height(floors.b)
    under = floor_rules.under_leaf(floors, a, b)
    strips = None
    found: list[Reckoned] = [a, b, under]
    if frame.sill is None:
        clear = floor_rules.clear(floors, opening.handing.opens_to, a, b)
    else:  # a sill lies under the closed leaf: only the floor it swings over counts
        clear = add("floor_clear", a if opening.handing.opens_to == "A" else b)
        lift, strips = frames.filler(frame.sill, clear, rules)
        found += [
            lift,
            strips,
            add("sill_top", strips, frame.sill.thickness),
            add("seal_set", half(rules.known("seal"))),
        ]
        if frame.sill.site_made and frame.depth is not None:
            found.append(add("sill_fall", (frames.SILL_SLOPE, frame.depth)))
    stack = frames.under_the_leaf(frame, clear, strips, rules)
    if (
        opening.head_line is not None
    ):  # the storey's common line: what this door gains is under its leaf or over its head
        own = add("head_own", *stack, leaf.height, rules.known("head_gap"))
        gain = highest(
            "head_gain",
            Known("no_gain", ZERO, opening.head_line.source),
            add("head_over_own", opening.head_line, (-1, own)),
        )
        found += [own, add("head_over_own", opening.head_line, (-1, own)), gain]
        if opening.head_gain == "raise":
            stack = [*stack, gain]
    inside = frames.inside_width(opening.leaves, frame, rules)
    outside = frames.outside_width(inside, frame)
    bottom, head = frames.leaf_bottom(stack), frames.head_underside(stack, leaf, rules)
    top, stands = add("leaf_top", bottom, leaf.height), frames.foot(frame, under, strips)
    found += [
        clear, inside, outside, bottom, top, head, add("frame_top", head, frame.leg_thickness), stands,
        frames.leg_length(head, stands, frame), frames.head_length(inside, outside, frame),
        frames.clear_width(leaf, frame, rules),
    ]  # fmt: skip
    heavy = opening.mass is not None and opening.mass > HEAVY[rules.habit]
    on_leaf = hinges.on_leaf(leaf.height, rules, heavy=heavy, outside=opening.leads_to == "outside")
    on_leg = hinges.on_leg(on_leaf, rules)
    found += [*on_leaf, *on_leg, *hinges.heights(on_leg, head), *hinges.latch(clear, top, rules)]
    return Figures.of(found)


def _by_sheet(opening: Opening, door: Figures, rules: HouseRules) -> BySchool:
    """A steel frame's opening is its maker's: so much over the leaf, so much above leaf and finished floor (TRADE 20)."""
    leaves, floor = opening.leaves, door["floor_clear"]
    width = add("sheet_width", *[leaf.width for leaf in leaves], rules.known("steel_add_width"))
    height = add("sheet_height", floor, leaves[0].height, rules.known("steel_add_height"))
    side = add("sheet_side_play", half(width), (-HALF, door["frame_outside_width"]))
    return BySchool(width, height, side, add("sheet_head_play", height, (-1, door["frame_top"])))


def figures(opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
    """Every figure of a swing door above those of the framing: frame, hinges, and the opening by both schools."""
    door = _door(opening, rules)
    outside, top = door["frame_outside_width"], door["frame_top"]
    by: dict[str, BySchool] = {
        "build_up": swing.build_up(outside, top, rules),
        "add_on": swing.add_on(opening.leaves, outside, top, door["floor_clear"], opening.add_from, rules),
    }
    if opening.frame.kind == "steel_wrap":
        by["sheet"] = _by_sheet(opening, door, rules)
    used = by["sheet" if "sheet" in by else opening.school]
    packer = [door["head_gain"]] if opening.head_gain == "pack" and "head_gain" in door else []
    found = [f for school in by.values() for f in (school.width, school.height, school.side_play, school.head_play)]
    found += [
        add("ro_width", used.width), add("ro_height", used.height, *packer),
        add("side_play", used.side_play), add("head_play", used.head_play),
        add("side_play_wanted", rules.known("stud_lean"), rules.known("lean_margin")),
        add("screw_reach", opening.frame.leg_thickness, used.side_play, rules.known("screw_embed")),
    ]  # fmt: skip
    if opening.frame.throat is not None:
        found.append(add("throat", opening.frame.throat))
    return door | Figures.of(found)


POLE: Pole = (
    ("floor", "floor_a"), ("floor", "floor_b"), ("floor", "sill_top"), ("door", "leaf_bottom"), ("door", "hinge_height_"),
    ("door", "latch_height"), ("door", "leaf_top"), ("door", "head_underside"), ("opening", "frame_top"), ("opening", "ro_height"),
)  # fmt: skip


def shapes(opening: Opening, at: Placed, rules: HouseRules) -> list[Shape]:
    """Leaves on their hinges, and the frame."""
    heights = at.known(
        "floor_a", "floor_b", "foot", "head_underside", "frame_top", "leaf_bottom", "leaf_top", "side_play"
    )
    if heights is None:
        return []
    play, t = heights["side_play"], value_of(opening.frame.leg_thickness) or ZERO
    tops = hinges.all_known(tuple(f for _, f in at.numbered("hinge_height_")))
    hung = Hung(
        widths=tuple(leaf.width.value for leaf in opening.leaves if isinstance(leaf.width, Known)),
        hinge_gap=opening.frame.gap_at_hinges(rules).value,
        hinge_near=opening.handing.hinge_side == opening.placing.measured_from,
        hinge_tops=tuple(f.value for f in tops),
        hinge_length=rules.value("hinge_length"),
    )
    found = leaf_shapes(hung, at.near + play + t, at.far - play - t, heights)
    return found + frame_shapes(at, opening.frame, t, heights, play)


def sill_section(opening: Opening, found: Figures, rules: HouseRules) -> Drawing | None:
    """Section through an outside frame's sill: rough floor, filler, sill, inside floor, the leaf's foot and its gap."""
    sill, thick = opening.frame.sill, value_of(opening.leaves[0].thickness)
    names = ("sill_filler", "sill_top", "leaf_bottom", "floor_clear")
    known = {n: v for n in names if n in found and (v := value_of(found[n])) is not None}
    if sill is None or thick is None or len(known) < len(names):
        return None
    deep, floor = thick * 4, known["floor_clear"]
    outlines = [box("deck", -deep, -thick * HALF, deep + deep, ZERO)]
    if known["sill_filler"] > ZERO:
        outlines.append(box("filler", -deep * HALF, ZERO, deep, known["sill_filler"], "sill_filler"))
    outlines += [
        box("sill", -deep * HALF, known["sill_filler"], deep, known["sill_top"], "sill_top"),
        box("floor_a", deep, ZERO, deep * 2, floor, "floor_clear"),
        box("leaf", deep - thick, known["leaf_bottom"], deep, known["leaf_bottom"] + thick * 2, "leaf_bottom"),
    ]
    dims = [Dim("leaf_bottom", (deep * HALF, ZERO), (deep * HALF, known["leaf_bottom"]))]
    if known["sill_filler"] > ZERO:
        dims.append(Dim("sill_filler", (-deep, ZERO), (-deep, known["sill_filler"])))
    return Drawing("section", "y", tuple(outlines), tuple(dims))


def pieces(opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None]) -> list[Piece]:
    """Legs and head, and the filler under a sill."""
    rows = [
        Piece("leg", "frame", 2, found["leg_length"], frame_section),
        Piece("head", "frame", 1, found["head_length"], frame_section),
    ]
    gain = value_of(found["head_gain"]) if opening.head_gain == "pack" and "head_gain" in found else None
    if gain is not None and gain > ZERO:
        rows.append(Piece("head_packer", "frame", 1, found["ro_width"], (gain, frame_section[1])))
    filler = value_of(found["sill_filler"]) if "sill_filler" in found else None
    if filler:
        rows.append(Piece("filler", "frame", 1, found["frame_outside_width"], (filler, frame_section[1])))
    return rows


def buy(opening: Opening, found: Figures, rules: HouseRules) -> tuple[Item, ...]:
    """Hinges, screws, latch; the screws of a steel frame's feet; the pan and seal of an outside frame."""
    each = sum(1 for n in found if n.startswith("hinge_height_") and value_of(found[n]) is not None)
    pre_hung = opening.frame.kind == "flat_jamb" and opening.frame.supply == "pre_hung"
    rows = list(hardware.buy_list(opening.leaves, each, rules, pre_hung=pre_hung))
    if rows and opening.frame.kind == "steel_wrap":
        rows.append(Item("steel_foot_screw", 2, rules.value("steel_foot_screw")))
    if rows and opening.frame.kind == "outside_sill":
        rows += [Item("sill_pan", 1, value_of(found["ro_width"])), Item("seal", 1)]
    return tuple(rows)
