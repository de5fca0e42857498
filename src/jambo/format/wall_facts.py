"""From a document to the facts of a wall: what it is, what is on it, and what was found in one that stands."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from itertools import pairwise
from typing import Any

from jambo.core import rules as house
from jambo.core.facts.cut_in import CutIn
from jambo.core.facts.wall import Fitting, FoundStud, Neighbour, Service, Wall
from jambo.core.framing.wall_height import under_plates
from jambo.core.quantities.figure import HALF
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.limits import KINDS
from jambo.core.quantities.notation import exact_text
from jambo.core.rules import HouseRules
from jambo.format import document as doc
from jambo.format.reader import Reader, known


def wall_of(wall: doc.Wall, beside: list[doc.Neighbour], rules: HouseRules, reader: Reader) -> Wall:
    """Read a wall and the other openings in it; what it leaves out of its timber falls to the house rules.

    Args:
        wall, beside: from the document; rules: the house rules in force; reader: gathers lengths and errors.
    """
    said = reader.facts(Wall, wall, "wall", rules)
    if wall.studs == "steel":
        said |= _of_steel(said, wall, rules)
    as_said = Wall(
        **said,
        found=_found_studs(wall, said["stud_thickness"].value, reader),
        services=tuple(_services(wall, reader)),
        beside=_beside(beside, reader),
        fittings=read_fittings(wall, reader),
    )
    return under_plates(as_said)


# What a wall of steel goes by where nobody said it
_STEEL = {"stud_thickness": house.STEEL_STUD, "stud_depth": house.STEEL_DEPTH, "plate_thickness": house.STEEL_TRACK}


def _of_steel(said: Mapping[str, Any], wall: doc.Wall, rules: HouseRules) -> dict[str, Any]:
    """What nobody said of a wall of steel, by its own house rules; it has one track over its studs."""
    by_rule = {key: rules.known(rule) for key, rule in _STEEL.items() if said[key].source.kind == "house rule"}
    return by_rule if "top_plates" in wall.model_fields_set else by_rule | {"top_plates": 1}


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
            not one.fixed, f"{path}.at", one.taped_from,
        )  # fmt: skip


def cut_in_of(asked: doc.CutIn, rules: HouseRules, reader: Reader) -> CutIn:
    """Read what is asked of a new hole."""
    path = "opening.cut_in"
    hole = CutIn(**reader.facts(CutIn, asked, path, rules))
    if hole.least is not None and hole.most is not None and hole.most.value <= hole.least.value:
        reader.refuse(f"{path}.most", "the range would end before it starts", "a place right of where it may start")
    return hole


def read_fittings(wall: doc.Wall, reader: Reader) -> tuple[Fitting, ...]:
    """Read what is fitted on a wall; one without a place does not count yet."""
    found = []
    for i, one in enumerate(wall.fittings):
        path = f"wall.fittings[{i}]"
        at, height = known(reader, one, "at", path, "position"), known(reader, one, "height", path, "height")
        if at is not None:
            found.append(Fitting(one.what, at.value, height.value if height is not None else None, one.side, path))
    return tuple(found)
