"""Cutting an opening into a standing wall (handbook 6): at one place, which studs go, which stay, and what is in the way.

Places run from the wall's left end, seen from side A, as the studs were found.
"""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.cut_in import CutIn
from jambo.core.facts.placing import Header, Placing
from jambo.core.facts.wall import FoundStud, Wall
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords
from jambo.core.frozen import dataclass
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Computed, Figure, Figures, Known, add, less, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, some
from jambo.core.quantities.limits import KINDS
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "frame": {
            "cut-in-studs-unknown": (
                "check",
                "Nobody has said where the {stud}s of this standing wall are: what a hole cuts is not known.",
                "Find them on the wall's page and prove each with a thin nail, before a place is chosen.",
            ),
            "cut-in-without-support": (
                "stop",
                "The wall is {bearing}, and no temporary support is recorded for the time its {stud}s are cut.",
                "Have the support planned, record what it is and who gave it, and set it before the first cut. "
                + LOCAL_CODE,
            ),
            "cut-in-service": (
                "stop",
                "{what}, {at} from the left end, runs where the wall is opened.",
                "Choose a place clear of it, or have it made safe and moved by the one whose trade it is. "
                + LOCAL_CODE,
            ),
            "cut-in-service-fixed": (
                "stop",
                "{what}, {at} from the left end, runs where the wall is opened, and cannot be moved.",
                "Choose a place clear of it. " + LOCAL_CODE,
            ),
            "cut-in-clears-stud": (
                "check",
                "Here {count} out whole, standing where a new {king} must go.",
                "Move the opening until a standing {stud} can serve as {king}, or take it out and make the wall good.",
            ),
            "cut-in-out-of-range": (
                "check",
                "The hole reaches {over} further {end} than was agreed.",
                "Move it back into the range, or agree a wider one.",
            ),
        },
    }
)


