"""Heights over the rough floor, whatever they were taped from (handbook 13): a finished floor that stays, or the storey's level line."""

from __future__ import annotations

from dataclasses import replace

from jambo.core.facts.readings import Place, Reading, Survey
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, Known, Source, add, lowest, restated, value_of
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.names import FigureName

LINES: tuple[Place, Place] = ("line_left", "line_right")
_FLOOR = {"floor_a": names.FLOOR_A, "floor_b": names.FLOOR_B}
FOOT = {"left": names.LEVEL_LINE_LEFT, "right": names.LEVEL_LINE_RIGHT}


def over_rough_floor(survey: Survey, figures: Figures) -> Survey:
    """The survey with how high over the rough floor each of its heights was taped from.

    Args:
        survey: as taken; figures: the finished floors.

    Returns:
        The same readings; those taped from a floor nobody described, or from a line nobody taped down to the floor, hang.
    """
    if all(one.taped_from == "rough_floor" for one in survey.readings):
        return survey
    floors = {taped: figures.value(name) for taped, name in _FLOOR.items() if name in figures}
    known: dict[str, Length | None] = {"rough_floor": ZERO, **floors}
    lines = [_raised(one, known.get(one.taped_from)) for one in survey.at(*LINES)]
    line = {one.place: one.value + one.above for one in lines if one is not None}
    either = next(iter(line.values()), None)
    found, hanging = list[Reading](), list[Reading]()
    for one in survey.readings:
        above = known.get(one.taped_from)
        if one.taped_from == "level_line":
            above = line.get("line_right" if one.place.endswith("right") else "line_left", either)
        raised = _raised(one, above)
        found += [raised] if raised is not None else []
        hanging += [one] if raised is None else []
    return Survey(tuple(found), tuple(hanging))


def _raised(one: Reading, above: Length | None) -> Reading | None:
    return replace(one, above=above) if above is not None else None


def level_lines(survey: Survey, rise: Length | None) -> Figures:
    """The level line over the rough floor at each foot, as it was taped down; where one foot was not, by how the floor rises.

    Args:
        survey: the readings; rise: of the floor to the right foot, None while nobody read it.
    """
    found = Figures()
    for place, name in zip(LINES, FOOT.values(), strict=True):
        if (one := survey.one(place)) is not None:
            floor = [Known(f"taped_{one.taped_from}", one.above, _at(one))] if one.above > ZERO else []
            found[name] = add(name, Known("line_read", one.value, _at(one)), *floor)
    if len(found) == 1 and rise is not None:
        name, there = next(iter(found.items()))
        left = name == names.LEVEL_LINE_LEFT
        other, sign = (names.LEVEL_LINE_RIGHT, -1) if left else (names.LEVEL_LINE_LEFT, 1)
        found[other] = add(other, there, (sign, Known("floor_rise_read", rise, Source("reading", "survey.readings"))))
    return found


def _at(one: Reading) -> Source:
    return Source("reading", one.path)


# The heights that are level across the openings of a storey, and what they are over the line
_OVER: dict[FigureName, FigureName] = {
    names.HEAD_UNDERSIDE: names.HEAD_OVER_LINE, names.SET_MARK: names.SET_MARK_OVER_LINE, names.TRACK_LINE: names.TRACK_OVER_LINE,
}  # fmt: skip


def against_line(figures: Figures, foot: str | None, track_on: FigureName, *, framed: bool) -> Figures:
    """What head, set mark and track line are over the level line, or under it; and the jacks, each by the floor under it.

    Args:
        figures: with the line over the floor at the feet; foot: the one heights count from, "left" or "right"; None: the one whose floor
            is higher.
        track_on: the finished floor a track line stands over; framed: whether a hole was read: its jacks are what they are.
    """
    lines = [figures[name] for name in FOOT.values() if name in figures]
    if not lines:
        return Figures()
    own = figures.get(FOOT[foot]) if foot is not None else None
    line: Computed = own if own is not None else lowest(names.LEVEL_LINE, *lines)
    made = Figures.of([add(names.LEVEL_LINE, line)])
    for name, over in _OVER.items():
        if name in figures and value_of(figures[name]) is not None:
            floor = [figures[track_on]] if name == names.TRACK_LINE else []
            made[over] = add(over, figures[name], *floor, (-1, made[names.LEVEL_LINE]))
    if len(lines) == len(FOOT) and not framed and names.JACK_LEFT not in figures and names.JACK_LENGTH in figures:
        for end, name in FOOT.items():
            jack = names.JACK_ON[end]
            made[jack] = restated(jack, figures[names.JACK_LENGTH], figures[name], (-1, made[names.LEVEL_LINE]))
    return made
