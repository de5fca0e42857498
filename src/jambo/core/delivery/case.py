"""One thing held against one opening: the opening as planned, and as it would be with what was measured in place."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import field
from typing import Any

from jambo.core.facts.opening import Opening
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.items import Item
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import SAME
from jambo.core.rules import HouseRules
from jambo.core.solve import Result


@dataclass(frozen=True, slots=True)
class Measures:
    """What was measured of a thing: lengths and choices by the key they are asked under, and the texts they were written as.

    `lengths` holds "printed_also" where what is printed on a carton reads another way too.
    """

    lengths: Mapping[str, Length] = field(default_factory=dict)
    chosen: Mapping[str, str] = field(default_factory=dict)

    @property
    def key(self) -> tuple[tuple[str, Any], ...]:
        """Equal for things that measure the same."""
        return (*sorted(self.lengths.items()), *sorted(self.chosen.items()))


@dataclass(frozen=True, slots=True)
class AnsweredOpening:
    """An opening with its answer."""

    opening: Opening
    result: Result

    @property
    def figures(self) -> Figures:
        """The figures that count."""
        return self.result.figures


@dataclass(frozen=True, slots=True)
class Case:
    """A thing that came, held against an opening.

    Attributes:
        item: the line of the buy list it is for; leaf: which leaf of the door, where it is one.
        planned: the opening before; with_it: the same with what was measured.
        lengths, chosen: what was measured and chosen, by the key it is asked under.
        frame_set: whether the frame stands already and follows nothing any more.
        rules: in force.
    """

    item: Item
    leaf: int
    planned: AnsweredOpening
    with_it: AnsweredOpening
    lengths: Mapping[str, Length]
    chosen: Mapping[str, str]
    frame_set: bool
    rules: HouseRules

    @property
    def same(self) -> Length:
        """What two lengths may differ by and be the same."""
        return SAME[self.rules.habit]

    @property
    def frame_follows(self) -> bool:
        """Whether the frame is still made to the leaf that came."""
        frame = self.planned.opening.frame
        made = bool(kind_of_frame(frame).one_thing) or frame.pre_hung
        return not self.frame_set and not made

    def hole(self) -> Length | None:
        """What the hole takes over the backs of a plumb frame, as it was read, or else as it is planned; None while neither is known."""
        figures = self.planned.figures
        slot, unit = figures.value(names.SLOT_WIDTH), figures.value(names.UNIT_WIDTH)
        return slot + unit if slot is not None and unit is not None else figures.value(names.RO_WIDTH)

    def play(self, outside: Length | None) -> Length | None:
        """The play at each side of a frame so wide over its backs; None while it is not known."""
        hole = self.hole()
        return (hole - outside) * HALF if hole is not None and outside is not None else None

    def outside(self) -> Length | None:
        """The width over its backs as planned, or of the unit that came before."""
        figures = self.planned.figures
        unit = figures.value(names.UNIT_WIDTH)
        return figures.value(names.FRAME_OUTSIDE_WIDTH) if unit is None else unit
