"""From facts to everything that follows from them, for one opening: the single entry to the rules."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.card.step import Step
from jambo.core.card.work import work_card
from jambo.core.door.hardware import Item
from jambo.core.door.leaf import Hands, hands
from jambo.core.drawing import Drawing, Shape
from jambo.core.flags import Flag, worst_first
from jambo.core.length import ZERO, Length
from jambo.core.opening import bypass, cut_in, framing, judge, judge_sliding, plate, pocket, slider, slope, swing_door
from jambo.core.opening.elevation import Ceiling, Group, Pole, PoleMark, floor_shapes, mirrored, story_pole, wall_shapes
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.opening.pieces import Piece, cut_list
from jambo.core.opening.placed import Placed
from jambo.core.opening.plate import Mark, Plate
from jambo.core.opening.slider import TrackTape
from jambo.core.record import on_cuts
from jambo.core.rules import HouseRules
from jambo.core.setting.as_found import AsFound, as_found
from jambo.core.sums import Figure, Figures, Missing, Reckoned, Waiting, add, value_of
from jambo.core.trim import casing as trim

Stage = Literal["survey", "door", "floor", "opening", "pocket", "track", "wall", "frame", "set", "hang", "trim", "card"]


@dataclass(frozen=True, slots=True)
class Result:
    """Everything that follows: figures by name, flags worst first, what is missing, and what to draw and cut."""

    stages: tuple[Stage, ...]
    figures: Figures
    flags: tuple[Flag, ...]
    missing: tuple[Missing, ...]
    hands: Hands
    plate: Plate
    pole: tuple[PoleMark, ...]
    pieces: tuple[Piece, ...]
    hardware: tuple[Item, ...]
    shapes: tuple[Shape, ...]
    steps: tuple[Step, ...]
    drawings: tuple[Drawing, ...]
    track: TrackTape | None
    found: AsFound
    opened: cut_in.Opened | None = None


def stages_of(opening: Opening, existing: bool = False) -> tuple[Stage, ...]:
    """The stages of the work in their order: an opening that exists is read first, a new one when it is framed (TRADE 13)."""
    planned = _planned(opening)
    before = len(planned) - ("trim" in planned)
    after: tuple[Stage, ...] = ("set", "hang") if opening.kind == "swing" else ()
    if existing:
        return ("survey", *planned[:before], *after, *planned[before:], "card")
    return (*planned[:before], "survey", *after, *planned[before:], "card")


def _planned(opening: Opening) -> tuple[Stage, ...]:
    """The stages on which a kind of door is planned. A steel frame wraps the wall and has no casing."""
    if opening.kind == "pocket":
        return ("door", "floor", "pocket", "frame", "trim")
    if opening.kind == "face_slider":
        return ("door", "floor", "track", "wall", "frame", "trim")
    if opening.kind == "swing" and opening.frame.kind == "steel_wrap":
        return ("door", "floor", "opening", "frame")
    return ("door", "floor", "opening", "frame", "trim")


_POLES: dict[str, Pole] = {
    "swing": swing_door.POLE, "pocket": pocket.POLE, "face_slider": slider.POLE, "bypass": bypass.POLE,
}  # fmt: skip
_FIGURES = {
    "swing": swing_door.figures, "pocket": pocket.figures, "face_slider": slider.figures, "bypass": bypass.figures,
}  # fmt: skip
_PIECES = {"swing": swing_door.pieces, "pocket": pocket.pieces, "face_slider": slider.pieces, "bypass": bypass.pieces}


def _pole(figures: Figures, kind: str) -> tuple[PoleMark, ...]:
    marks: list[tuple[Group, Reckoned]] = []
    for group, name in (*_POLES[kind], ("wall", "header_top"), ("wall", "wall_top")):
        if name.endswith("_"):  # a numbered row, such as the hinges
            marks += [(group, f) for n, f in figures.items() if n.startswith(name)]
        elif name in figures:
            marks.append((group, figures[name]))
    return story_pole(marks)


def _trim_figures(figures: Figures, opening: Opening, wall: Wall, rules: HouseRules) -> list[Reckoned]:
    if opening.casing is None or "trim" not in stages_of(opening):
        return []
    inside, floors = figures["frame_inside_width"], (figures["floor_a"], figures["floor_b"])
    found = [
        *trim.pieces(opening.casing, inside, figures["head_underside"], floors, rules),
        *trim.long_nails(opening.casing, (wall.finish_a, wall.finish_b), rules),
    ]
    if opening.kind != "pocket":  # a pocket's casing covers one leg's joint and the split legs, not both sides alike
        found.append(trim.width_to_cover(inside, figures["ro_width"], rules))
    return found


def _missing(figures: Figures, opening: Opening) -> tuple[Missing, ...]:
    # the reach of a split jamb goes into no sum, but without it nobody knows whether it fits
    found = {end.path: end for end in opening.frame.wall_range or () if isinstance(end, Missing)}
    for figure in figures.values():
        if isinstance(figure, Waiting):
            for missing in figure.on:
                found.setdefault(missing.path, missing)
    order = (("opening.door",), ("opening.floors", "floors"), ("opening",), ("wall",))
    return tuple(
        sorted(found.values(), key=lambda m: next(i for i, root in enumerate(order) if m.path.startswith(root)))
    )


CASING = ("casing_head_long", "casing_head", "casing_leg_a", "casing_leg_b")  # mitred heads are cut by the long point


def _framing_ends(laid: Plate, wall: Wall, placing: framing.Placing) -> tuple[Length | None, Length | None]:
    """The outer faces of the framing from the wall's left end."""
    near, far = laid.framing_near, laid.framing_far
    if placing.measured_from == "left" or near is None or far is None:
        return near, far
    length = value_of(wall.length)
    return (None, None) if length is None else (length - far, length - near)


