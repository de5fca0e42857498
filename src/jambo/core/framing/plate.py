"""Marks on the bottom plate (handbook 6): running measures from a wall end, each with its crossed side."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Literal

from jambo.core.facts.leaf import HingeSide
from jambo.core.facts.placing import Header, Placing
from jambo.core.facts.wall import Neighbour, Wall
from jambo.core.framing.cut_in import Opened, face
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    HALF,
    Amount,
    Computed,
    Figure,
    Known,
    Source,
    Waiting,
    add,
    half,
    less,
    value_of,
)
from jambo.core.quantities.length import ZERO, Exact, Length, or_zero
from jambo.core.quantities.names import FigureName

PlateMarkOf = Literal["wall_end", "king", "jack", "ro_edge", "ro_centre", "hole_edge", "common", "split_stud"]


Crossed = Literal["near", "far"]  # the stud stands on the near (toward the tape's start) or far side of the line


Fate = Literal["stands", "cripple", "dropped"]


BESIDE = 1  # spacings beside the framing within which layout studs are listed


@dataclass(frozen=True, slots=True)
class PlateMark:
    """One line on the plate. `measure` is its running measure; `crossed` says where the stud stands."""

    what: PlateMarkOf
    measure: Computed
    crossed: Crossed | None = None


@dataclass(frozen=True, slots=True)
class Common:
    """A stud near the opening, by the layout or as found: its near face, what becomes of it, and the figure of its line."""

    number: int
    near: Length
    fate: Fate
    figure: FigureName


@dataclass(frozen=True, slots=True)
class Plate:
    """The plate tape of one opening: marks in running order, layout studs, and the framing's own extent."""

    marks: tuple[PlateMark, ...]
    commons: tuple[Common, ...]
    near_edge: Computed
    far_edge: Computed
    framing_near: Length | None
    framing_far: Length | None
    buck: Length = ZERO
    fillers: tuple[Length, Length] = (ZERO, ZERO)  # between jacks and a standing stud that serves as king, near and far

    def with_more(self, more: Sequence[PlateMark]) -> Plate:
        """Add a kind's own marks and put all in running order."""
        marks = [*self.marks, *(m for m in more if isinstance(m.measure, Figure))]
        marks.sort(key=lambda m: m.measure.value if isinstance(m.measure, Figure) else ZERO)
        return replace(self, marks=tuple(marks))

    def standing(self, mark: str, shares: bool) -> Neighbour | None:
        """The opening as others beside it see it, from the tape's own end; None while it has no place."""
        near, far = value_of(self.near_edge), value_of(self.far_edge)
        if near is None or far is None or self.framing_near is None or self.framing_far is None:
            return None
        return Neighbour(mark, near, far, self.framing_near, self.framing_far, shares)

    def lines(self, what: PlateMarkOf, side: Crossed) -> tuple[Length, ...]:
        """The measures of one kind of stud's lines on one side of the opening, in running order; none without a place."""
        found = ((m.what, m.crossed, value_of(m.measure)) for m in self.marks)
        return tuple(
            measure for which, crossed, measure in found if (which, crossed) == (what, side) and measure is not None
        )

    @property
    def jacks(self) -> tuple[Length, ...]:
        """The jacks' lines: the inner ones stand at the opening's own edges, or at those of the hole for its buck."""
        near, far = (value_of(edge) for edge in (self.near_edge, self.far_edge))
        if near is None or far is None:
            return ()
        return (*self.lines("jack", "near"), near - self.buck, far + self.buck, *self.lines("jack", "far"))

    @property
    def cripples(self) -> tuple[Common, ...]:
        """Layout studs cut short over the header."""
        return tuple(c for c in self.commons if c.fate == "cripple")


