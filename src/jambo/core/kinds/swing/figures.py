"""A swing door in its frame (handbook 3, 4, 5, 7, 12, 20): its figures, its shapes, its pieces."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from jambo.core import rules as house
from jambo.core.facts.frame import Frame
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.frames import frame as frames
from jambo.core.frames.registry import kind_of_frame, stop_is_worked
from jambo.core.framing import floors as floor_rules
from jambo.core.framing import rough_opening as swing
from jambo.core.framing.rough_opening import ByMethod
from jambo.core.kinds.swing import hinges
from jambo.core.kinds.swing.square import out_of_square
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    Amount,
    Computed,
    Figure,
    Figures,
    Known,
    Line,
    Waiting,
    add,
    half,
    highest,
    lowest,
    restated,
    value_of,
)
from jambo.core.quantities.length import ZERO
from jambo.core.quantities.mass import GRAMS, Mass
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules
from jambo.core.setting import legs

# A leaf over this takes one more hinge (handbook 7); a slab or leaf over the other takes two people (handbook 11, 22).
HEAVY: dict[Unit, Mass] = {"in": Mass(90 * GRAMS["lb"]), "mm": Mass(40 * GRAMS["kg"])}


def door(
    opening: Opening, rules: HouseRules, lift: Computed | None = None, lowered: frames.Lowered | None = None
) -> Figures:
    """The leaf, its frame and its hinges: from the floors up, without the opening they ask for.

    Args:
        opening: the facts; rules: in force.
        lift: how much higher the floor found rises than it is at the hinge foot; None before it is read.
        lowered: how the frame was brought down into a hole too low for it.
    """
    leaf, frame = opening.leaves[0], opening.frame
    inside = frames.inside_width(opening.leaves, frame, rules)
    outside = frames.outside_width(inside, frame)
    under, over_floor, strips, found = _from_the_floor(opening, rules, (inside, outside), lowered, lift)
    frame = _as_made(frame, found)
    raised, steel = [lift] if lift is not None else [], frame.steel
    stood_on = _both_floors(opening, found) or under
    stands = frames.foot(frame, stood_on, strips, lowered.under if lowered is not None else None, lift)
    stack: list[Line] = [*frames.under_the_leaf(frame, over_floor, strips, rules), *raised]
    if steel is not None:  # the leaf hangs from the head of a frame whose height is its own
        stack = [stands, *raised, steel.height, (-1, leaf.height), (-1, rules.known(house.HEAD_GAP))]
        found += [steel.width, steel.height, *steel.net]
    line = _head_line(opening, stack, rules)
    found += line
    stack += [line[-1]] if line and opening.head_gain == "raise" else []
    tall: Amount = leaf.height
    if lowered is not None:
        found.append(add(names.GAP_TAKEN, *lowered.gap))
        stack.append((-1, found[-1]))
        if lowered.trim:
            tall = add(names.LEAF_TRIMMED, leaf.height, *((-1, trim) for trim in lowered.trim))
            found.append(tall)
            stack += lowered.trim if steel is not None else ()
    bottom, head = frames.leaf_bottom(stack), frames.head_underside(stack, tall, rules)
    top = add(names.LEAF_TOP, bottom, tall)
    found += [
        inside, outside, bottom, top, head, add(names.FRAME_TOP, head, frame.leg_thickness), stands,
        frames.leg_length(head, stands, frame), frames.head_length(inside, outside, frame),
        frames.clear_width(leaf, frame, rules),
        *([frame.leg_thickness] if isinstance(frame.leg_thickness, Figure | Waiting) else []),
    ]  # fmt: skip
    known = Figures.of(found)
    # what came off the bottom of a leaf that has its mortises moves none of them
    known |= _hung(opening, leaf.height if frame.pre_hung else tall, known, raised, rules)
    return known | _stops(opening, known, rules)


def _from_the_floor(
    opening: Opening,
    rules: HouseRules,
    widths: tuple[Computed, Computed],
    lowered: frames.Lowered | None,
    lift: Computed | None,
) -> tuple[Computed, list[Amount], Computed | None, list[Computed]]:
    """The floor under the closed leaf, what the leaf clears with its gap, the filler under a sill, and all those figures.

    Args:
        opening: floors and sill; rules: the gaps in force; widths: of the frame inside and over its backs; lowered: what the
            sill's filler is thinner by; lift: what the floor found raises it by.
    """
    frame, floors, swings = opening.frame, opening.floors, opening.handing.opens_to
    a, b = floor_rules.stack_height(floors.a), floor_rules.stack_height(floors.b)
    under = floor_rules.under_leaf(floors, a, b)
    if frame.sill is None:
        clear = floor_rules.clear(floors, swings, a, b)
    else:  # a sill lies under the closed leaf: only the floor it swings over counts
        clear = add(names.FLOOR_CLEAR, a if swings == "A" else b)
        floors = replace(floors, under=swings)
    line = floor_rules.leaf_line(floors, swings, a, b, rules)
    over_floor: list[Amount] = [line[-1]] if line else [clear, rules.known(house.FLOOR_GAP)]
    found: list[Computed] = [a, b, under, clear, *line]
    if frame.sill is None:
        return under, over_floor, None, found
    sill_lift, strips = frames.filler(frame.sill, over_floor, rules)
    thick: Amount = frame.sill.thickness
    if lowered is not None and lowered.under is not None:
        strips, thick = _lower(strips, thick, lowered.under)
    found += [
        *([thick] if isinstance(thick, Figure | Waiting) else []),
        sill_lift, strips, add(names.SILL_TOP, strips, thick, *([lift] if lift is not None else [])), add(names.SEAL_SET, half(rules.known(house.SEAL))),
        add(names.SILL_LENGTH, widths[1] if frame.sill.legs_on else widths[0]),
    ]  # fmt: skip
    if frame.sill.site_made and frame.depth is not None:
        found.append(add(names.SILL_FALL, (frames.SILL_SLOPE, frame.depth)))
    return under, over_floor, strips, found


def _lower(strips: Computed, thick: Amount, under: Amount) -> tuple[Computed, Amount]:
    """Filler and sill brought down: the filler first, then a site-made sill is made as much thinner as that does not give.

    Args:
        strips: the filler; thick: the sill; under: what both are to give together.
    """
    filler, asked = value_of(strips), value_of(under)
    if filler is None or asked is None or asked <= filler:
        return restated(names.SILL_FILLER, strips, (-1, under)), thick
    made = add(names.SILL_MADE, thick, strips, (-1, under))
    return restated(names.SILL_FILLER, strips, (-1, strips)), made


def _as_made(frame: Frame, found: list[Computed]) -> Frame:
    """The frame on its sill as that is made."""
    made = next((one for one in found if one.name == names.SILL_MADE), None)
    if made is None or frame.sill is None:
        return frame
    return replace(frame, sill=replace(frame.sill, thickness=made))


def _head_line(opening: Opening, stack: list[Line], rules: HouseRules) -> list[Computed]:
    """The storey's common line: what this door gains is under its leaf or over its head; the gain last, none without a line."""
    if opening.head_line is None:
        return []
    own = add(names.HEAD_OWN, *stack, opening.leaves[0].height, rules.known(house.HEAD_GAP))
    over = add(names.HEAD_OVER_OWN, opening.head_line, (-1, own))
    return [own, over, highest(names.HEAD_GAIN, Known("no_gain", ZERO, opening.head_line.source), over)]


