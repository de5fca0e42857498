"""From facts to everything that follows from them, for one opening: the single entry to the rules."""

from __future__ import annotations

from dataclasses import dataclass

from jambo.core.door import frame as frames
from jambo.core.door import hardware, hinges
from jambo.core.door.frame import Frame
from jambo.core.door.hardware import Item
from jambo.core.door.leaf import Handing, Hands, Leaf, hands
from jambo.core.flags import Flag, worst_first
from jambo.core.opening import floors as floor_rules
from jambo.core.opening import framing, judge, plate, swing
from jambo.core.opening.elevation import Group, Hung, PoleMark, Shape, elevation, story_pole
from jambo.core.opening.floors import Floors
from jambo.core.opening.framing import Header, Placing, Wall
from jambo.core.opening.pieces import Piece, cut_list
from jambo.core.opening.plate import Plate
from jambo.core.opening.swing import AddFrom, School
from jambo.core.rules import HouseRules
from jambo.core.sums import Figure, Known, Missing, Reckoned, Waiting, add, value_of
from jambo.core.trim import casing as trim
from jambo.core.trim.casing import Casing


@dataclass(frozen=True, slots=True)
class Opening:
    """The facts of one opening with a swing door."""

    leaves: tuple[Leaf, ...]
    handing: Handing
    frame: Frame
    floors: Floors
    school: School
    add_from: AddFrom
    header: Header
    placing: Placing
    casing: Casing | None = None


@dataclass(frozen=True, slots=True)
class Result:
    """Everything that follows: figures by name, flags worst first, what is missing, and what to draw and cut."""

    figures: dict[str, Reckoned]
    flags: tuple[Flag, ...]
    missing: tuple[Missing, ...]
    hands: Hands
    plate: Plate
    pole: tuple[PoleMark, ...]
    pieces: tuple[Piece, ...]
    hardware: tuple[Item, ...]
    shapes: tuple[Shape, ...]


def _door_figures(opening: Opening, rules: HouseRules) -> dict[str, Reckoned]:
    leaf, frame, floors = opening.leaves[0], opening.frame, opening.floors
    a, b = floor_rules.stack_height(floors.a), floor_rules.stack_height(floors.b)
    under = floor_rules.under_leaf(floors, a, b)
    clear = floor_rules.clear(floors, opening.handing.opens_to, a, b)
    inside = frames.inside_width(opening.leaves, frame, rules)
    outside = frames.outside_width(inside, frame)
    bottom = frames.leaf_bottom(clear, rules)
    head = frames.head_underside(clear, leaf, rules)
    stands = frames.foot(frame, under)
    found: list[Reckoned] = [
        a, b, under, clear, inside, outside, bottom, add("leaf_top", bottom, leaf.height), head,
        add("frame_top", head, frame.leg_thickness), stands,
        frames.leg_length(head, stands, frame), frames.head_length(inside, outside, frame),
        frames.clear_width(leaf, frame, rules),
    ]  # fmt: skip
    on_leaf = hinges.on_leaf(leaf.height, rules)
    on_leg = hinges.on_leg(on_leaf, rules)
    found += [*on_leaf, *on_leg, *hinges.heights(on_leg, head), *hinges.latch(clear, leaf.height, rules)]
    return {figure.name: figure for figure in found}


def _opening_figures(door: dict[str, Reckoned], opening: Opening, rules: HouseRules) -> dict[str, Reckoned]:
    outside, top = door["frame_outside_width"], door["frame_top"]
    by = {
        "build_up": swing.build_up(outside, top, rules),
        "add_on": swing.add_on(opening.leaves, outside, top, door["floor_clear"], opening.add_from, rules),
    }
    used = by[opening.school]
    found = [f for school in by.values() for f in (school.width, school.height, school.side_play, school.head_play)]
    found += [
        add("ro_width", used.width), add("ro_height", used.height),
        add("side_play", used.side_play), add("head_play", used.head_play),
        add("side_play_wanted", rules.known("stud_lean"), rules.known("lean_margin")),
    ]  # fmt: skip
    return {figure.name: figure for figure in found}


def _trim_figures(figures: dict[str, Reckoned], opening: Opening, rules: HouseRules) -> list[Reckoned]:
    if opening.casing is None:
        return []
    inside, floors = figures["frame_inside_width"], (figures["floor_a"], figures["floor_b"])
    return [
        *trim.pieces(opening.casing, inside, figures["head_underside"], floors, rules),
        trim.width_to_cover(inside, figures["ro_width"], rules),
    ]


def _missing(figures: dict[str, Reckoned], frame: Frame) -> tuple[Missing, ...]:
    # the reach of a split jamb goes into no sum, but without it nobody knows whether it fits
    found = {end.path: end for end in frame.wall_range or () if isinstance(end, Missing)}
    for figure in figures.values():
        if isinstance(figure, Waiting):
            for missing in figure.on:
                found.setdefault(missing.path, missing)
    order = ("opening.door", "opening.floors", "opening", "wall")
    return tuple(
        sorted(found.values(), key=lambda m: next(i for i, root in enumerate(order) if m.path.startswith(root)))
    )


