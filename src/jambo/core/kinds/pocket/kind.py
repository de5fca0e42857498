"""The pocket door, single or converging (handbook 10)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace

from jambo.core.drawing import Drawing, Shape
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.placed import Placed
from jambo.core.framing.plate import Plate, PlateMark
from jambo.core.kinds.kind import AsFound, KindOfDoor, Planned, Section, hole_found
from jambo.core.kinds.pocket import drawing, figures, floor, pieces
from jambo.core.kinds.pocket.judge import on_pocket, on_services
from jambo.core.kinds.pocket.steps import before_framing, kit_steps, leaf_steps
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import or_zero
from jambo.core.rules import HouseRules
from jambo.core.stages import Stage
from jambo.core.step import Step
from jambo.core.survey.found import surveyed


class PocketDoor(KindOfDoor):
    """A leaf that slides into the wall, by its kit; or two that meet."""

    name = "pocket"
    pole = drawing.POLE
    covers_joint = False  # its casing covers one leg's joint and the split legs, not both sides alike
    centred = False
    width_at = "opening.door.leaves[0].width"
    fitting_in_it = "fitting-in-pocket"

    def stages(self, opening: Opening) -> tuple[Stage, ...]:
        """Its kit in place of a method's opening."""
        return ("door", "floor", "pocket", "frame", "trim")

    def figures(self, opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
        """The opening, the set mark, the kit's cuts, the split studs."""
        return figures.figures(opening, wall, rules)

    def marks(self, opening: Opening, plate: Plate, known: Figures) -> Iterable[PlateMark]:
        """The split studs on the plate."""
        found = figures.marks(opening, plate.near_edge, plate.far_edge, known)
        return [PlateMark("split_stud", figure) for figure in found]

    def found(self, planned: Planned) -> AsFound:
        """The hole, and every piece by the floor it was found to stand on."""
        opening, figures = planned.opening, planned.figures
        read = surveyed(opening.survey, figures, planned.rules.habit)
        rise = or_zero(read.floor_rise(opening.survey, figures.value(names.RO_WIDTH)))
        hole = hole_found(read, figures) if opening.survey.taken else AsFound()
        made = floor.on_floor_found(opening, figures, rise) | floor.reach(opening, figures, rise)
        return replace(hole, figures=hole.figures | made)

    def shapes(self, planned: Planned, at: Placed) -> list[Shape]:
        """Leaf, pocket and frame."""
        return drawing.shapes(planned.opening, at, planned.rules)

    def drawing(self, planned: Planned) -> Drawing | None:
        """A plan: leaf closed and in its pocket."""
        return drawing.plan(planned.opening, planned.wall, planned.figures)

    def pieces(self, planned: Planned, frame_section: Section) -> list[Piece]:
        """Kit and frame."""
        return pieces.pieces(planned.opening, planned.figures, frame_section)

    def to_buy(self, planned: Planned) -> Iterable[Item]:
        """The kit, its pulls and fixings."""
        return pieces.to_buy(planned.opening, planned.figures)

    def opening_flags(self, planned: Planned) -> Iterator[Flag]:
        """Nothing: a kit's opening is its own."""
        return iter(())

    def own_flags(self, planned: Planned) -> Iterator[Flag]:
        """Kit, wall, floor, zone and fixings."""
        yield from on_pocket(planned.opening, planned.wall, planned.figures, planned.rules)
        if not (
            planned.wall.existing and planned.opening.cut_in is not None
        ):  # cutting in tells of what runs in its way
            yield from on_services(planned.plate, planned.wall, planned.opening.placing, planned.figures)

    def lines(self, planned: Planned) -> bool:
        """Always: it hangs in legs of its own."""
        return True

    def steps(self, planned: Planned, framing: Iterable[Step], *, cut_in: bool) -> Iterable[Step]:
        """The carton and the zone first, then the framing, the kit, the leaf."""
        opening, figures = planned.opening, planned.figures
        return (*before_framing(opening), *framing, *kit_steps(opening, figures), *leaf_steps(opening, figures))
