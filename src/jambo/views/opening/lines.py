"""A pencilled line and its answer (handbook 26): what was heard, the rough opening, what is still needed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from typing_extensions import TypedDict

from jambo.core.labels import label
from jambo.core.lines.line import WHAT, LineFacts, Meaning, ReadLine
from jambo.core.lines.read import NotALine, read_line
from jambo.core.quantities import names
from jambo.core.quantities.figure import Missing, Waiting
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.stages import Stage
from jambo.core.words.lists import Region, fill
from jambo.format.document import Document
from jambo.format.facts import Facts, facts_of
from jambo.format.lines import marks_of, opening_of, wall_of
from jambo.format.problems import FieldError, Refused, parse
from jambo.views.opening.answers import worked_out
from jambo.views.opening.result import FlagOut, LengthOut, MissingOut, flag_out, length_out
from jambo.views.opening.summary import SilhouetteOut, summary_of, summary_out

OWN = frozenset({"mark", "room", "note"})  # of an opening, from which nothing follows
ANSWERS: tuple[FigureName, ...] = (names.RO_WIDTH, names.RO_HEIGHT, names.HEAD_UNDERSIDE, names.LEG_LENGTH)
# a line says nothing of the wall it goes into: what is not known of that is told where the opening stands
OF_THE_DOOR: frozenset[Stage] = frozenset({"door", "floor", "opening", "pocket", "track"})


class MeaningOut(TypedDict):
    """A meaning of what was written: in words, and the text that leaves no doubt of it."""

    label: str
    text: str


class TokenOut(TypedDict):
    """A stretch of the line and what was heard in it; `choices` are its meanings where it has several."""

    what: str
    label: str
    start: int
    end: int
    text: str
    reading: str
    choices: list[MeaningOut]


class LineFigure(TypedDict):
    """A figure of the answer; `value` is None while it waits."""

    name: str
    label: str
    value: LengthOut | None


class _Follows(TypedDict):
    figures: list[LineFigure]
    ro: str | None
    needs: list[MissingOut]
    flags: list[FlagOut]
    silhouette: SilhouetteOut | None


class AnswerOut(_Follows):
    """What follows from the facts of a line or a row.

    `opening` and `wall` are the documents it stands for; `marks` those of all its openings; `ro` the rough opening in short;
    `needs` what the answer waits for; `assumed` what nobody said and the answer takes for granted.
    """

    count: int
    marks: list[str]
    assumed: list[str]
    errors: list[dict[str, str]]
    opening: dict[str, Any]
    wall: dict[str, Any]


class LineOut(AnswerOut):
    """A line as it was heard, token by token, and its answer."""

    text: str
    tokens: list[TokenOut]


NO_FLOOR = (
    "No floor was said: heights are over what the door stands on, with nothing laid. Add the floor, such as oak 3/4."
)


def floors_by_name(around: Mapping[str, Any]) -> dict[str, str]:
    """The floors of a job by their names, in small letters, with their keys."""
    return {
        name: floor["key"] for floor in around["floors"] if (name := " ".join(floor.get("name", "").lower().split()))
    }


def heard(text: str, unit: Unit, around: Mapping[str, Any] | None = None) -> ReadLine:
    """Read a line, in the job it is read in if there is one. Raises Refused (path "text") when it is none."""
    try:
        return read_line(text, unit, floors_by_name(around) if around is not None else {})
    except NotALine as error:
        raise Refused([FieldError("text", error.reason, error.accepted)]) from None


def choices_out(choices: Sequence[Meaning]) -> list[MeaningOut]:
    """The meanings to choose from."""
    return [{"label": c.label, "text": c.text} for c in choices]


def began(text: str) -> str:
    """A reading begun with a capital. What somebody wrote stands in it as he wrote it: it is no template."""
    return text[:1].upper() + text[1:]


def token_rows(line: ReadLine, words: Region) -> list[TokenOut]:
    """What was heard, in the order it was written."""
    return [
        {"what": t.what, "label": fill(WHAT[t.what], words), "start": t.start, "end": t.end,
         "text": t.text, "reading": t.reading if t.what in ("room", "mark") else began(t.reading), "choices": choices_out(t.choices)}
        for t in line.tokens
    ]  # fmt: skip


def _needs(waits: list[Waiting], words: Region) -> list[MissingOut]:
    found: dict[str, Missing] = {one.path: one for figure in waits for one in figure.on}
    return [{"label": label(m.name, words), "path": m.path} for m in found.values()]


def answer(
    said: LineFacts,
    unit: Unit,
    tape: Tape,
    words: Region,
    around: Mapping[str, Any] | None = None,
    shared: dict[str, _Follows] | None = None,
) -> AnswerOut:
    """Answer the facts of a line or a row in the crew's tape and words.

    Args:
        said: the facts; unit: of the document; tape: it is shown on; around: rules, floors and new walls of the job it is answered in; None
            without a job, where the heights of a line that says no floor are over what the door stands on, and it is told so;
        shared: what followed from rows before it in the same job: of two that differ in mark, room and note alone it is worked out once.
    """
    opening, wall = opening_of(said), {**(around or {}).get("wall", {}), **wall_of(said)}
    asked, assumed = opening, []
    if around is None and "floors" not in opening:
        asked, assumed = {**opening, "floors": {"a": [], "b": []}}, [NO_FLOOR]
    out: AnswerOut = {
        "count": said.count, "marks": marks_of(said),
        "figures": [{"name": n, "label": label(n, words), "value": None} for n in ANSWERS],
        "ro": None, "needs": [], "assumed": assumed, "flags": [], "silhouette": None, "errors": [], "opening": opening, "wall": wall,
    }  # fmt: skip
    shared = {} if shared is None else shared
    key = repr(({name: fact for name, fact in asked.items() if name not in OWN}, wall))
    try:
        document = parse(Document, {"unit": unit, **(around or {}), "opening": asked, "wall": wall})
        follows = shared.get(key) or shared.setdefault(key, _follows(facts_of(document), tape, words))
    except Refused as refused:
        out["errors"] = [error.as_dict() for error in refused.errors]
        return out
    return {**out, **follows}


def _follows(facts: Facts, tape: Tape, words: Region) -> _Follows:
    """What follows from facts, whatever its mark, its room and its note."""
    result = worked_out(facts)
    figures: list[LineFigure] = []
    for name in ANSWERS:
        value = result.figures.value(name)
        shown = length_out(value, tape, name.rounding) if value is not None else None
        figures.append({"name": name, "label": label(name, words), "value": shown})
    brief = summary_out(summary_of(facts, result), tape, words)
    return {
        "figures": figures,
        "needs": _needs([f for n in ANSWERS if isinstance(f := result.figures.get(n), Waiting)], words),
        "flags": [flag_out(f, tape, words) for f in result.flags if f.kind.stage in OF_THE_DOOR],
        "ro": brief["ro"],
        "silhouette": brief["silhouette"],
    }


def line_out(line: ReadLine, unit: Unit, tape: Tape, words: Region, around: Mapping[str, Any] | None = None) -> LineOut:
    """Answer a line, as `answer` does, and say what was heard in it."""
    answered = answer(line.said, unit, tape, words, around)
    return {**answered, "text": line.text, "tokens": token_rows(line, words)}


def told(text: str, unit: Unit, words: Region) -> str:
    """A line and its answer as a terminal shows them: what was heard, the figures, what is still needed. Raises Refused."""
    out = line_out(heard(text, unit), unit, Tape.of(unit), words)
    rows = [
        (f"{t['text']}", f"{t['label']}: {t['reading']}" + "".join(f" (or {c['label']}?)" for c in t["choices"][1:]))
        for t in out["tokens"]
    ]
    figures = [
        (f["label"], f"{f['value']['text']}  ({f['value']['also']})" if f["value"] else "waits") for f in out["figures"]
    ]
    wide = max(len(left) for left, _ in [*rows, *figures])
    lines = [f"{left:{wide}}  {right}" for left, right in [*rows, ("", ""), *figures]]
    if out["needs"]:
        lines.append("Still needed: " + ", ".join(m["label"] for m in out["needs"]) + ".")
    lines += out["assumed"] + [f"{e['reason']}; {e['accepted']}" for e in out["errors"]]
    lines += [f"{f['level'].capitalize()}: {f['reason']} {f['cure']}" for f in out["flags"] if f["level"] != "note"]
    return "\n".join(line.rstrip() for line in lines)