def edges(
    width: Computed, wall: Wall, header: Header, placing: Placing, hinge_side: HingeSide
) -> tuple[Computed, Computed, Computed]:
    """The running measures of the rough opening's near edge, centre and far edge.

    Args:
        width: of the rough opening; placing: how far from which end of the wall to what (edge, centre, king's line).
        wall, header: for the studs between a king's line and the opening; hinge_side: for a place told by hinge or strike.
    """
    if placing.to == "centre":
        near = add(names.MARK_RO_NEAR, placing.distance, (-HALF, width))
        far = add(names.MARK_RO_FAR, placing.distance, half(width))
        return near, add(names.MARK_RO_CENTRE, placing.distance), far
    if placing.reaches_near_edge(hinge_side) or placing.to == "near_king":
        near = add(
            names.MARK_RO_NEAR,
            placing.distance,
            *(header.past(wall.stud_thickness) if placing.to == "near_king" else []),
        )
        return near, add(names.MARK_RO_CENTRE, near, half(width)), add(names.MARK_RO_FAR, near, width)
    back = less(header.past(wall.stud_thickness)) if placing.to == "far_king" else []
    far = add(names.MARK_RO_FAR, placing.distance, *back)
    return add(names.MARK_RO_NEAR, far, (-1, width)), add(names.MARK_RO_CENTRE, far, (-HALF, width)), far


