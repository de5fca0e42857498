"""The shape of an opening as found: faces that lean, bow and twist, as exact functions of height (handbook 13).

A face is x over height y, in millimetres: straight, plus a parabola for its bow, plus half its twist where that makes
an edge stand prouder. Floats: these are the solver's inner loops; what leaves it is rounded the safe way.
"""

from __future__ import annotations

from collections.abc import Iterable
from itertools import pairwise

from jambo.core.frozen import dataclass
from jambo.core.quantities.millimetres import Mm


@dataclass(frozen=True, slots=True)
class Face:
    """A stud face: x = start + slope y + bow 4y(span-y)/span^2; `twist` are (height, amount), straight between."""

    start: Mm
    slope: float
    bow: Mm
    span: Mm
    twist: tuple[tuple[Mm, Mm], ...] = ()

    def middle(self, y: Mm) -> Mm:
        """Where the middle of the face stands at a height."""
        return self.start + self.slope * y + self.bow * 4 * y * (self.span - y) / (self.span * self.span)

    def twisted(self, y: Mm) -> Mm:
        """How much prouder the edge on side A is than the edge on side B, at a height."""
        if not self.twist:
            return 0.0
        if y <= self.twist[0][0]:
            return self.twist[0][1]
        for (y0, t0), (y1, t1) in pairwise(self.twist):
            if y <= y1:
                return t0 + (t1 - t0) * (y - y0) / (y1 - y0)
        return self.twist[-1][1]

    def mirrored(self, by: Mm) -> Face:
        """The face seen from the other end: x becomes `by` - x."""
        return Face(by - self.start, -self.slope, -self.bow, self.span, self.twist)

    def _stretches(self, height: Mm) -> Iterable[tuple[Mm, Mm]]:
        """Cut [0, height] where the twist bends or changes sides."""
        if not self.twist:
            return ((0.0, height),)
        cuts = {0.0, height, *(y for y, _ in self.twist if 0 < y < height)}
        for (y0, t0), (y1, t1) in pairwise(self.twist):
            if t0 * t1 < 0 and 0 < (zero := y0 + (y1 - y0) * t0 / (t0 - t1)) < height:
                cuts.add(zero)
        return pairwise(sorted(cuts))

    def proudest(self, height: Mm, side: int, tilt: float = 0.0) -> tuple[Mm, Mm]:
        """The greatest of side x (edge - tilt y) over [0, height], and where it is.

        `side` is 1 for a face whose opening lies at greater x, -1 for the other. On every stretch the edge is one
        parabola, so its ends and its vertex hold the answer: exact, no sampling.
        """
        best, at = -float("inf"), 0.0
        bent = side * -4 * self.bow / (self.span * self.span)
        steep = side * (self.slope + 4 * self.bow / self.span - tilt)
        for y0, y1 in self._stretches(height):
            tops = [y0, y1]
            if bent < 0:
                rise = (abs(self.twisted(y1)) - abs(self.twisted(y0))) / (2 * (y1 - y0)) if y1 > y0 else 0.0
                vertex = -(steep + rise) / (2 * bent)
                if y0 < vertex < y1:
                    tops.append(vertex)
            for y in tops:
                proud = side * (self.middle(y) - tilt * y) + abs(self.twisted(y)) / 2
                if proud > best or (proud == best and y > at):
                    best, at = proud, y
        return best, at


@dataclass(frozen=True, slots=True)
class Found:
    """An opening as found, seen from side A; heights over the rough floor at the left foot, None where not read."""

    left: Face
    right: Face
    span: Mm
    header_left: Mm | None
    header_right: Mm | None
    sag: Mm
    floor_right: Mm

    def width(self, y: Mm) -> Mm:
        """Width between the middles of the faces."""
        return self.right.middle(y) - self.left.middle(y)

    def sides(self, hinge: str) -> tuple[Face, Face]:
        """Hinge face and strike face, x running from the hinge foot toward the strike."""
        if hinge == "left":
            return self.left, self.right
        foot = self.right.start
        return self.right.mirrored(foot), self.left.mirrored(foot)

    def lowest_header(self, low: Mm, high: Mm) -> Mm | None:
        """The lowest of the header over [low, high] of the width, from the left foot; None while it is not read."""
        return min(self._header(low, high), default=None)

    def header_runs(self, low: Mm, high: Mm) -> Mm:
        """How much higher the header is where it is highest over [low, high] than where it is lowest."""
        heights = self._header(low, high)
        return max(heights) - min(heights) if heights else 0.0

    def _header(self, low: Mm, high: Mm) -> list[Mm]:
        """The header's heights at both ends, and where it turns between them: straight, with a sag."""
        if self.header_left is None or self.header_right is None:
            return []
        wide = max(self.right.start, 1.0)
        rise = self.header_right - self.header_left

        def at(x: Mm) -> Mm:
            part = x / wide
            return (self.header_left or 0.0) + rise * part + self.sag * 4 * part * (1 - part)

        spots = [low, high]
        if self.sag and low < (vertex := wide * (0.5 + rise / (8 * self.sag))) < high:
            spots.append(vertex)
        return [*map(at, spots)]