def _from_left(near: Length, wall: Wall, placing: framing.Placing) -> Length:
    """The face of a stud toward the wall's left end; `near` is its face toward the tape's start."""
    length = value_of(wall.length)
    if placing.measured_from == "left" or length is None:
        return near
    return length - near - wall.stud_thickness.value


def _made_good(opening: Opening, wall: Wall, figures: Figures, at: cut_in.InWall, rules: HouseRules) -> list[Reckoned]:
    """What cutting into a standing wall asks for besides its framing: fillers, base trim, floor where the plate was."""
    found = [f for f in at.fillers if f is not None]
    if opening.kind != "pocket":  # a pocket's finished way is not in the middle of its opening
        casing = opening.casing.width if opening.casing else None
        found += cut_in.base_cuts(figures, casing, rules)
    if at.opened is not None and wall.found is not None:
        touched = {*at.opened.cut, *at.opened.cleared, *(k for k in at.opened.kings if k is not None)}
        found += [cut_in.face(wall.found[n], wall, opening.placing.measured_from) for n in sorted(touched)]
    if wall.plate_on == "joists":
        found += [add("floor_extension", figures["ro_width"]), add("plate_block", wall.stud_depth)]
    return found


def _wall_pieces(
    figures: Figures,
    opening: Opening,
    wall: Wall,
    laid: Plate,
    opened: cut_in.Opened | None,
    sloped: slope.Slope | None,
) -> dict[str, list[Piece]]:
    """Kings and cripples to cut, and what else a standing wall or a sloping ceiling asks for.

    Standing studs that serve as kings are not cut, and the tops of studs that are cut stay as cripples.
    """
    stud = (wall.stud_thickness.value, wall.stud_depth.value)
    each, cripple = opening.header.kings, figures["cripple_length"]
    reused = opened.kings if opened is not None else (None, None)
    need = {side: each - (king is not None) for side, king in zip(("left", "right"), reused, strict=True)}
    if sloped is None:
        kings = [Piece("king", "wall", sum(need.values()), figures["king_length"], stud)]
    else:
        high = "right" if sloped.low_side == "left" else "left"
        kings = [
            Piece("king", "wall", need[sloped.low_side], figures["king_low_long"], stud),
            Piece("king", "wall", need[high], figures["king_high_long"], stud),
        ]
    over = laid.cripples if not isinstance(cripple, Figure) or cripple.value.nm > 0 else ()
    if opened is not None:
        over = ()
    sizes = [(f"cripple_slope_{c.number}", 1) for c in over if f"cripple_slope_{c.number}" in figures]
    cripples = [
        Piece("cripple", "wall", n, figures[name], stud) for name, n in sizes or [("cripple_length", len(over))]
    ]
    more: list[Piece] = []
    for side in ("left", "right"):
        gap = figures.get(f"king_filler_{side}")
        if opened is not None and gap is not None:
            long = "king_length" if sloped is None else f"king_{'low' if side == sloped.low_side else 'high'}_long"
            more.append(Piece("king_filler", "wall", 1, figures[long], (value_of(gap), stud[1])))
    if "slope_nailer" in figures:
        more.append(Piece("slope_nailer", "wall", 1, figures["slope_nailer"], stud))
    if "floor_extension" in figures:
        more.append(Piece("floor_extension", "wall", 1, figures["floor_extension"], (None, stud[1])))
        more.append(Piece("plate_block", "wall", 2, figures["plate_block"], stud))
    return {"kings": kings, "cripples": cripples, "more": more}