def _layout(wall: Wall, placing: Placing, low: Length, high: Length) -> list[tuple[int, Figure]]:
    """Layout studs whose near face lies in [low, high], numbered from the layout's own end, as figures.

    A stud's centre stands at offset + n x spacing from the end the layout starts at; its line is its near face.
    """
    same_end = wall.layout_from == placing.measured_from
    length = value_of(wall.length)
    if not same_end and length is None:
        return []
    spacing, offset, stud = wall.stud_spacing.value, wall.layout_offset.value, wall.stud_thickness.value
    back = stud * HALF

    def bounds(near: Length) -> Length:  # distance of the centre from the layout's start, along the layout
        centre = near + back
        return (centre if same_end or length is None else length - centre) - offset

    ends = sorted((bounds(low), bounds(high)))
    first = max(1, -(-ends[0].nm // spacing.nm))
    last = ends[1].nm // spacing.nm
    found = []
    for n in range(int(first), int(last) + 1):
        lines: list[tuple[Exact, Amount]]
        if same_end:
            lines = [(1, wall.layout_offset), (n, wall.stud_spacing), (-HALF, wall.stud_thickness)]
        else:
            lines = [
                (1, wall.length), (-1, wall.layout_offset), (-n, wall.stud_spacing),
                (-HALF, wall.stud_thickness),
            ]  # fmt: skip
        figure = add(names.MARK_COMMON[n], *lines)
        if isinstance(figure, Figure):
            found.append((n, figure))
    return sorted(found, key=lambda pair: pair[1].value)


def _commons(
    wall: Wall, placing: Placing, spans: tuple[tuple[Length, Length], tuple[Length, Length]], opened: Opened | None
) -> Iterator[tuple[Common, Figure]]:
    """The studs within reach of the framing: as found in a standing wall, by the layout in a new one."""
    (low, high), (header_near, header_far) = spans
    reach, stud = wall.stud_spacing.value * BESIDE, wall.stud_thickness.value
    taken = [(one.framing_low, one.framing_high) for one in wall.beside_from(placing.measured_from)]
    if wall.found is not None:
        for i, one in enumerate(wall.found):
            figure = face(one, wall, placing.measured_from)
            if not isinstance(figure, Figure) or not low - reach <= figure.value <= high + reach:
                continue
            fate: Fate = "stands"
            if opened is not None:
                fate = "cripple" if i in opened.cut else "stands"
                fate = "dropped" if i in (*opened.cleared, *opened.kings) else fate
            elif figure.value + stud > low and figure.value < high:
                fate = "dropped"
            if fate == "stands" and any(figure.value + stud > a and figure.value < b for a, b in taken):
                fate = "dropped"
            yield Common(one.number, figure.value, fate, figure.name), figure
        return
    length = value_of(wall.length)
    for n, figure in _layout(wall, placing, low - reach, high + reach):
        near, back = figure.value, figure.value + stud
        if near < stud or (length is not None and back > length - stud):
            continue  # runs into the stud that ends the wall
        fate = "stands"
        if back > low and near < high:
            fate = "cripple" if near >= header_near and back <= header_far else "dropped"
        elif any(back > a and near < b for a, b in taken):
            fate = "dropped"  # it falls in the framing of the opening beside this one
        yield Common(n, near, fate, figure.name), figure


def _framing_marks(
    near: Computed,
    centre: Computed,
    far: Computed,
    stud: Known,
    header: Header,
    fillers: tuple[Computed | None, Computed | None],
) -> list[PlateMark]:
    """The lines of kings, jacks and the opening's own edges and centre, in the order of the tape."""
    before, after = ([f] if f is not None else [] for f in fillers)
    jacks, kings, buck = header.jacks, header.kings, header.bucked
    marks: list[PlateMark] = []
    for i in range(kings, 0, -1):
        line = add(names.MARK_KING_NEAR[i], near, *less(buck), (-(jacks + i - 1), stud), *[(-1, f) for f in before])
        marks.append(PlateMark("king", line, "near"))
    for i in range(jacks, 1, -1):
        marks.append(PlateMark("jack", add(names.MARK_JACK_NEAR[i], near, *less(buck), (-(i - 1), stud)), "near"))
    if buck:  # the inner jacks stand at its edges
        marks.append(PlateMark("hole_edge", add(names.MARK_HOLE_NEAR, near, *less(buck)), "near"))
        marks.append(PlateMark("hole_edge", add(names.MARK_HOLE_FAR, far, *buck), "far"))
    marks += [
        PlateMark("ro_edge", near, None if buck else "near"),
        PlateMark("ro_centre", centre),
        PlateMark("ro_edge", far, None if buck else "far"),
    ]
    for i in range(2, jacks + 1):
        marks.append(PlateMark("jack", add(names.MARK_JACK_FAR[i], far, *buck, (i - 1, stud)), "far"))
    for i in range(1, kings + 1):
        line = add(names.MARK_KING_FAR[i], far, *buck, (jacks + i - 1, stud), *[(1, f) for f in after])
        marks.append(PlateMark("king", line, "far"))
    return marks


def lay_out(
    width: Computed,
    wall: Wall,
    header: Header,
    placing: Placing,
    hinge_side: HingeSide,
    opened: Opened | None = None,
    fillers: tuple[Computed | None, Computed | None] = (None, None),
) -> Plate:
    """Lay the opening out on the plate, measured from the wall end its position is given from.

    `opened` is the standing wall it is cut into; `fillers` what stands between jacks and a standing king, near and far.

    Args:
        width: of the rough opening; placing: its place; hinge_side: for a place told by hinge or strike.
        wall, header: its timber, and how many jacks and kings stand beside the opening.

    Returns:
        The marks in order along the tape, the layout studs with what becomes of each, and the cripples.
    """
    near, centre, far = edges(width, wall, header, placing, hinge_side)
    stud, past = wall.stud_thickness, header.beside(wall.stud_thickness.value)
    marks = _framing_marks(near, centre, far, stud, header, fillers)
    if isinstance(near, Waiting) or isinstance(far, Waiting):
        return Plate(tuple(marks), (), near, far, None, None)

    side = past + stud.value * header.kings
    gaps = tuple(or_zero(value_of(f)) if f is not None else ZERO for f in fillers)
    framing_near, framing_far = near.value - side - gaps[0], far.value + side + gaps[1]
    start = PlateMark(
        "wall_end",
        add(names.MARK_WALL_START, Known("tape_start", ZERO, Source("given", "opening.position.measured_from"))),
    )
    over = (near.value - past, far.value + past)
    commons: list[Common] = []
    for common, figure in _commons(wall, placing, ((framing_near, framing_far), over), opened):
        commons.append(common)
        if common.fate == "stands":
            marks.append(PlateMark("common", figure, "far"))
    if isinstance(wall.length, Known):
        marks.append(PlateMark("wall_end", add(names.MARK_WALL_END, wall.length)))
    marks.append(start)
    marks.sort(key=lambda m: m.measure.value if isinstance(m.measure, Figure) else ZERO)
    return Plate(
        tuple(marks), tuple(commons), near, far, framing_near, framing_far, header.beside(ZERO), (gaps[0], gaps[1])
    )