@dataclass(frozen=True, slots=True)
class Size:
    """The hole to cut: its width, how many jacks and kings stand on each side, and how high the wall is opened."""

    width: Length
    top: Length
    header: Header

    @property
    def wide(self) -> int:
        """Its width in whole nanometres, rounded up: a hole is never too narrow."""
        return -int(-self.width.nm // 1)


@dataclass(frozen=True, slots=True)
class Opened:
    """The wall opened at one place. Numbers are those of the studs and services as found.

    `cut` studs keep their tops as cripples; `cleared` ones come out whole, for a new king; `kings` are the standing studs
    that serve as the left and right king, `fillers` what is left between them and the jacks; `low` and `high` the outer
    faces of all framing.
    """

    left: Length
    cut: tuple[int, ...]
    cleared: tuple[int, ...]
    kings: tuple[int | None, int | None]
    fillers: tuple[Length, Length]
    services: tuple[int, ...]
    low: Length
    high: Length

    @property
    def lost(self) -> int:
        """How many studs are cut or come out."""
        return len(self.cut) + len(self.cleared)

    @property
    def reused(self) -> int:
        """How many standing studs serve as kings."""
        return sum(king is not None for king in self.kings)


@dataclass(frozen=True, slots=True)
class SearchedWall:
    """The wall as the search sees it: faces of the studs and boxes of the services, in nanometres from the left end."""

    studs: tuple[tuple[int, int], ...]
    services: tuple[tuple[int, int, int, int], ...]
    thick: int
    filler: int
    clear: int


def standing(wall: Wall, rules: HouseRules) -> SearchedWall:
    """Read the wall once for any number of places.

    Args:
        wall: what stands, as found; rules: how far a king may be filled, and how clear of services a hole stays (handbook 6).
    """
    return SearchedWall(
        tuple((int(s.left.nm), int(s.right.nm)) for s in wall.found or ()),
        tuple((int(s.low.nm), int(s.high.nm), int(s.bottom.nm), int(s.top.nm)) for s in wall.services),
        int(wall.stud_thickness.value.nm),
        int(rules.value(house.KING_FILLER).nm),
        int(rules.value(house.SERVICE_CLEAR).nm),
    )


def _king(faces: tuple[tuple[int, int], ...], back: int, way: int, most: int) -> tuple[int | None, int]:
    """The standing stud nearest outside a jack's back that can serve as king, and the filler it wants."""
    best, gap = None, 0
    for i, (low, high) in enumerate(faces):
        space = back - high if way < 0 else low - back
        if 0 <= space <= most and (best is None or space < gap):
            best, gap = i, space
    return best, gap


def open_up(left: Length, size: Size, wall: SearchedWall) -> Opened:
    """Open the wall with the hole's left edge at one place. Touching is not cutting.

    Args:
        left: the hole's left edge, from the wall's left end; size: the hole with its header; wall: as `standing` reads it.

    Returns:
        Which studs are cut or come out whole, which serve as kings with what filler, and the services in reach.
    """
    x, w, t = int(left.nm), size.wide, wall.thick
    jacks, kings = int(size.header.beside(Length(t)).nm), size.header.kings
    backs = (x - jacks, x + w + jacks)
    (near, near_gap), (far, far_gap) = (
        _king(wall.studs, back, way, wall.filler) for back, way in zip(backs, (-1, 1), strict=True)
    )
    low = backs[0] - kings * t if near is None else wall.studs[near][0] - (kings - 1) * t
    high = backs[1] + kings * t if far is None else wall.studs[far][1] + (kings - 1) * t
    cut, cleared = [], []
    for i, (face, back) in enumerate(wall.studs):
        if face < backs[1] and back > backs[0]:
            cut.append(i)
        elif i not in (near, far) and ((low < back and face < backs[0]) or (face < high and back > backs[1])):
            cleared.append(i)
    around = max(wall.clear, kings * t)
    reach = (backs[0] - around, backs[1] + around)
    services = [
        i
        for i, (a, b, bottom, top) in enumerate(wall.services)
        if a < reach[1] and b > reach[0] and bottom < size.top.nm and top > 0
    ]
    return Opened(
        left, tuple(cut), tuple(cleared), (near, far), (Length(near_gap), Length(far_gap)), tuple(services),
        Length(low), Length(high),
    )  # fmt: skip


def face(stud: FoundStud, wall: Wall, measured_from: str) -> Computed:
    """The running measure of a found stud's face toward the end the tape starts from.

    Args:
        stud: as found, by its centre from the wall's left end; measured_from: the end the tape starts from, "left" or "right".

    Returns:
        The measure, which waits for the wall's length when the tape starts at the right end.
    """
    half_stud = (-HALF, wall.stud_thickness)
    name = names.MARK_FOUND[stud.number]
    if measured_from == "left":
        return add(name, stud.centre, half_stud)
    return add(name, wall.length, (-1, stud.centre), half_stud)


def filler(side: str, edge: Computed, stud: FoundStud, wall: Wall, header: Header, from_left: bool) -> Computed:
    """What is left between the outermost jack and the standing stud that serves as king; `edge` is the hole's edge there.

    Args:
        side: of the hole, "left" or "right" as seen from side A; from_left: whether the tape starts at the wall's left end.
        stud: the standing one that serves; wall, header: for how thick a stud is and how many jacks there are.
    """
    past, half_stud = less(header.past(wall.stud_thickness)), (-HALF, wall.stud_thickness)
    name = names.KING_FILLER_ON[side]
    if (side == "left") == from_left:  # the near side of the tape: the stud stands before the edge
        at = [(-1, stud.centre)] if from_left else [(-1, wall.length), (1, stud.centre)]
        return add(name, edge, *past, *at, half_stud)
    at = [(1, stud.centre)] if from_left else [(1, wall.length), (-1, stud.centre)]
    return add(name, *at, half_stud, (-1, edge), *past)


def base_cuts(figures: Figures, casing: Known | None, rules: HouseRules) -> list[Computed]:
    """Where the base trim is cut back on both sides of the opening: to the casing's outer edge (handbook 6)."""
    if casing is None or names.MARK_RO_CENTRE not in figures or names.FRAME_INSIDE_WIDTH not in figures:
        return []
    centre, inside, setback = (
        figures[names.MARK_RO_CENTRE],
        figures[names.FRAME_INSIDE_WIDTH],
        rules.known(house.SETBACK),
    )
    return [
        add(names.BASE_CUT_NEAR, centre, (-HALF, inside), (-1, setback), (-1, casing)),
        add(names.BASE_CUT_FAR, centre, (HALF, inside), setback, casing),
    ]


def on_cut_in(asked: CutIn, opened: Opened | None, wall: Wall, size: Size | None, rules: HouseRules) -> Iterator[Flag]:
    """What stands against cutting here: unknown studs, services, a range left, a load nobody holds (handbook 6 and 22).

    Args:
        asked: support, range and who answers for it; opened: the wall opened there, None without a place.
        wall: as found; size: of the hole, None while its width is unknown; rules: the house rules in force.
    """
    if wall.found is None:
        yield FLAGS("cut-in-studs-unknown", {}, (names.RO_WIDTH,), "wall.studs_found")
    if wall.bearing != "no" and not (asked.support.strip() and asked.support_by.strip()):
        bearing = "bearing" if wall.bearing == "yes" else "not known to be free of load"
        yield FLAGS("cut-in-without-support", {"bearing": bearing}, (names.HEADER_LENGTH,), "opening.cut_in.support")
    if opened is None or size is None:
        return
    for n in opened.services:
        service = wall.services[n]
        code = "cut-in-service" if service.movable else "cut-in-service-fixed"
        yield FLAGS(code, {"what": service.told, "at": service.low}, (names.RO_WIDTH,), service.path)
    if opened.cleared:
        count = "one stud comes" if len(opened.cleared) == 1 else f"{len(opened.cleared)} studs come"
        yield FLAGS("cut-in-clears-stud", {"count": count}, (names.KING_LENGTH,), "opening.position.distance")
    right = opened.left + size.width
    for limit, over in (
        (asked.least, asked.least.value - opened.left if asked.least else ZERO),
        (asked.most, right - asked.most.value if asked.most else ZERO),
    ):
        if limit is not None and over > ZERO:
            end = "left" if limit is asked.least else "right"
            yield FLAGS(
                "cut-in-out-of-range", {"over": over, "end": end}, (names.RO_WIDTH,), "opening.position.distance"
            )


def hole(near: Computed, far: Computed, wall: Wall, measured_from: str) -> Length | None:
    """The hole's left edge from the wall's left end; None while it has no place.

    Args:
        near, far: the opening's edges on the tape; measured_from: the end the tape starts from.
    """
    if not isinstance(near, Figure) or not isinstance(far, Figure):
        return None
    if measured_from == "left":
        return near.value
    length = value_of(wall.length)
    return None if length is None else length - far.value


def hole_size(figures: Figures, wall: Wall, header: Header) -> Size | None:
    """The hole to cut; None while its width is unknown. While its height is, the wall counts as opened to its top."""
    width, height = value_of(figures[names.RO_WIDTH]), value_of(figures[names.RO_HEIGHT])
    if width is None:
        return None
    top = (
        height + header.beside(ZERO) + or_zero(value_of(header.depth)) if height is not None else value_of(wall.height)
    )
    return Size(width, top if top is not None else KINDS["wall_height"].most, header)


@dataclass(frozen=True, slots=True)
class HoleInWall:
    """A new hole where it is planned: the wall opened there (None without a place), its size, and the fillers, near and far."""

    opened: Opened | None = None
    size: Size | None = None
    fillers: tuple[Computed | None, Computed | None] = (None, None)


def planned(
    edges: tuple[Computed, Computed],
    figures: Figures,
    wall: Wall,
    header: Header,
    measured_from: str,
    rules: HouseRules,
) -> HoleInWall:
    """Open the wall where the opening is planned; `edges` are its near and far edge on the tape.

    Args:
        edges: each waits while the opening has no place; figures: the rough opening's; header: its jacks and kings.
        measured_from: the end the tape starts from; rules: the house rules in force.
    """
    size, left = hole_size(figures, wall, header), hole(*edges, wall, measured_from)
    if size is None or left is None:
        return HoleInWall(None, size)
    opened, from_left = open_up(left, size, standing(wall, rules)), measured_from == "left"
    found: dict[str, Computed | None] = {"left": None, "right": None}
    for side, king in zip(found, opened.kings, strict=True):
        near = (side == "left") == from_left
        if king is not None and wall.found is not None:
            gap = filler(side, edges[0 if near else 1], wall.found[king], wall, header, from_left)
            found[side] = gap if some(value_of(gap)) else None
    sides = ("left", "right") if from_left else ("right", "left")
    return HoleInWall(opened, size, (found[sides[0]], found[sides[1]]))


def made_good(
    figures: Figures,
    wall: Wall,
    at: HoleInWall,
    header: Header,
    placing: Placing,
    casing: Known | None,
    rules: HouseRules,
    *,
    centred: bool,
) -> list[Computed]:
    """What cutting into a standing wall asks for besides its framing: fillers, base trim, floor where the plate was.

    `casing` is its width; `centred` says that the finished way stands in the middle of the opening, so that the base trim's
    cuts can be told.
    """
    found = [f for f in at.fillers if f is not None]
    if centred:
        found += base_cuts(figures, casing, rules)
    if at.opened is not None and wall.found is not None:
        touched = {*at.opened.cut, *at.opened.cleared, *(k for k in at.opened.kings if k is not None)}
        found += [face(wall.found[n], wall, placing.measured_from) for n in sorted(touched)]
    if wall.plate_on == "joists":
        found += [
            add(names.FLOOR_EXTENSION, figures[names.RO_WIDTH], *((2, buck) for buck in header.bucked)),
            add(names.PLATE_BLOCK, wall.stud_depth),
        ]
    return found