def _pole(figures: dict[str, Reckoned]) -> tuple[PoleMark, ...]:
    hinge_tops: list[tuple[Group, Reckoned]] = [
        ("door", f) for name, f in figures.items() if name.startswith("hinge_height_")
    ]
    marks: list[tuple[Group, Reckoned]] = [
        ("floor", figures["floor_a"]), ("floor", figures["floor_b"]), ("door", figures["leaf_bottom"]),
        *hinge_tops, ("door", figures["latch_height"]), ("door", figures["leaf_top"]), ("door", figures["head_underside"]),
        ("opening", figures["frame_top"]), ("opening", figures["ro_height"]), ("wall", figures["header_top"]),
        ("wall", figures["wall_top"]),
    ]  # fmt: skip
    return story_pole(marks)


CASING = ("casing_head_long", "casing_head", "casing_leg_a", "casing_leg_b")  # mitred heads are cut by the long point


def _cut_list(figures: dict[str, Reckoned], opening: Opening, wall: Wall, laid: Plate) -> tuple[Piece, ...]:
    header, stud = opening.header, (wall.stud_thickness.value, wall.stud_depth.value)
    depth = opening.frame.depth.value if opening.frame.depth else value_of(figures["frame_depth"])
    cripple = figures["cripple_length"]
    cripples = len(laid.cripples) if not isinstance(cripple, Figure) or cripple.value.nm > 0 else 0
    return cut_list(
        leg=figures["leg_length"],
        head=figures["head_length"],
        frame_section=(value_of(opening.frame.leg_thickness), depth),
        king=(2 * header.kings, figures["king_length"]),
        jack=(2 * header.jacks, figures["jack_length"]),
        header=figures["header_length"],
        header_section=(value_of(header.depth), wall.stud_depth.value),
        cripple=(cripples, cripple),
        stud_section=stud,
        casing=[figures[n] for n in CASING if n in figures],
        casing_width=opening.casing.width.value if opening.casing else None,
    )


def solve(opening: Opening, wall: Wall, rules: HouseRules) -> Result:
    """Work out one opening in its wall under the house rules. Never raises for incomplete facts: figures wait."""
    figures = _door_figures(opening, rules)
    figures |= _opening_figures(figures, opening, rules)
    framed = framing.pieces(figures["ro_width"], figures["ro_height"], wall, opening.header)
    finished = framing.finished_thickness(wall)
    wall_figures = [
        framed.jack, framed.king, framed.header, framed.header_top, framed.cripple, framed.plate_cut,
        finished, framing.frame_depth(finished, rules), add("wall_top", wall.height),
    ]  # fmt: skip
    figures |= {figure.name: figure for figure in wall_figures + _trim_figures(figures, opening, rules)}
    if opening.frame.kind == "lining_kit":
        figures["rip_width"] = add("rip_width", wall_figures[-2], rules.known("rip_planing"))
    hinge_side = opening.handing.hinge_side
    laid = plate.lay_out(figures["ro_width"], wall, opening.header, opening.placing, hinge_side)
    figures |= {mark.reckoned.name: mark.reckoned for mark in laid.marks}

    flags = (
        *judge.on_door(opening.leaves, opening.frame, figures, rules),
        *judge.on_floor(opening.floors, opening.handing, figures, rules),
        *judge.on_opening(figures, rules, opening.school, opening.add_from == "finished_floor"),
        *judge.on_frame(figures, wall, opening.header, opening.placing, laid, opening.frame),
        *judge.kit_serves(opening.leaves, opening.frame),
        *judge.on_trim(opening.casing, figures),
    )
    tops = hinges.all_known(tuple(f for n, f in figures.items() if n.startswith("hinge_height_")))
    shapes = elevation(
        plate=laid,
        framing=framed,
        wall=wall,
        header=opening.header,
        placing=opening.placing,
        frame=opening.frame,
        width=figures["ro_width"],
        height=figures["ro_height"],
        side_play=figures["side_play"],
        heights={
            n: figures[n]
            for n in ("floor_a", "floor_b", "foot", "head_underside", "frame_top", "leaf_bottom", "leaf_top")
        },
        hung=Hung(
            widths=tuple(leaf.width.value for leaf in opening.leaves if isinstance(leaf.width, Known)),
            hinge_gap=opening.frame.gap_at_hinges(rules).value,
            hinge_near=hinge_side == opening.placing.measured_from,
            hinge_tops=tuple(f.value for f in tops),
            hinge_length=rules.value("hinge_length"),
        ),
    )
    return Result(
        figures=figures,
        flags=worst_first(flags),
        missing=_missing(figures, opening.frame),
        hands=hands(opening.handing),
        plate=laid,
        pole=_pole(figures),
        pieces=_cut_list(figures, opening, wall, laid),
        hardware=hardware.buy_list(opening.leaves, len(tops), rules),
        shapes=shapes,
    )
