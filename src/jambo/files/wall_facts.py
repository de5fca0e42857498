"""From a document to the facts of a wall: what it is, what is on it, and what was found in one that stands."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import pairwise

from jambo.core.length import ZERO, Length
from jambo.core.limits import KINDS
from jambo.core.notation import exact_text
from jambo.core.opening.cut_in import CutIn
from jambo.core.opening.framing import FoundStud, Neighbour, Service, Wall
from jambo.core.rules import HouseRules
from jambo.core.sums import HALF, Known, value_of
from jambo.core.wall.judge import Fitting
from jambo.files import document as doc
from jambo.files.reader import Reader, known, or_rule


def wall_of(wall: doc.Wall, beside: list[doc.Neighbour], rules: HouseRules, reader: Reader) -> Wall:
    """Read a wall and the other openings in it; what it leaves out of its timber falls to the house rules."""
    names = ("plate_thickness", "stud_thickness", "stud_depth", "stud_spacing", "layout_offset")
    settled = {name: or_rule(reader, wall, name, "wall", name, rules) for name in names}
    read_fittings(wall, reader)  # so that one that cannot be is refused with the wall
    return Wall(
        height=reader.length(wall, "height", "wall", "wall_height"),
        length=reader.length(wall, "length", "wall", "wall_length"),
        layout_from=wall.layout_from,
        finish_a=reader.length(wall, "finish_a", "wall", "finish_a"),
        finish_b=reader.length(wall, "finish_b", "wall", "finish_b"),
        bearing=wall.bearing,
        existing=wall.existing,
        height_right=known(reader, wall, "height_right", "wall", "wall_height"),
        found=_found_studs(wall, settled["stud_thickness"].value, reader),
        services=tuple(_services(wall, reader)),
        plate_on=wall.plate_on,
        beside=_beside(beside, reader),
        **settled,
    )


def _found_studs(wall: doc.Wall, thick: Length, reader: Reader) -> tuple[FoundStud, ...] | None:
    """The studs of a standing wall in order along it; numbered as they stand. One without a place does not count yet."""
    if wall.studs_found is None:
        return None
    centres = [known(reader, s, "at", f"wall.studs_found[{i}]", "found_stud") for i, s in enumerate(wall.studs_found)]
    placed = sorted((c for c in centres if c is not None), key=lambda c: c.value)
    for before, after in pairwise(placed):
        if after.value - before.value < thick:
            told = exact_text(thick, reader.unit)
            reader.refuse(after.source.path, "two studs would stand in one another", f"at least {told} from the next")
    half_stud = thick * HALF
    return tuple(FoundStud(n, c, c.value - half_stud, c.value + half_stud) for n, c in enumerate(placed, 1))


def behind_track(wall: Wall, measured_from: str) -> tuple[Known, ...] | None:
    """The studs found in the wall, for a track nobody looked behind: from the end the opening is measured from."""
    length = value_of(wall.length)
    if wall.found is None or (measured_from == "right" and length is None):
        return None
    centres = [s.centre for s in wall.found]
    if measured_from == "right" and length is not None:
        centres = [replace(c, value=length - c.value) for c in centres]
    return tuple(centres)


def _beside(beside: list[doc.Neighbour], reader: Reader) -> tuple[Neighbour, ...]:
    """Read the other openings of a wall, in order along it."""
    found = []
    for i, one in enumerate(beside):
        names = ("low", "high", "framing_low", "framing_high")
        places = [known(reader, one, name, f"beside[{i}]", "position") for name in names]
        low, high, framing_low, framing_high = (p.value if p is not None else None for p in places)
        if low is None or high is None or framing_low is None or framing_high is None:
            continue
        if high <= low:
            reader.refuse(f"beside[{i}].high", "it would end before it starts", "a place right of its left edge")
        found.append(Neighbour(one.mark, low, high, min(low, framing_low), max(high, framing_high), one.shares))
    return tuple(sorted(found, key=lambda n: n.low))


def _services(wall: doc.Wall, reader: Reader) -> Iterator[Service]:
    """What runs in a standing wall; one without a place does not count yet, one without heights runs over the whole wall."""
    for i, one in enumerate(wall.services):
        path = f"wall.services[{i}]"
        at, to, low, high = (known(reader, one, n, path, "service") for n in ("at", "to", "low", "high"))
        if low is not None and high is not None and high.value < low.value:
            reader.refuse(f"{path}.high", "it would end below where it starts", "a height over its lower end")
        if at is None:
            continue
        ends = sorted([at.value, to.value if to is not None else at.value])
        yield Service(
            one.what, ends[0], ends[1],
            low.value if low is not None else ZERO,
            high.value if high is not None else KINDS["wall_height"].most,
            not one.fixed, f"{path}.at",
        )  # fmt: skip


def cut_in_of(asked: doc.CutIn, reader: Reader) -> CutIn:
    """Read what is asked of a new hole."""
    path = "opening.cut_in"
    least, most, wanted = (known(reader, asked, n, path, "position") for n in ("least", "most", "wanted"))
    if least is not None and most is not None and most.value <= least.value:
        reader.refuse(f"{path}.most", "the range would end before it starts", "a place right of where it may start")
    return CutIn(least, most, wanted, asked.support, asked.support_by)


def read_fittings(wall: doc.Wall, reader: Reader) -> tuple[Fitting, ...]:
    """Read what is fitted on a wall; one without a place does not count yet."""
    found = []
    for i, one in enumerate(wall.fittings):
        path = f"wall.fittings[{i}]"
        at, height = known(reader, one, "at", path, "position"), known(reader, one, "height", path, "height")
        if at is not None:
            found.append(Fitting(one.what, at.value, height.value if height is not None else None, one.side, path))
    return tuple(found)
