"""Where an opening's shapes go: x runs from the wall end its place is measured from, and is mirrored at the end."""

from __future__ import annotations

from jambo.core.drawing import Shape, ShapePart
from jambo.core.facts.wall import WallEnd
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName


@dataclass(frozen=True, slots=True)
class Across:
    """A measure along the wall: zero at `start`, running away from the end measured from, or toward it."""

    start: Length
    away: bool

    def __call__(self, x: Length) -> Length:
        """Give the place on the wall of a measure."""
        return self.start + x if self.away else self.start - x


@dataclass(frozen=True, slots=True)
class Placed:
    """The rough opening's edges in the wall, and the figures its shapes are drawn from."""

    near: Length
    far: Length
    measured_from: WallEnd
    figures: Figures

    @property
    def width(self) -> Length:
        """The rough opening's width."""
        return self.far - self.near

    def known(self, *called: FigureName) -> dict[FigureName, Length] | None:
        """Give the values of some figures, or None while one of them waits."""
        return self.figures.known(*called)

    def from_edge(self, away: bool, offset: Length) -> Across:
        """A measure that starts `offset` inside the near edge (away) or inside the far edge."""
        return Across(self.near + offset if away else self.far - offset, away)

    def shape(
        self,
        part: ShapePart,
        across: Across,
        low: tuple[Length, Length],
        high: tuple[Length, Length],
        *figures: FigureName,
    ) -> Shape:
        """Make a rectangle between two corners given as (measure, height)."""
        ends = sorted((across(low[0]), across(high[0])))
        return Shape(part, ends[0], low[1], ends[1], high[1], figures)