def _cut_list(
    figures: Figures,
    opening: Opening,
    wall: Wall,
    laid: Plate,
    opened: cut_in.Opened | None,
    sloped: slope.Slope | None,
) -> tuple[Piece, ...]:
    header, stud = opening.header, (wall.stud_thickness.value, wall.stud_depth.value)
    depth = opening.frame.depth.value if opening.frame.depth else value_of(figures["frame_depth"])
    timber = _wall_pieces(figures, opening, wall, laid, opened, sloped)
    return cut_list(
        kings=timber["kings"],
        jack=(2 * header.jacks, figures["jack_length"]),
        header=figures["header_length"],
        header_section=(value_of(header.depth), wall.stud_depth.value),
        cripples=[*timber["cripples"], *timber["more"]],
        stud_section=stud,
        door=_PIECES[opening.kind](opening, figures, (value_of(opening.frame.leg_thickness), depth)),
        casing=[figures[n] for n in CASING if n in figures],
        casing_width=opening.casing.width.value if opening.casing else None,
    )


def _hardware(opening: Opening, figures: Figures, tape: TrackTape | None, rules: HouseRules) -> tuple[Item, ...]:
    if opening.kind == "pocket":
        found = pocket.hardware(opening, figures)
    elif tape is not None:
        found = slider.hardware(opening, figures, tape)
    elif opening.kind == "bypass":
        found = bypass.hardware(opening, figures)
    else:
        found = swing_door.buy(opening, figures, rules)
    nails = [v for side in "ab" if f"casing_nail_{side}" in figures and (v := value_of(figures[f"casing_nail_{side}"]))]
    return (*found, *([Item("casing_nail", 1, max(nails))] if nails else []))


def _door_shapes(opening: Opening, at: Placed, tape: TrackTape | None, rules: HouseRules) -> list[Shape]:
    if opening.kind == "pocket":
        return pocket.shapes(opening, at, rules)
    if tape is not None:
        return slider.shapes(opening, at, tape)
    return bypass.shapes(opening, at) if opening.kind == "bypass" else swing_door.shapes(opening, at, rules)


def _ceiling(opening: Opening, level: Wall) -> Ceiling | None:
    """The height of a sloping ceiling over a place on the tape; None under a level one, or while it cannot be told."""
    length = value_of(level.length)
    if level.height_right is None or length is None or value_of(level.height) is None:
        return None
    from_left = opening.placing.measured_from == "left"
    return lambda x: slope.ceiling_at(level, x if from_left else length - x) or ZERO


def _shapes(
    opening: Opening,
    wall: Wall,
    framed: framing.Framing,
    laid: Plate,
    figures: Figures,
    tape: TrackTape | None,
    rules: HouseRules,
    level: Wall,
) -> tuple[Shape, ...]:
    """The elevation of what is known. Without a place on the wall the opening stands at x = 0."""
    width, height = value_of(figures["ro_width"]), value_of(figures["ro_height"])
    if width is None:
        return ()
    near = value_of(laid.near_edge) or ZERO
    at = Placed(near, near + width, opening.placing.measured_from, figures)
    shapes: list[Shape] = []
    if height is not None:
        reach = slider.reach(opening, at, tape) if tape is not None else ()
        ceiling, beside = _ceiling(opening, level), wall.beside_from(opening.placing.measured_from)
        shapes += wall_shapes(at, laid, framed, wall, opening.header, height, reach, ceiling, beside)
        shapes += floor_shapes(shapes, figures)
    shapes += _door_shapes(opening, at, tape, rules)
    return tuple(shapes) if opening.placing.measured_from == "left" else mirrored(shapes)


