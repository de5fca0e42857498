"""The opening without a leaf of ours (handbook 3): lined and cased, or left as its maker's sheet asks."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

from jambo.core.drawing import Shape
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag
from jambo.core.frames.drawing import lining
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece, by_leg
from jambo.core.framing.placed import Placed
from jambo.core.framing.pole import Pole
from jambo.core.kinds.cased import figures
from jambo.core.kinds.cased.facts import by_sheet
from jambo.core.kinds.cased.judge import on_sheet
from jambo.core.kinds.kind import KindOfDoor, Planned, Section
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import Length
from jambo.core.rules import HouseRules
from jambo.core.stages import Stage
from jambo.core.step import Step

POLE: Pole = (
    ("floor", names.FLOOR_A), ("floor", names.FLOOR_B), ("door", names.HEAD_UNDERSIDE), ("opening", names.FRAME_TOP), ("opening", names.RO_HEIGHT),
)  # fmt: skip
BY_MAKER = Step(
    key="by-maker",
    part="Hanging",
    text="What goes in here is set and hung by its maker's sheet, in the opening of {ro_width} by {ro_height}.",
    tools="the maker's sheet",
    check="the opening read against that sheet first",
)


class CasedOpening(KindOfDoor):
    """A way through, without a leaf; or the hole for a leaf of somebody else's."""

    name = "cased"
    pole = POLE
    way = "caution-open-way"
    keeps_head = "nothing of ours hangs in it: its height is what was said"

    def stages(self, opening: Opening) -> tuple[Stage, ...]:
        """Without a lining of its own nothing is cased."""
        return ("door", "floor", "frame") if by_sheet(opening) else ("door", "floor", "frame", "trim")

    def pair(self, leaves: Sequence[Leaf]) -> bool:
        """Never: it has no leaf."""
        return False

    def leaf_sizes(self, opening: Opening, figures: Figures) -> tuple[Length | None, Length | None]:
        """The finished opening's, in a leaf's place; none by a sheet."""
        if by_sheet(opening):
            return None, None
        return value_of(opening.finished_width), value_of(opening.finished_height)

    def leaf_count(self, opening: Opening) -> int:
        """None."""
        return 0

    def leaf_widths(self, opening: Opening) -> tuple[Length, ...]:
        """None."""
        return ()

    def figures(self, opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
        """The lining and the opening, or the opening by the sheet."""
        return figures.figures(opening, rules)

    def shapes(self, planned: Planned, at: Placed) -> list[Shape]:
        """The lining."""
        return lining(planned.opening.frame, at)

    def pieces(self, planned: Planned, frame_section: Section) -> list[Piece]:
        """The lining, where its edges are new and it is ours."""
        found = planned.figures
        if not self.lines(planned):
            return []
        return [
            *by_leg(Piece("leg", "frame", 2, found[names.LEG_LENGTH], frame_section), found),
            Piece("head", "frame", 1, found[names.HEAD_LENGTH], frame_section),
        ]

    def to_buy(self, planned: Planned) -> Iterable[Item]:
        """Nothing hangs."""
        return ()

    def opening_flags(self, planned: Planned) -> Iterator[Flag]:
        """What a maker's sheet asks for leaves no play of ours to judge."""
        return iter(()) if by_sheet(planned.opening) else super().opening_flags(planned)

    def own_flags(self, planned: Planned) -> Iterator[Flag]:
        """Whose sheet gave the opening."""
        return on_sheet(planned.opening)

    def lines(self, planned: Planned) -> bool:
        """Not where its edges stay, nor where a sheet says what goes in."""
        return super().lines(planned) and not by_sheet(planned.opening)

    def own_steps(self, planned: Planned) -> Iterable[Step]:
        """The maker's own, by the sheet."""
        return (BY_MAKER,) if by_sheet(planned.opening) else ()