def _both_floors(opening: Opening, found: list[Computed]) -> Computed | None:
    """The lower of the two finished floors each leg stands on, and its notch for the higher; None where it stands on one alone.

    Beside a strip a leg stands on both; so it does where the floor of the side the leaf opens to ends behind the closed leaf. The
    other side's floor that runs under the leaf runs under the whole leg.
    """
    floors, by = opening.floors, Figures.of(found)
    beside_strip = floors.under == "strip" and not floors.strip_under_legs
    if not (beside_strip or floors.under == opening.handing.opens_to) or opening.frame.sill is not None:
        return None
    a, b = by[names.FLOOR_A], by[names.FLOOR_B]
    known = value_of(a), value_of(b)
    if known[0] == known[1] or known[0] is None or known[1] is None:
        return a if beside_strip else None
    foot = lowest(names.FLOOR_AT_FOOT, a, b)
    found.append(foot)
    if opening.frame.stands_on == "finished_floor":
        found.append(add(names.NOTCH, a if known[0] > known[1] else b, (-1, foot)))
    return foot


def notch_depth(opening: Opening, figures: Figures) -> Iterator[Computed]:
    """How much of each leg's depth lies on the higher floor: what is under the closed leaf, or the rest; of a strip nobody knows."""
    a, b, swings = figures.value(names.FLOOR_A), figures.value(names.FLOOR_B), opening.handing.opens_to
    if names.NOTCH in figures and opening.floors.under == swings and a is not None and b is not None:
        thick = opening.leaves[0].thickness
        under_leaf = (a > b) == (swings == "A")
        rest = opening.frame.depth or figures[names.FRAME_DEPTH]
        yield add(names.NOTCH_DEPTH, thick) if under_leaf else add(names.NOTCH_DEPTH, rest, (-1, thick))


