"""What the readings say by themselves, whatever hangs in the opening (handbook 13)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from jambo.core.facts.readings import READ, Place, Survey
from jambo.core.flags import Flag
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known, Source, add, highest, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.millimetres import Mm, as_length, down
from jambo.core.quantities.tape import Unit
from jambo.core.survey.adjust import Adjustment, adjust
from jambo.core.survey.judge import on_survey
from jambo.core.survey.shape import Found
from jambo.core.survey.taped import LINES, level_lines

THICKNESS: tuple[Place, ...] = (
    "thickness_left_head",
    "thickness_left_foot",
    "thickness_right_head",
    "thickness_right_foot",
)


@dataclass(frozen=True, slots=True)
class Surveyed:
    """The readings made to agree, and what follows from them alone."""

    adjustment: Adjustment | None
    figures: Figures
    flags: tuple[Flag, ...]

    @property
    def could_be(self) -> tuple[Found, ...]:
        """Every shape the hole may have: one, unless readings are under suspicion that cannot be told apart."""
        shape = self.shape
        return () if self.adjustment is None or shape is None else self.adjustment.could_be or (shape,)

    @property
    def shape(self) -> Found | None:
        """The shape the readings make; None while they make none."""
        return self.adjustment.found if self.adjustment is not None else None

    def floor_rise(self, survey: Survey, width: Length | None) -> Length | None:
        """How much higher the floor is at the right stud than at the left one; None while nobody read it.

        Args:
            survey: the readings; width: between the studs, for a level's drop, where no width was read.
        """
        one, lines = survey.one("floor_across"), [survey.one(place) for place in LINES]
        if one is None and None in lines:
            return None
        if self.shape is not None:
            return as_length(self.shape.floor_right)
        if one is None:
            left, right = (line.value + line.above for line in lines if line is not None)
            return left - right
        if one.slope is None:
            return one.signed
        return None if width is None else width * one.slope

    def floor_slope(self, survey: Survey, width: Length | None) -> Fraction | None:
        """How much the floor rises toward the right, over as much of its width; None while nobody read it."""
        if self.shape is not None:
            width = as_length(self.shape.right.start)
        rise = self.floor_rise(survey, width)
        return None if rise is None or width is None or width == ZERO else Fraction(rise.nm) / Fraction(width.nm)

    @property
    def narrowest(self) -> Found | None:
        """Of every shape the hole may have, the one with least width."""
        return min(self.could_be, key=between_proudest, default=None)


def surveyed(survey: Survey, planned: Figures, habit: Unit) -> Surveyed:
    """Make the readings agree.

    Args:
        survey: the readings that count.
        planned: the figures of the opening as planned; its height stands in where no height was read.
        habit: whose tape the readings were taken with.
    """
    adjusted = adjust(survey, value_of(planned[names.RO_HEIGHT]), habit)
    made = wall_thickest(survey)
    read = Surveyed(adjusted, made, tuple(on_survey(survey, adjusted)))
    if lines := level_lines(survey, read.floor_rise(survey, value_of(planned[names.RO_WIDTH]))):
        read = replace(read, figures=(made := made | lines))
    if read.narrowest is not None:
        least = Known("between_proudest", down(between_proudest(read.narrowest)), READ)
        read = replace(read, figures=made | Figures.of([add(names.FOUND_LEAST_WIDTH, least)]))
    return read


def between_proudest(shape: Found) -> Mm:
    """The width a plumb frame has between the proudest points of the two studs, over the height read."""
    return -shape.right.proudest(shape.span, -1)[0] - shape.left.proudest(shape.span, 1)[0]


def wall_thickest(survey: Survey) -> Figures:
    """The thickest of the wall as measured at its corners: what the frame's depth must cover."""
    read = [Known(r.place, r.value, Source("reading", r.path)) for r in survey.at(*THICKNESS)]
    return Figures.of([highest(names.WALL_THICKEST, *read)] if read else [])


def lowest_header(shapes: Sequence[Found]) -> Figures:
    """The header at its lowest, over the floor at the left foot, in the worst of the shapes; none while no height was read."""
    lows = [low for shape in shapes if (low := shape.lowest_header(0.0, shape.right.start)) is not None]
    if not lows:
        return Figures()
    return Figures.of([add(names.FOUND_HEIGHT, Known("header_lowest", down(min(lows)), READ))])
