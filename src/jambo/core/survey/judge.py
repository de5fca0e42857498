"""Judgements on the readings: what is missing, what cannot be right, whether the hole is as large as was planned (handbook 13)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.readings import PLACES, WIDTHS, Place, Survey
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.survey.adjust import Adjustment
from jambo.core.words.lists import listed

FLAGS = FlagWords(
    {
        "survey": {
            "survey-no-width": (
                "check",
                "No width was read: nothing can be said of what goes into this hole.",
                "Take the width at foot, middle and head.",
            ),
            "survey-one-width": (
                "check",
                "Only one width was read; a hole is as wide as its narrowest place.",
                "Take the width at foot, middle and head, and both {stud}s with the level.",
            ),
            "survey-taped-from-unknown": (
                "check",
                "The {reading} was taped from {missing}: it says nothing yet.",
                "{cure}, or tape it from the rough floor.",
            ),
            "survey-suspect": (
                "check",
                "The {reading} was read as {read}; the other readings say {others}. It is left out until it is taken again.",
                "Take this one again.",
            ),
            "survey-suspects": (
                "check",
                "One of these cannot be right, and the others cannot say which: {readings}. What follows takes them at their worst.",
                "{extra}",
            ),
            "survey-contradicts": (
                "stop",
                "The readings contradict each other even without the worst three: nothing can be concluded from them.",
                "Start the round again from the widths, and check the tape's hook and the level first.",
            ),
            "survey-assumed": (
                "note",
                "Not read, and taken as straight, plumb and level: {what}.",
                "Read it before anything is cut to this survey.",
            ),
            "found-narrower": (
                "check",
                "The hole found is {short} narrower than the rough opening planned.",
                "Look at the fit: widen the hole, or plan for what is there.",
            ),
            "found-lower": (
                "check",
                "The hole found is {short} lower than the rough opening planned.",
                "Raise the {header}, or plan for what is there.",
            ),
        },
    }
)


OF_FLOOR: frozenset[Place] = frozenset({"floor_across", "floor_along", "floor_bump", "line_left", "line_right"})

ASSUMED = {
    "lean_left": "the lean of the left {stud}", "lean_right": "the lean of the right {stud}",
    "bow_left": "the bow of the left {stud}", "bow_right": "the bow of the right {stud}",
    "floor": "the floor across the opening", "head_right": "the level of the {header}",
}  # fmt: skip


def on_survey(survey: Survey, adjusted: Adjustment | None) -> Iterator[Flag]:
    """Readings that are missing, that cannot be right, or that contradict each other (handbook 13)."""
    for one in survey.hanging:
        line = one.taped_from == "level_line"
        missing = (
            "the level line, and nobody taped that down to the floor" if line else "a finished floor nobody described"
        )
        cure = "Tape the line down to the floor at a foot" if line else "Say that floor's layers on the floor stage"
        values: Values = {"reading": PLACES[one.place].label, "missing": missing, "cure": cure}
        yield FLAGS("survey-taped-from-unknown", values, (), one.path)
    if all(one.place in OF_FLOOR for one in survey.of("survey")):
        return  # the floor alone is read before a hole is there
    widths = survey.at(*WIDTHS)
    if not widths:
        yield FLAGS("survey-no-width", {}, (), "survey")
        return
    if len(widths) == 1:
        yield FLAGS("survey-one-width", {}, (names.FOUND_WIDTH_FOOT,), widths[0].path)
    if adjusted is None:
        return
    if adjusted.contradicts:
        yield FLAGS("survey-contradicts", {}, (), "survey")
    for suspect in adjusted.suspects:
        rows = [adjusted.adjusted[i] for i in suspect.indices]
        called = [row.reading.called for row in rows]
        if len(rows) == 1:
            values = {"reading": called[0], "read": rows[0].reading.signed, "others": suspect.should_be[0]}
            yield FLAGS("survey-suspect", values, (), rows[0].reading.path)
            continue
        extra = (
            f"Take {PLACES[suspect.extra].label}: it {'tells them apart' if suspect.tells else 'rules some of them out'}. Or take each of them again."
            if suspect.extra
            else "Take each of them again."
        )
        yield FLAGS("survey-suspects", {"readings": listed(called), "extra": extra}, (), rows[0].reading.path)
    if adjusted.assumed:
        called = [ASSUMED[name] for name in adjusted.assumed]
        yield FLAGS("survey-assumed", {"what": listed(called)}, (), "survey")


def on_found(figures: Figures) -> Iterator[Flag]:
    """For what has no set plan: whether the hole found is as large as the rough opening planned."""
    width, found = figures.value(names.RO_WIDTH), figures.value(names.FOUND_LEAST_WIDTH)
    if width is not None and found is not None and found < width:
        yield FLAGS("found-narrower", {"short": width - found}, (names.FOUND_LEAST_WIDTH, names.RO_WIDTH), "survey")
    height, high = figures.value(names.RO_HEIGHT), figures.value(names.FOUND_HEIGHT)
    if height is not None and high is not None and high < height:
        yield FLAGS("found-lower", {"short": height - high}, (names.FOUND_HEIGHT, names.RO_HEIGHT), "survey")
