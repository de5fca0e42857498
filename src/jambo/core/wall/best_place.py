"""Where to cut a hole into a standing wall (handbook 6): an exact search of the range the client allows.

What a place costs changes only where an edge of the hole or of its framing meets an edge of a stud, a service or another
opening. So the search looks at each of these meetings and to both sides of it, at the ends of the range, and at the place
that was search for; between them nothing changes but how far away that is.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

from jambo.core.framing.cut_in import Opened, SearchedWall, Size, open_up
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import HALF
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.wall.layout import Stretch

MOST = 6  # places offered


@dataclass(frozen=True, slots=True)
class Search:
    """A hole and where it may go: its left edge from `least`, its right edge up to `most`, its centre wanted at `wanted`.

    `taken` is the framing of the wall's other openings; `fixed` are the services that cannot be moved.
    """

    size: Size
    wall: SearchedWall
    least: Length
    most: Length
    wanted: Length
    length: Length
    taken: tuple[Stretch, ...] = ()
    fixed: frozenset[int] = frozenset()


Cost = tuple[int, int, int, int, int]


@dataclass(frozen=True, slots=True)
class PlaceInWall:
    """A place for the hole: the wall opened there, what it costs, and how far its centre is from where it was wanted."""

    opened: Opened
    cost: Cost
    off: Length


def _may_stand(opened: Opened, search: Search) -> bool:
    if opened.low < ZERO or opened.high > search.length:
        return False
    return all(opened.high <= span.low or opened.low >= span.high for span in search.taken)


def _cost(opened: Opened, search: Search) -> Cost:
    """Services that cannot be moved, services to move, studs cut, studs to add, fillers: fewest of the first decides."""
    stuck = sum(n in search.fixed for n in opened.services)
    added = 2 * search.size.header.kings - opened.reused
    packed = sum(gap > ZERO for gap in opened.fillers)
    return stuck, len(opened.services) - stuck, opened.lost, added, packed


def _edges(search: Search) -> Iterator[int]:
    """Every left edge at which a cost can change, in nanometres, and those the range ends at or that were search for."""
    t, w = search.wall.thick, search.size.wide
    jacks, kings = int(search.size.header.beside(Length(t)).nm), search.size.header.kings * t
    clear = jacks + max(search.wall.clear, kings)
    past = {jacks, jacks + kings, jacks + search.wall.filler}
    for low, high in search.wall.studs:
        for by in past:
            yield from (high + by, low - w - by)
    reach = {clear, jacks + kings}
    boxes = [(a, b) for a, b, _, _ in search.wall.services] + [(int(s.low.nm), int(s.high.nm)) for s in search.taken]
    for low, high in boxes:
        for by in reach:
            yield from (high + by, low - w - by)
    yield from (jacks + kings, int(search.length.nm) - w - jacks - kings)
    yield from (int(search.least.nm), int(search.most.nm) - w, int(search.wanted.nm) - w // 2)


def _outcome(opened: Opened) -> tuple[object, ...]:
    packed = tuple(gap > ZERO for gap in opened.fillers)
    return opened.cut, opened.cleared, opened.kings, opened.services, packed


def places(search: Search) -> tuple[PlaceInWall, ...]:
    """The places worth offering, best first: of those with one outcome the nearest to where it was wanted. Empty when none fits.

    Args:
        search: the hole, the wall as it stands, and the range it may stand in.
    """
    low, high = int(search.least.nm), int(search.most.nm) - search.size.wide
    best: dict[tuple[object, ...], PlaceInWall] = {}
    aside: set[tuple[object, ...]] = set()  # outcomes that no meeting has, only the places a hair beside one
    meetings = {x for x in _edges(search) if low <= x <= high}
    beside = {x + by for x in meetings for by in (-1, 1) if low <= x + by <= high} - meetings
    for x in (*sorted(meetings), *sorted(beside)):
        opened = open_up(Length(x), search.size, search.wall)
        if not _may_stand(opened, search):
            continue
        place = PlaceInWall(opened, _cost(opened, search), size(opened.left + search.size.width * HALF - search.wanted))
        outcome = _outcome(opened)
        known = best.get(outcome)
        if known is None and x not in meetings:
            aside.add(outcome)
        may = x in meetings or outcome in aside
        if known is None or (may and (place.cost, place.off) < (known.cost, known.off)):
            best[outcome] = place
    ranked = sorted(best.values(), key=lambda p: (p.cost, p.off))
    # what cannot be moved is run into only where there is no way round it
    ranked = [place for place in ranked if place.cost[0] == ranked[0].cost[0]]
    return tuple(_worth(ranked))[:MOST]


def _worth(ranked: Sequence[PlaceInWall]) -> Iterator[PlaceInWall]:
    """Leave out a place that costs more than one offered before it and is no nearer to where the hole was wanted."""
    nearest: Length | None = None
    for place in ranked:
        if nearest is None or place.off < nearest:
            nearest = place.off
            yield place


def reasons(place: PlaceInWall, best: PlaceInWall) -> Iterable[tuple[str, int]]:
    """What sets a place apart from the best: the reason's key in `REASONS`, and by how many."""
    for n, key in enumerate(("services", "studs", "added", "fillers"), 1):
        by = place.cost[n] - best.cost[n]
        if by:
            yield key if by > 0 else f"fewer-{key}", abs(by)


REASONS: dict[str, tuple[str, str]] = {  # one, several
    "services": ("one more service to move", "{n} more services to move"),
    "studs": ("cuts one more {stud}", "cuts {n} more {stud}s"),
    "added": ("one more {king} to add", "{n} more {king}s to add"),
    "fillers": ("one more filler", "{n} more fillers"),
    "fewer-services": ("one service fewer to move", "{n} services fewer to move"),
    "fewer-studs": ("cuts one {stud} fewer", "cuts {n} {stud}s fewer"),
    "fewer-added": ("one {king} fewer to add", "{n} {king}s fewer to add"),
    "fewer-fillers": ("one filler fewer", "{n} fillers fewer"),
}
