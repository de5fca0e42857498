"""From facts to everything that follows from them, for one opening: the single entry to the rules.

A straight pipeline: the kind's own figures, the plate, the framing in the wall, what the kind adds there, what was found,
and then what is drawn, cut, bought, done and said. What differs between kinds of door is asked of the kind.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from jambo.core import rules as house
from jambo.core.drawing import Drawing, Shape, ShapePart
from jambo.core.facts.leaf import Hands, hands
from jambo.core.facts.opening import Opening
from jambo.core.facts.placing import Placing
from jambo.core.facts.readings import READ, WIDTHS
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag, worst_first
from jambo.core.framing import cut_in, framing, plate, slope, standing
from jambo.core.framing.boxes import boxes_in_hole, services_over_floors
from jambo.core.framing.elevation import ceiling_over, floor_shapes, mirrored, wall_shapes
from jambo.core.framing.framing import Framing
from jambo.core.framing.items import Item, as_fixed
from jambo.core.framing.pieces import Around, Piece, cut_list, each_leg, in_steel, over_and_beside, uprights
from jambo.core.framing.placed import Placed
from jambo.core.framing.plate import Plate
from jambo.core.framing.pole import PoleMark, story_pole
from jambo.core.framing.track_tape import TrackTape
from jambo.core.frozen import dataclass
from jambo.core.kinds.card import work_card
from jambo.core.kinds.kind import AsFound, KindOfDoor, Planned, stages_of
from jambo.core.kinds.registry import KINDS
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known, Missing, Waiting, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero
from jambo.core.quantities.names import FigureName
from jambo.core.record import on_cuts
from jambo.core.rules import HouseRules
from jambo.core.setting.to_buy import shims_to_buy
from jambo.core.stages import Stage
from jambo.core.step import Step
from jambo.core.survey.found import surveyed
from jambo.core.survey.taped import against_line, over_rough_floor
from jambo.core.trim import casing as trim
from jambo.core.trim.judge import on_trim


@dataclass(frozen=True, slots=True)
class Result:
    """Everything that follows: figures by name, flags worst first, what is missing, and what to draw and cut.

    `standing` says that the hole is there and stays; `planned` are the figures before anything was read; `figures` those that count, by what was found.
    """

    stages: tuple[Stage, ...]
    standing: bool
    planned: Figures
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


FRAMED: frozenset[ShapePart] = frozenset({"king", "jack", "header", "cripple", "stud"})


@dataclass(frozen=True, slots=True)
class _InWall:
    """An opening laid out in its wall: what its kind is asked with, and what stands around it.

    `level` is the wall as it was said; under a sloping ceiling `planned.wall` is as high as it is lowest over the framing.
    """

    planned: Planned
    around: Around
    framed: Framing
    hole: cut_in.HoleInWall
    level: Wall


def solve(opening: Opening, wall: Wall, rules: HouseRules) -> Result:
    """Work out one opening in its wall under the house rules. Never raises for incomplete facts: figures wait.

    Args:
        opening: the facts of the opening, its kind's own among them.
        wall: the wall it stands in.
        rules: the house rules in force.

    Returns:
        Everything that follows, as far as the facts reach (handbook 3 to 22).
    """
    kind = KINDS[opening.kind]
    opening = _on_floor_read(kind, opening, wall, rules)
    laid = _lay_out(kind, opening, wall, rules)
    read = over_rough_floor(opening.survey, laid.planned.figures)
    laid = replace(laid, planned=replace(laid.planned, opening=replace(opening, survey=read)))
    found = kind.found(laid.planned)
    level = against_line(
        laid.planned.figures | found.figures, kind.foot(opening), _track_on(kind, opening),
        framed=found.adjustment is not None,
    )  # fmt: skip
    found = replace(found, figures=found.figures | level) if level else found
    if laid.planned.standing:
        found = replace(found, figures=found.figures | standing.as_read(laid.planned.figures, found.figures))
    planned = _in_force(kind, laid, found)
    figures = planned.figures
    alike = [name for name in names.BY_LEG if each_leg(name, figures)]  # no longer: each leg has its own
    trimmed = "trim" in kind.stages(opening)
    return Result(
        stages=stages_of(kind, opening, planned.standing),
        standing=planned.standing,
        planned=laid.planned.figures,
        figures=Figures({name: one for name, one in figures.items() if name not in alike}) if alike else figures,
        flags=worst_first(tuple(_flags(kind, planned, laid, found))),
        missing=_missing(figures, opening),
        hands=hands(opening.handing),
        plate=planned.plate,
        pole=story_pole(figures, kind.pole),
        pieces=_cut_list(kind, planned, laid.around),
        hardware=tuple(as_fixed(_to_buy(kind, planned, found), wall, opening.header)),
        shapes=_shapes(kind, planned, laid),
        steps=work_card(kind, planned, laid.around.opened, cased=trimmed),
        drawings=tuple(drawn for drawn in (kind.drawing(planned),) if drawn is not None),
        track=planned.track,
        found=found,
        opened=laid.around.opened,
    )


def _on_floor_read(kind: KindOfDoor, opening: Opening, wall: Wall, rules: HouseRules) -> Opening:
    """A swing door over a floor that was read before there is a hole: it is framed, lined and hung for that floor."""
    if not kind.swings or not opening.survey.taken or opening.survey.at(*WIDTHS):
        return opening
    figures = kind.figures(opening, wall, rules)
    survey = over_rough_floor(opening.survey, figures)
    rise = surveyed(survey, figures, rules.habit).floor_rise(survey, value_of(figures[names.RO_WIDTH]))
    return opening if rise is None or rise == ZERO else replace(opening, rise=Known("floor_rise", rise, READ))


def _track_on(kind: KindOfDoor, opening: Opening) -> FigureName:
    """The finished floor a track hangs over: that of the side its slab covers."""
    return names.FLOOR_ON[kind.covers(opening) or "A"]


def _to_buy(kind: KindOfDoor, planned: Planned, found: AsFound) -> Iterator[Item]:
    yield from kind.to_buy(planned)
    if kind.swings:
        yield from shims_to_buy(planned.opening, planned.figures, found.plan, planned.rules)
    yield from trim.to_buy(planned.figures, planned.rules)


def _lay_out(kind: KindOfDoor, opening: Opening, wall: Wall, rules: HouseRules) -> _InWall:
    """Put an opening into its wall: its plate, its framing, what its kind adds, the slope over it, what is made good."""
    figures, edge = kind.figures(opening, wall, rules), kind.edge(opening)
    wall = services_over_floors(wall, figures)
    header, placing, casing = opening.header, opening.placing, opening.casing
    hole = cut_in.HoleInWall()
    if opening.cut_in is not None:
        near, _, far = plate.edges(figures[names.RO_WIDTH], wall, header, placing, edge)
        hole = cut_in.planned((near, far), figures, wall, header, placing.measured_from, rules)
    laid = plate.lay_out(figures[names.RO_WIDTH], wall, header, placing, edge, hole.opened, hole.fillers)
    level, ends = wall, _framing_ends(laid, wall, placing)
    wall = slope.under_slope(wall, *ends)
    framed = framing.pieces(figures[names.RO_WIDTH], figures[names.RO_HEIGHT], wall, header)
    figures = figures | Figures.of([*framing.figures(framed, wall, rules)])
    if casing is not None and "trim" in kind.stages(opening):
        figures = figures | Figures.of(trim.figures(opening, figures, wall, rules, covers_joint=kind.covers_joint))
    figures = figures | Figures.of(kind.in_wall(opening, figures, rules))
    if marks := [*kind.marks(opening, laid, figures)]:
        laid = laid.with_more(marks)
    figures = figures | Figures.of(mark.measure for mark in laid.marks) | boxes_in_hole(laid, level, placing)
    planned = Planned(opening, wall, rules, figures, laid)
    planned = replace(planned, track=kind.track(planned))
    figures = figures | Figures.of(kind.along_wall(planned))
    over = [(c.number, _from_left(c.near, level, placing)) for c in laid.cripples] if level.height_right else []
    sloped = slope.slope_over(level, *ends, header, framed.header_top, over)
    if sloped is not None:
        figures = figures | Figures.of(sloped.figures)
    if opening.cut_in is not None:
        width = casing.width if casing is not None else None
        figures = figures | Figures.of(
            cut_in.made_good(figures, wall, hole, header, placing, width, rules, centred=kind.centred)
        )
    return _InWall(
        replace(planned, figures=figures), Around(laid, hole.opened, sloped, placing.measured_from), framed, hole, level
    )


def _in_force(kind: KindOfDoor, laid: _InWall, found: AsFound) -> Planned:
    """The opening with what was read in place of what was planned; one that stands takes as much of its wall as was read."""
    planned = replace(laid.planned, figures=laid.planned.figures | found.figures)
    if not planned.standing:
        return planned
    opening, figures = planned.opening, planned.figures
    if names.RO_WIDTH in found.figures:
        plate_read = plate.lay_out(
            figures[names.RO_WIDTH], laid.level, opening.header, opening.placing, kind.edge(opening)
        )
        figures = figures | Figures.of(mark.measure for mark in plate_read.marks)
        figures = figures | boxes_in_hole(plate_read, laid.level, opening.placing)
        planned = replace(planned, plate=plate_read.with_more([*kind.marks(opening, plate_read, figures)]))
    unasked = kind.unasked(opening)
    return replace(planned, figures=standing.not_framed(figures, unasked, placed=planned.track is not None))


def _framing_ends(laid: Plate, wall: Wall, placing: Placing) -> tuple[Length | None, Length | None]:
    """The outer faces of the framing from the wall's left end."""
    near, far = laid.framing_near, laid.framing_far
    if placing.measured_from == "left" or near is None or far is None:
        return near, far
    length = value_of(wall.length)
    return (None, None) if length is None else (length - far, length - near)


