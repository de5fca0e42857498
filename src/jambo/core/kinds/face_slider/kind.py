"""The face slider, one slab or two (handbook 11)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from jambo.core.drawing import Drawing, Shape
from jambo.core.facts.leaf import HingeSide, Side
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.placed import Placed
from jambo.core.framing.standing import PLACE, stands
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider import drawing, figures, floor, pieces, tape
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.kinds.face_slider.judge import on_slider
from jambo.core.kinds.face_slider.steps import slider_steps
from jambo.core.kinds.kind import AsFound, KindOfDoor, Planned, Section, hole_found
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules
from jambo.core.stages import Stage
from jambo.core.step import Step
from jambo.core.survey.found import surveyed

_FLOOR = {"A": names.FLOOR_A, "B": names.FLOOR_B}
# what casing that stays up would be cut and nailed to on a side
_OF_CASING = {
    "A": frozenset({names.CASING_LEG_A, names.CASING_LEG_A_LONG, names.CASING_NAIL_A}),
    "B": frozenset({names.CASING_LEG_B, names.CASING_LEG_B_LONG, names.CASING_NAIL_B}),
}


class FaceSlider(KindOfDoor):
    """A slab that hangs from a track on the wall's face; or two that part."""

    name = "face_slider"
    pole = drawing.POLE

    def stages(self, opening: Opening) -> tuple[Stage, ...]:
        """Its track and its wall in place of a method's opening."""
        return ("door", "floor", "track", "wall", "frame", "trim")

    def leaf_sizes(self, opening: Opening, figures: Figures) -> tuple[Length | None, Length | None]:
        """The slab's."""
        return figures.value(names.SLAB_WIDTH), figures.value(names.SLAB_HEIGHT)

    def leaf_widths(self, opening: Opening) -> tuple[Length, ...]:
        """Slabs are one size."""
        return ()

    def completed(self, opening: Opening, wall: Wall, rules: HouseRules) -> Opening:
        """Finished edges that were read count; a slab in hand makes the opening nobody gave; nobody looked behind the track: the wall's studs."""
        if stands(opening, wall):
            opening = figures.as_read(opening)
        opening = figures.for_slab(opening, rules)
        slider = slider_of(opening)
        if slider.studs is not None or (wall.existing and wall.found is None):
            return opening
        end = opening.placing.measured_from
        studs = (
            wall.laid_out_from(end) if wall.found is None else wall.found_from(end)
        )  # a new wall has its own layout's
        return replace(opening, own=replace(slider, studs=studs))

    def covers(self, opening: Opening) -> Side | None:
        """The side the slab hangs on."""
        return slider_of(opening).hung_on

    def figures(self, opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
        """Slab, travel, track, guide, headroom, stand-off."""
        return figures.figures(opening, wall, rules)

    def found(self, planned: Planned) -> AsFound:
        """The hole; the track from the highest floor the slab passes. What stands finished is no rough opening to compare with."""
        opening, planned_figures, rules = planned.opening, planned.figures, planned.rules
        if not opening.survey.taken:
            return AsFound()
        read = surveyed(opening.survey, planned_figures, rules.habit)
        hole = hole_found(read, planned_figures)
        if planned.standing:
            hole = AsFound(read.adjustment, read.narrowest, flags=read.flags)
        hole = self.on_its_floor(planned, read, hole)
        slope = read.floor_slope(opening.survey, planned_figures.value(names.RO_WIDTH))
        rise = floor.raised(opening, planned_figures, slope)
        if rise is None:
            return hole
        return replace(hole, figures=hole.figures | figures.figures(opening, planned.wall, rules, *rise))

    def foot(self, opening: Opening) -> HingeSide | None:
        """The foot at the edge its slab is measured from."""
        return "left" if floor.to_right(opening) else "right"

    def after_casing(self, planned: Planned) -> Iterable[Step]:
        """Track line, studs, backer, the slab's own sheet, slab, guide, stops: in front of the casing."""
        return slider_steps(planned.opening, planned.figures, self.pieces(planned, (None, None)), track_of(planned))

    def track(self, planned: Planned) -> TrackTape | None:
        """Where most of its holes land."""
        opening, known = planned.opening, planned.figures
        across = tape.finished_across(opening, planned.plate.near_edge, planned.plate.far_edge, known)
        return tape.lay_track(opening, planned.wall, across, known, planned.rules)

    def unasked(self, opening: Opening) -> frozenset[FigureName]:
        """It hangs on its own side of the wall; where the opening is along that counts where the studs are taped from the wall's end."""
        s = slider_of(opening)
        far = "B" if s.hung_on == "A" else "A"
        left_up = _OF_CASING[far] if opening.stays.casing == "stays" else frozenset[FigureName]()
        along = PLACE if s.studs_from == "casing" else frozenset[FigureName]()
        return frozenset({names.FRAME_DEPTH, names.WALL_FINISHED, _FLOOR[far]}) | left_up | along

    def along_wall(self, planned: Planned) -> Iterable[Computed]:
        """Where the track starts and ends, holes to bore, where the slab is now."""
        track = track_of(planned)
        opening, known = planned.opening, planned.figures
        return [*tape.fixed_figures(opening, track, known), *tape.slab_now(opening, known)]

    def reach(self, planned: Planned, at: Placed) -> tuple[Length, ...]:
        """As far as track and open slab go."""
        return drawing.reach(planned.opening, at, track_of(planned))

    def shapes(self, planned: Planned, at: Placed) -> list[Shape]:
        """Frame, track, slab where it is now, wheels."""
        return drawing.shapes(planned.opening, at, track_of(planned))

    def drawing(self, planned: Planned) -> Drawing | None:
        """A section through wall, trim, backer and slab."""
        return drawing.section(planned.opening, planned.wall, planned.figures)

    def pieces(self, planned: Planned, frame_section: Section) -> list[Piece]:
        """The lined opening, the slab, track and backer."""
        return pieces.pieces(
            planned.opening,
            planned.figures,
            frame_section,
            track_of(planned),
            planned.rules.habit,
            lined=self.lines(planned),
        )

    def to_buy(self, planned: Planned) -> Iterable[Item]:
        """Track, hangers, fixings, guide, pull."""
        return pieces.to_buy(planned.opening, planned.figures, track_of(planned))

    def own_flags(self, planned: Planned) -> Iterator[Flag]:
        """Slab, track, fixing and stand-off."""
        return on_slider(planned.opening, planned.wall, planned.figures, track_of(planned), planned.rules)


def track_of(planned: Planned) -> TrackTape:
    """Give the track as laid."""
    assert planned.track is not None
    return planned.track
