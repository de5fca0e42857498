"""What building an opening to the wrong thing would take, against sending it back (handbook 27)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.delivery.asked import paths_of
from jambo.core.delivery.case import AnsweredOpening, Measures
from jambo.core.delivery.verdict import Finding, FindingWords
from jambo.core.flags import LOCAL_CODE, Values
from jambo.core.framing.items import Item
from jambo.core.items import ITEMS
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, value_of
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import SAME, Unit

FOUND = FindingWords(
    {
        "plan-it": (
            "will_do", 0,
            "Its hole is not framed yet: {before} by {height} as planned, {after} by {height_after} for this one.",
            "Plan the opening for what came before the wall is framed.",
        ),
        "filler": (
            "will_do", 30,
            "The hole is {before} wide and this wants {after}.",
            "Nail a filler of {each} to each {jack}, the full height.",
        ),
        "widen": (
            "will_do", 180,
            "The hole is {before} wide and this wants {after}.",
            "Take out {header} and {jack}s and frame it anew, {more} wider.",
        ),
        "header": (
            "will_do", 0,
            "The {header} is {before} long and this wants {after}.",
            "A longer {header} is a new one; on a bearing wall its size and source come first. " + LOCAL_CODE,
        ),
        "lower": (
            "will_do", 20,
            "The hole is {before} high and this wants {after}.",
            "Nail a filler of {less} under the {header}.",
        ),
        "higher": (
            "will_do", 120,
            "The hole is {before} high and this wants {after}.",
            "Raise the {header} by {more} on longer {jack}s.",
        ),
        "narrower-way": (
            "will_do", 0,
            "The way through becomes {after} when open; it was {before}.",
            "On an escape route and where access is asked for, a least clear width is: ask before it is built. " + LOCAL_CODE,
        ),
        "fur-out": (
            "will_do", 60,
            "Its throat is {throat} and the finished wall {wall}.",
            "Make the wall {more} thicker where the frame wraps it, with strips glued to its faces under the returns.",
        ),
        "extension": (
            "will_do", 60,
            "It is {depth} deep and the finished wall {wall} thick.",
            "Glue an extension strip of {short} to its edge all round.",
        ),
    }
)  # fmt: skip


def _differ(planned: AnsweredOpening, built: AnsweredOpening, name: FigureName) -> tuple[Length, Length, Length] | None:
    before, after = planned.figures.value(name), built.figures.value(name)
    return (before, after, after - before) if before is not None and after is not None else None


def building(planned: AnsweredOpening, built: AnsweredOpening, *, framed: bool) -> Iterator[Finding]:
    """What it takes to build an opening to a leaf of another size.

    Args:
        planned: the opening as it is; built: the same, planned for what came; framed: whether its hole is there.
    """
    width, height = _differ(planned, built, names.RO_WIDTH), _differ(planned, built, names.RO_HEIGHT)
    if not framed and width is not None and height is not None:
        before, after, _ = width
        yield FOUND("plan-it", {"before": before, "after": after, "height": height[0], "height_after": height[1]})
    else:
        yield from _hole(planned, built, width)
        if height is not None and height[2] != ZERO:
            before, after, by = height
            code, word = ("lower", "less") if by < ZERO else ("higher", "more")
            yield FOUND(code, {"before": before, "after": after, word: size(by)})
    way = _differ(planned, built, names.CLEAR_WIDTH)
    if way is not None and way[1] < way[0]:
        yield FOUND("narrower-way", {"before": way[0], "after": way[1]})


def _hole(
    planned: AnsweredOpening, built: AnsweredOpening, width: tuple[Length, Length, Length] | None
) -> Iterator[Finding]:
    if width is None or width[2] == ZERO:
        return
    before, after, by = width
    values: Values = {"before": before, "after": after}
    if by < ZERO:
        yield FOUND("filler", values | {"each": -by * HALF})
        return
    yield FOUND("widen", values | {"more": by})
    header = _differ(planned, built, names.HEADER_LENGTH)
    if header is not None:
        yield FOUND("header", {"before": header[0], "after": header[1]})


def fitting_wall(
    planned: AnsweredOpening, throat: Length | None, depth: Length | None, same: Length, over: Length
) -> Iterator[Finding]:
    """What it takes to fit a wall to a frame of another depth.

    Args:
        planned: the opening; throat: of a steel frame; depth: of any other; same: what two lengths may differ by;
        over: what a throat may be wider than its wall.
    """
    wall = planned.figures.value(names.WALL_FINISHED)
    if wall is None:
        return
    if throat is not None and throat > wall + over:
        yield FOUND("fur-out", {"throat": throat, "wall": wall, "more": throat - wall - over})
    if depth is not None and depth <= wall - same:
        yield FOUND("extension", {"depth": depth, "wall": wall, "short": wall - depth})


_MEASURED = tuple(path for one in ITEMS["leaf"].asked[:2] for path in paths_of(one, "swing", 0))


def sized_as(of: AnsweredOpening, item: Item, measures: Measures, habit: Unit) -> dict[str, str | None] | None:
    """The facts by which an opening would be planned for the leaf a wrong thing holds; None where nobody can tell its size.

    A unit holds a leaf as much narrower as it is narrower over its backs, and as much lower as its legs are shorter.

    Args:
        of: the opening; item: the line of its buy list; measures: of the thing; habit: what lengths are written in.
    """
    leaf, figures, m = of.opening.leaves[0], of.figures, measures.lengths
    width, height = value_of(leaf.width), value_of(leaf.height)
    if width is None or height is None or len(of.opening.leaves) > 1:
        return None
    if item.name == "leaf":
        width, height = m.get("width", width), m.get("height", height)
    elif item.name == "unit":
        outside, legs = figures.value(names.FRAME_OUTSIDE_WIDTH), figures.value(names.LEG_LENGTH)
        if outside is not None and "outside_width" in m:
            width += m["outside_width"] - outside
        if legs is not None and "leg_length" in m:
            height += m["leg_length"] - legs
    elif item.name in ("pocket_kit", "lining_kit"):
        width = m.get("printed", m.get("kit_width_1", width))
    same = SAME[habit]
    planned = value_of(leaf.width), value_of(leaf.height)
    if all(size(a - b) < same for a, b in zip((width, height), planned, strict=True) if b is not None):
        return None
    found: dict[str, str | None] = {
        "opening.door.leaves[0].width": exact_text(width, habit),
        "opening.door.leaves[0].height": exact_text(height, habit),
    }
    return found | dict.fromkeys(_MEASURED) if of.opening.kind == "swing" else found