def _drawings(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> tuple[Drawing, ...]:
    found: Drawing | None = None
    if opening.kind == "pocket":
        found = pocket.plan(opening, wall, figures, rules)
    elif opening.kind == "face_slider":
        found = slider.section(opening, wall, figures, rules)
    elif opening.kind == "bypass":
        found = bypass.plan(opening, wall, figures)
    elif opening.frame.kind == "outside_sill":
        found = swing_door.sill_section(opening, figures, rules)
    return (found,) if found is not None else ()


def _flags(
    opening: Opening, wall: Wall, figures: Figures, laid: Plate, tape: TrackTape | None, rules: HouseRules
) -> tuple[Flag, ...]:
    flags = [
        *judge.on_door(opening, figures, rules),
        *judge.on_floor(opening.floors, opening.handing, figures, rules, swings=opening.kind == "swing"),
        *judge.on_opening(opening, figures, rules),
        *judge.on_frame(opening, figures, wall, laid, rules),
        *judge.on_trim(opening, figures),
    ]
    if opening.kind == "pocket":
        flags += judge_sliding.on_pocket(opening, wall, figures, rules)
    elif tape is not None:
        flags += judge_sliding.on_slider(opening, wall, figures, tape, rules)
    elif opening.kind == "bypass":
        flags += judge_sliding.on_bypass(opening, figures)
    return worst_first(tuple(flags))


def solve(opening: Opening, wall: Wall, rules: HouseRules) -> Result:
    """Work out one opening in its wall under the house rules. Never raises for incomplete facts: figures wait."""
    figures = _FIGURES[opening.kind](opening, wall, rules)
    # the edge a crew may measure to: the hinges', or the one a leaf slides away from
    edge = (
        opening.handing.hinge_side if opening.kind == "swing" else ("left" if opening.slides_to == "right" else "right")
    )
    header, placing = opening.header, opening.placing
    at = cut_in.InWall()
    if opening.cut_in is not None:
        near, _, far = plate.edges(figures["ro_width"], wall, header, placing, edge)
        at = cut_in.planned((near, far), figures, wall, header, placing.measured_from, rules)
    laid = plate.lay_out(figures["ro_width"], wall, header, placing, edge, at.opened, at.fillers)
    level, ends = wall, _framing_ends(laid, wall, placing)
    wall = slope.under_slope(wall, *ends)
    framed = framing.pieces(figures["ro_width"], figures["ro_height"], wall, opening.header)
    finished = framing.finished_thickness(wall)
    wall_figures = [
        framed.jack, framed.king, framed.header, framed.header_top, framed.cripple, framed.plate_cut,
        finished, framing.frame_depth(finished, rules), add("wall_top", wall.height),
    ]  # fmt: skip
    figures |= Figures.of(wall_figures + _trim_figures(figures, opening, wall, rules))
    if opening.kind == "swing" and opening.frame.kind == "lining_kit":
        figures["rip_width"] = add("rip_width", wall_figures[-2], rules.known("rip_planing"))
    if opening.kind == "pocket":
        splits = pocket.marks(opening, laid.near_edge, laid.far_edge, figures)
        laid = laid.with_more([Mark("split_stud", f) for f in splits])
    figures |= {mark.reckoned.name: mark.reckoned for mark in laid.marks}
    tape: TrackTape | None = None
    if opening.kind == "face_slider":
        across = slider.finished_across(opening, laid.near_edge, laid.far_edge, figures)
        tape = slider.lay_track(opening, wall, across, figures, rules)
        more = [*slider.fixed_figures(opening, tape, figures), *slider.slab_now(opening, figures)]
        figures |= Figures.of(more)
    from_left = [(c.number, _from_left(c.near, level, placing)) for c in laid.cripples] if level.height_right else []
    sloped = slope.slope_over(level, *ends, header, framed.header_top, from_left)
    if sloped is not None:
        figures |= Figures.of(sloped.figures)
    if opening.cut_in is not None:
        figures |= Figures.of(_made_good(opening, wall, figures, at, rules))
    found = as_found(opening, wall, figures, rules)
    figures |= found.figures
    return Result(
        stages=stages_of(opening, wall.existing and opening.cut_in is None),
        figures=figures,
        flags=worst_first(
            (
                *_flags(opening, wall, figures, laid, tape, rules),
                *(cut_in.on_cut_in(opening.cut_in, at.opened, wall, at.size, rules) if opening.cut_in else ()),
                *(sloped.flags if sloped is not None else ()),
                *found.flags,
                *on_cuts(opening.cuts, figures, opening.tape),
            )
        ),
        missing=_missing(figures, opening),
        hands=hands(opening.handing),
        plate=laid,
        pole=_pole(figures, opening.kind),
        pieces=_cut_list(figures, opening, wall, laid, at.opened, sloped),
        hardware=_hardware(opening, figures, tape, rules),
        shapes=_shapes(opening, wall, framed, laid, figures, tape, rules, level),
        steps=work_card(opening, wall, at.opened, figures),
        drawings=_drawings(opening, wall, figures, rules),
        track=tape,
        found=found,
        opened=at.opened,
    )