def _from_left(near: Length, wall: Wall, placing: Placing) -> Length:
    """The face of a stud toward the wall's left end; `near` is its face toward the tape's start."""
    length = value_of(wall.length)
    if placing.measured_from == "left" or length is None:
        return near
    return length - near - wall.stud_thickness.value


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


def _cut_list(kind: KindOfDoor, planned: Planned, around: Around) -> tuple[Piece, ...]:
    opening, figures, wall = planned.opening, planned.figures, planned.wall
    frame = opening.frame
    depth = frame.depth.value if frame.depth else figures.value(names.FRAME_DEPTH)
    left, least = planned.standing and opening.stays.casing != "new", planned.rules.value(house.CRIPPLE_LEAST)
    return cut_list(
        [] if planned.standing else [*in_steel(uprights(figures, wall, opening.header, around), wall)],
        [] if planned.standing else [*in_steel(over_and_beside(figures, wall, around, least), wall)],
        kind.pieces(planned, (value_of(frame.stock), depth)),
        Figures() if left else figures,
        opening.casing.width if opening.casing else None,
    )


def _shapes(kind: KindOfDoor, planned: Planned, laid: _InWall) -> tuple[Shape, ...]:
    """The elevation of what is known. Without a place on the wall the opening stands at x = 0."""
    placing, figures = planned.opening.placing, planned.figures
    width, height = value_of(figures[names.RO_WIDTH]), value_of(figures[names.RO_HEIGHT])
    if width is None:
        return ()
    near = or_zero(value_of(planned.plate.near_edge))
    at = Placed(near, near + width, placing.measured_from, figures)
    shapes: list[Shape] = []
    if height is not None:
        ceiling = ceiling_over(laid.level, placing.measured_from)
        beside = planned.wall.beside_from(placing.measured_from)
        reach, header = kind.reach(planned, at), planned.opening.header
        drawn = wall_shapes(at, planned.plate, laid.framed, planned.wall, header, height, reach, ceiling, beside)
        # what stands around a hole that stays nobody has looked at
        shapes += [*_as_it_stands(drawn, placed=planned.track is not None)] if planned.standing else drawn
        least = planned.rules.value(house.CRIPPLE_LEAST)  # slivers are filled solid, and no piece of the wall
        shapes = [s for s in shapes if s.part != "cripple" or s.y1 - s.y0 >= least]
        shapes += floor_shapes(shapes, figures)
    shapes += kind.shapes(planned, at)
    return tuple(shapes) if placing.measured_from == "left" else mirrored(shapes)


def _as_it_stands(shapes: list[Shape], *, placed: bool) -> Iterator[Shape]:
    """The wall around a hole that stays, without timber that nobody has looked at and figures that nobody cuts to."""
    for shape in shapes:
        if shape.part not in FRAMED:
            yield replace(
                shape, figures=tuple(name for name in shape.figures if not standing.framed(name, placed=placed))
            )


def _flags(kind: KindOfDoor, planned: Planned, laid: _InWall, found: AsFound) -> list[Flag]:
    """Every judgement, in the order of the work."""
    opening, figures, rules = planned.opening, planned.figures, planned.rules
    flags = [*kind.flags(planned), *on_trim(opening, figures), *kind.own_flags(planned)]
    if opening.cut_in is not None:
        flags += cut_in.on_cut_in(opening.cut_in, laid.around.opened, planned.wall, laid.hole.size, rules)
    if laid.around.slope is not None:
        flags += laid.around.slope.flags
    return [*flags, *found.flags, *on_cuts(opening.cuts, figures, opening.tape)]
