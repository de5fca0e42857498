"""Bypass leaves (handbook 11): they pass each other in one opening."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

from jambo.core.drawing import Drawing, Shape
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.placed import Placed
from jambo.core.kinds.bypass import drawing, figures, pieces
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.kinds.bypass.judge import on_bypass
from jambo.core.kinds.bypass.steps import BYPASS
from jambo.core.kinds.kind import KindOfDoor, Planned, Section
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import Length
from jambo.core.rules import HouseRules
from jambo.core.step import Step


class BypassLeaves(KindOfDoor):
    """Two to four leaves on channels of their own."""

    name = "bypass"
    pole = drawing.POLE

    def pair(self, leaves: Sequence[Leaf]) -> bool:
        """Never: they are counted, not listed."""
        return False

    def leaf_sizes(self, opening: Opening, figures: Figures) -> tuple[Length | None, Length | None]:
        """Each leaf's, from the finished opening or as in hand."""
        return figures.value(names.LEAF_SIZE_WIDTH), figures.value(names.LEAF_SIZE_HEIGHT)

    def leaf_count(self, opening: Opening) -> int:
        """As many as are said."""
        return bypass_of(opening).count

    def leaf_widths(self, opening: Opening) -> tuple[Length, ...]:
        """They are one size."""
        return ()

    def figures(self, opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
        """Leaf sizes, laps, the opening."""
        return figures.figures(opening, rules)

    def shapes(self, planned: Planned, at: Placed) -> list[Shape]:
        """Frame and leaves, closed."""
        return drawing.shapes(planned.opening, at)

    def drawing(self, planned: Planned) -> Drawing | None:
        """A plan of the leaves on their channels."""
        return drawing.plan(planned.opening, planned.wall, planned.figures)

    def pieces(self, planned: Planned, frame_section: Section) -> list[Piece]:
        """The frame and the leaves."""
        return pieces.pieces(planned.opening, planned.figures, frame_section, lined=self.lines(planned))

    def to_buy(self, planned: Planned) -> Iterable[Item]:
        """Track, hangers, guides, pulls."""
        return pieces.to_buy(planned.opening, planned.figures)

    def own_flags(self, planned: Planned) -> Iterator[Flag]:
        """Whether they lap, pass under their track and find depth."""
        return on_bypass(planned.opening, planned.figures)

    def own_steps(self, planned: Planned) -> Iterable[Step]:
        """Track, leaves, guide."""
        return BYPASS