def _hung(opening: Opening, tall: Amount, known: Figures, raised: list[Computed], rules: HouseRules) -> Figures:
    """Hinges and latch, on the leaf, on the leg and above the floor; and how far a leaf in hand is out of square."""
    heavy = opening.mass is not None and opening.mass > HEAVY[rules.habit]
    steel = opening.frame.steel
    pockets = steel.pockets if steel is not None else ()
    on_leaf = hinges.on_leaf(tall, opening.in_hand, rules, pockets, heavy=heavy, outside=opening.leads_to == "outside")
    on_leg = hinges.on_leg(on_leaf, rules)
    found = [
        *on_leaf,
        *on_leg,
        *hinges.heights(on_leg, known[names.HEAD_UNDERSIDE]),
        *hinges.leg_ends(on_leg, opening.frame),
    ]
    strike = steel.strike_pocket if steel is not None else None
    found += hinges.latch([known[names.FLOOR_CLEAR], *raised], known[names.LEAF_TOP], opening.in_hand, rules, strike)
    squares = [out_of_square(opening.in_hand)]
    squares += [out_of_square(opening.fixed_in_hand, names.OUT_OF_SQUARE_FIXED)] if opening.pair else []
    return Figures.of([*found, *(square for square in squares if square is not None)])


def _stops(opening: Opening, known: Figures, rules: HouseRules) -> Figures:
    """Stops planted on the site, and where fixings hide behind them (handbook 4)."""
    if stop_is_worked(opening.frame) or opening.frame.pre_hung:
        return Figures()
    thick, zone = rules.known(house.STOP_THICKNESS), rules.known(house.ZONE_CLEAR)
    return Figures.of([
        add(names.STOP_HEAD, known[names.FRAME_INSIDE_WIDTH]),
        add(names.STOP_LEG, known[names.HEAD_UNDERSIDE], (-1, thick), (-1, known[names.SILL_TOP if opening.frame.sill else names.FLOOR_UNDER])),
        add(names.FIXING_ZONE, opening.leaves[0].thickness, zone),
    ])  # fmt: skip


def figures(opening: Opening, rules: HouseRules) -> Figures:
    """Every figure of a swing door above those of the framing: frame, hinges, and the opening by both methods."""
    read = legs.floor_lift(opening, opening.rise) if opening.rise is not None else Figures()
    lift = [read[names.FLOOR_LIFT]] if read else []
    hung = door(opening, rules, lift[0] if lift else None) | read
    outside, top = hung[names.FRAME_OUTSIDE_WIDTH], hung[names.FRAME_TOP]
    by: dict[str, ByMethod] = {
        "build_up": swing.build_up(outside, top, rules),
        "add_on": swing.add_on(opening.leaves, outside, top, hung[names.FLOOR_CLEAR], opening.add_from, rules, lift),
    }
    sheet = kind_of_frame(opening.frame).by_sheet(opening.leaves, hung, rules)
    if sheet is not None:
        by["sheet"] = sheet
    used = sheet or by[opening.method]
    packer = [hung[names.HEAD_GAIN]] if opening.head_gain == "pack" and names.HEAD_GAIN in hung else []
    found = [f for method in by.values() for f in (method.width, method.height, method.side_play, method.head_play)]
    found += [
        add(names.RO_WIDTH, used.width), add(names.RO_HEIGHT, used.height, *packer),
        add(names.SIDE_PLAY, used.side_play), add(names.HEAD_PLAY, used.head_play),
        add(names.SIDE_PLAY_WANTED, rules.known(house.STUD_LEAN), rules.known(house.LEAN_MARGIN)),
        add(names.SCREW_REACH, opening.frame.leg_thickness, used.side_play, rules.known(house.SCREW_EMBED)),
    ]  # fmt: skip
    if opening.frame.throat is not None:
        found.append(add(names.THROAT, opening.frame.throat))
    return hung | Figures.of(found)


def off_the_studs(opening: Opening, wall: Wall) -> Figures:
    """How far a frame that is set before the wall finish stands off the studs on each side: by that finish (handbook 4).

    Args:
        opening: its frame, and whether it is set first; wall: its finishes.
    """
    if not opening.setting.before_finish or kind_of_frame(opening.frame).clamps:
        return Figures()
    return Figures.of([add(names.STAND_OFF_A, wall.finish_a), add(names.STAND_OFF_B, wall.finish_b)])


def extension(opening: Opening, figures: Figures) -> Iterator[Computed]:
    """The strip on the other edge of a frame thinner than its wall, which is set flush with one side (handbook 12).

    Args:
        opening: its frame's own depth, and the side that gets the strip; figures: the finished wall, the legs and the head.
    """
    depth, wall = opening.frame.depth, figures.value(names.WALL_FINISHED)
    if opening.frame.extension is None or depth is None or wall is None or depth.value >= wall:
        return
    yield add(names.FRAME_OWN_DEPTH, depth)
    yield add(names.EXTENSION_WIDTH, figures[names.WALL_FINISHED], (-1, depth))
    yield add(names.EXTENSION_LEG, figures[names.LEG_LENGTH])
    yield add(names.EXTENSION_HEAD, figures[names.HEAD_LENGTH])
