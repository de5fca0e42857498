"""The swing door: its leaf turns on hinges (handbook 3, 4, 5, 7, 12, 20)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from jambo.core.drawing import Drawing, Shape
from jambo.core.facts.leaf import HingeSide
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag
from jambo.core.frames.judge import on_gaps, on_steel
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing import judge
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.placed import Placed
from jambo.core.kinds.kind import AsFound, KindOfDoor, Planned, Section
from jambo.core.kinds.swing import drawing, figures, found, pieces, square
from jambo.core.kinds.swing.figures import extension, notch_depth
from jambo.core.kinds.swing.judge import hardware_agrees, leads_to, on_square, screws_reach
from jambo.core.kinds.swing.steps import swing_steps
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures
from jambo.core.rules import HouseRules
from jambo.core.stages import Stage
from jambo.core.step import Step


class SwingDoor(KindOfDoor):
    """One leaf or a pair on hinges, in a frame of any kind."""

    name = "swing"
    pole = drawing.POLE
    swings = True
    way = "caution-clear-width"
    width_at = "opening.door.leaves[0].width"

    def stages(self, opening: Opening) -> tuple[Stage, ...]:
        """Without casing where the frame wraps the wall."""
        cased: tuple[Stage, ...] = ("trim",) if kind_of_frame(opening.frame).cased else ()
        return ("door", "floor", "opening", "frame", *cased)

    def edge(self, opening: Opening) -> HingeSide:
        """The hinges' edge."""
        return opening.handing.hinge_side

    def completed(self, opening: Opening, wall: Wall, rules: HouseRules) -> Opening:
        """A leaf that was measured counts by its real size, one of a steel frame net."""
        return kind_of_frame(opening.frame).completed(square.as_measured(opening), rules)

    def figures(self, opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
        """Frame, hinges, and the opening by the methods."""
        return figures.figures(opening, rules) | figures.off_the_studs(opening, wall)

    def in_wall(self, opening: Opening, figures: Figures, rules: HouseRules) -> Iterable[Computed]:
        """What its frame's kind asks for in this wall, and how far its legs lie on the higher of two floors."""
        own = kind_of_frame(opening.frame).in_wall(figures, rules)
        return (*own, *notch_depth(opening, figures), *extension(opening, figures))

    def found(self, planned: Planned) -> AsFound:
        """Where the frame stands in the hole found, how the leaf hangs, the check after."""
        return found.as_found(planned)

    def shapes(self, planned: Planned, at: Placed) -> list[Shape]:
        """Leaves on their hinges, and the frame."""
        return drawing.shapes(planned.opening, at, planned.rules)

    def drawing(self, planned: Planned) -> Drawing | None:
        """What its frame's kind draws."""
        return kind_of_frame(planned.opening.frame).drawing(planned.opening, planned.figures, planned.rules)

    def pieces(self, planned: Planned, frame_section: Section) -> list[Piece]:
        """Legs and head, a packer over it, filler under a sill."""
        return pieces.pieces(planned.opening, planned.figures, frame_section, planned.rules)

    def to_buy(self, planned: Planned) -> Iterable[Item]:
        """Hinges or the unit, screws, latch, and what its frame's kind asks for."""
        return pieces.to_buy(planned.opening, planned.figures, planned.rules)

    def door_flags(self, planned: Planned) -> Iterator[Flag]:
        """Gaps that paint would close, hardware that does not match, where it leads."""
        yield from on_gaps(planned.opening.frame, planned.rules)
        yield from hardware_agrees(planned.opening)
        yield from on_square(planned.opening, planned.figures, planned.rules)
        yield from leads_to(planned.opening)

    def foot(self, opening: Opening) -> HingeSide | None:
        """The foot of its hinges."""
        return opening.handing.hinge_side

    def opening_flags(self, planned: Planned) -> Iterator[Flag]:
        """By the method in use, or by the sheet of its frame's maker."""
        opening, figures, rules = planned.opening, planned.figures, planned.rules
        sheet = kind_of_frame(opening.frame).sheet
        if sheet is not None:
            return judge.on_sheet_opening(figures, rules, *sheet)
        left_out = opening.method == "add_on" and opening.add_from == "rough_floor"
        return judge.on_opening(figures, rules, opening.method, floor_left_out=left_out)

    def frame_flags(self, planned: Planned) -> Iterator[Flag]:
        """What its frame's kind says, and whether the long screw reaches."""
        frame, figures, rules = planned.opening.frame, planned.figures, planned.rules
        kind = kind_of_frame(frame)
        yield from kind.flags(frame, planned.opening.leaves, figures.value(names.WALL_FINISHED), figures, rules)
        yield from screws_reach(figures, rules, needed=kind.by_screws)
        yield from on_steel(frame, planned.opening.header, planned.wall, figures)

    def lines(self, planned: Planned) -> bool:
        """Always: it hangs in legs of its own."""
        return True

    def steps(self, planned: Planned, framing: Iterable[Step], *, cut_in: bool) -> Iterable[Step]:
        """By its frame's kind: hinges, leaf, gaps, latch and stops."""
        return (*framing, *swing_steps(planned.opening, planned.figures))
