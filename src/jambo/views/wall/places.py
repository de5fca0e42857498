"""The places for a hole in a standing wall as JSON gives them: ranked, each with what sets it apart from the best."""

from __future__ import annotations

from collections.abc import Sequence

from typing_extensions import TypedDict

from jambo.core.facts.wall import Wall
from jambo.core.framing import cut_in
from jambo.core.framing.boxes import services_over_floors
from jambo.core.quantities.figure import HALF, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.limits import KINDS
from jambo.core.quantities.tape import Tape
from jambo.core.rules import HouseRules
from jambo.core.wall.best_place import REASONS, PlaceInWall, Search, places, reasons
from jambo.core.wall.layout import Layout, Solved
from jambo.core.words.lists import Words, fill
from jambo.views.opening.result import LengthOut, length_out


class PlaceOut(TypedDict):
    """A place for the hole: its centre from the left end, what it costs, and what sets it apart from the first."""

    centre: LengthOut
    off: LengthOut
    cut: int
    kings: int
    moves: list[str]
    stuck: list[str]
    reasons: list[str]
    here: bool


class PlacesOut(TypedDict):
    """Where one opening of a standing wall may be cut in. `free` is false while the studs or the hole's size are unknown."""

    id: int
    free: bool
    places: list[PlaceOut]


def _search(n: int, solved: Sequence[Solved], layout: Layout, wall: Wall, rules: HouseRules) -> Search | None:
    one = solved[n]
    size = cut_in.hole_size(one.result.figures, wall, one.opening.header)
    if one.opening.cut_in is None or wall.found is None or size is None:
        return None
    end = value_of(wall.length)
    length = KINDS["wall_length"].most if end is None else end
    said = one.opening.cut_in
    least = said.least.value if said.least else ZERO
    most = said.most.value if said.most else length
    standing = next((s for s in layout.standing if s.index == n), None)
    wanted = (least + most) * HALF
    if said.wanted is not None:
        wanted = said.wanted.value
    elif standing is not None:
        wanted = (standing.opening.low + standing.opening.high) * HALF
    return Search(
        size,
        cut_in.standing(services_over_floors(wall, one.result.figures), rules),
        least,
        most,
        wanted,
        length,
        tuple(s.framing for s in layout.standing if s.index != n),
        frozenset(i for i, s in enumerate(wall.services) if not s.movable),
    )


def places_out(
    ids: Sequence[int],
    solved: Sequence[Solved],
    layout: Layout,
    wall: Wall,
    rules: HouseRules,
    tape: Tape,
    words: Words,
) -> list[PlacesOut]:
    """Search a place for every opening that is to be cut into this wall."""
    found: list[PlacesOut] = []
    for n, one in enumerate(solved):
        if one.opening.cut_in is None:
            continue
        search = _search(n, solved, layout, wall, rules)
        ranked = places(search) if search is not None else ()
        now = next((s.opening.low for s in layout.standing if s.index == n), None)
        rows = [_place(p, ranked[0], wall, now, search.size.width if search else ZERO, tape, words) for p in ranked]
        found.append({"id": ids[n], "free": search is not None, "places": rows})
    return found


def _place(
    place: PlaceInWall, best: PlaceInWall, wall: Wall, now: Length | None, width: Length, tape: Tape, words: Words
) -> PlaceOut:
    opened = place.opened
    told = [fill(REASONS[key][n > 1], words, n=str(n)) for key, n in reasons(place, best)]
    return {
        "centre": length_out(opened.left + width * HALF, tape),
        "off": length_out(place.off, tape),
        "cut": opened.lost,
        "kings": opened.reused,
        "moves": [s.what or "something" for i in opened.services if (s := wall.services[i]).movable],
        "stuck": [s.what or "something" for i in opened.services if not (s := wall.services[i]).movable],
        "reasons": told,
        "here": now == opened.left,
    }
