"""What a line of the record holds, event by event: a line that holds something else is told as one that cannot be read, and counts for nothing.

The shapes name only what is counted on. Lengths are in any unit: the job's is not known here.
"""

from __future__ import annotations

from contextlib import suppress
from datetime import datetime
from functools import cache
from typing import Annotated, Any, Literal, NotRequired, get_args

from pydantic import AfterValidator, ConfigDict, Field, TypeAdapter, ValidationError, with_config
from typing_extensions import TypedDict

from jambo.core.quantities.notation import NotALength, read
from jambo.core.quantities.tape import Unit
from jambo.core.schedule.work import Kind


def _tape_text(text: str) -> str:
    for unit in get_args(Unit):
        with suppress(NotALength):
            read(text, unit, "position")
            return text
    raise ValueError("this is no length")


def _moment(text: str) -> str:
    datetime.fromisoformat(text)
    return text


Text = Annotated[str, Field(max_length=2000)]
Tape = Annotated[str, AfterValidator(_tape_text)]
Id = Annotated[int, Field(ge=1, le=2**63 - 1)]
Count = Annotated[int, Field(ge=1, le=10**9)]
Minutes = Annotated[int, Field(ge=0, le=10**7)]
Ago = Annotated[int | float, Field(ge=0, le=10**9)]

_STRICT = ConfigDict(strict=True, extra="allow")


@with_config(_STRICT)
class Undone(TypedDict):
    """A line that takes another back, by its id."""

    undo: Id


@with_config(_STRICT)
class Step(TypedDict):
    """A step of the card."""

    key: Text
    text: NotRequired[Text]
    undo: NotRequired[Literal[True]]
    ago: NotRequired[Ago]


@with_config(_STRICT)
class Timer(TypedDict):
    """Somebody's time on a card."""

    do: Literal["start", "pause", "drop", "end"]
    of: NotRequired[Text]
    ago: NotRequired[Ago]


@with_config(_STRICT)
class TookSo(TypedDict):
    """What was said of a time that was asked about."""

    of: Id
    kind: Kind
    minutes: Minutes | None


@with_config(_STRICT)
class Took(TypedDict):
    """How long an operation took."""

    kind: Kind
    sort: Text
    minutes: Minutes
    by_rule: Minutes
    whole: bool
    jumped: bool
    ended: Annotated[Text, AfterValidator(_moment)]
    by: list[Text]


@with_config(_STRICT)
class NotCut(TypedDict):
    """A piece that was not cut after all."""

    figure: Text
    wall: NotRequired[Id]
    undo: Literal[True]


@with_config(_STRICT)
class Cut(TypedDict):
    """A piece that was cut."""

    figure: Text
    label: Text
    length: Tape
    wall: NotRequired[Id]
    count: NotRequired[Count]
    of: NotRequired[Count]
    step: NotRequired[Text]


@with_config(_STRICT)
class CutOfStick(TypedDict):
    """A piece, or a part of one, that was cut from a stick."""

    figure: Text
    label: Text
    mark: Text
    length: Tape
    opening: NotRequired[Id]
    wall: NotRequired[Id]
    copy: NotRequired[Count]
    part: NotRequired[Count]
    parts: NotRequired[list[Tape]]


def _has_holder(cut: CutOfStick) -> CutOfStick:
    if ("opening" in cut) == ("wall" in cut) or ("part" in cut) > ("copy" in cut and "parts" in cut):
        raise ValueError("a piece is of an opening or of a wall, and a part says of which copy")
    return cut


@with_config(_STRICT)
class Stick(TypedDict):
    """A stick that was cut."""

    section: Text
    length: Tape
    cuts: list[Annotated[CutOfStick, AfterValidator(_has_holder)]]
    left: Tape
    kept: bool
    offcut: NotRequired[Id]


@with_config(_STRICT)
class Offcut(TypedDict):
    """An offcut put into the rack, or taken out of it (`gone`, by the line that put it there)."""

    section: Text
    length: Tape
    gone: NotRequired[Id]


@with_config(_STRICT)
class Thing(TypedDict):
    """What an order, and what happens to it, is about."""

    label: Text
    detail: Text
    count: Count
    undo: NotRequired[Id]


_From = TypedDict("_From", {"from": NotRequired[Text]})  # a word of the language is no name of a class's


@with_config(_STRICT)
class Order(Thing, _From):
    """Something ordered."""

    key: Annotated[Text, Field(min_length=1)]
    promised: NotRequired[Annotated[Text, AfterValidator(_moment)]]


@with_config(_STRICT)
class Moved(Thing):
    """What happened to an order: some came or went back, or it was promised for another day."""

    order: Id
    note: NotRequired[Text]
    came: NotRequired[Id]
    promised: NotRequired[Annotated[Text, AfterValidator(_moment)]]
    measured: NotRequired[dict[str, Text]]
    unit: NotRequired[Literal["in", "mm"]]


@with_config(_STRICT)
class Checked(Thing):
    """What was measured of a delivery."""

    came: Id
    measured: dict[str, Text]
    unit: NotRequired[Literal["in", "mm"]]


@with_config(_STRICT)
class Given(Thing):
    """A thing put to an opening, with the facts it wrote there."""

    came: Id
    item: Text
    n: Count
    wrote: dict[str, Any]
    before: dict[str, Any]


@with_config(_STRICT)
class Signed(TypedDict):
    """A sign-off: what was built, and what of the card was open."""

    built: NotRequired[dict[str, Text]]
    open: NotRequired[list[Text]]
    before: NotRequired[dict[str, Text]]
    after: NotRequired[dict[str, Text]]
    note: NotRequired[Text]


@with_config(_STRICT)
class Anything(TypedDict):
    """What nothing else is counted on of."""

    note: NotRequired[Text]


SHAPES: dict[str, tuple[Any, ...]] = {
    "step": (Step,), "timer": (Timer,), "took": (Took,), "took so": (TookSo,), "cut": (Cut, NotCut),
    "stick": (Stick, Undone), "offcut": (Offcut, Undone), "order": (Order, Undone), "promised": (Moved, Undone),
    "came": (Moved, Undone), "sent back": (Moved, Undone), "checked": (Checked,), "given": (Given,), "signed": (Signed,),
}  # fmt: skip


@cache
def _readers(what: str) -> tuple[TypeAdapter[Any], ...]:
    return tuple(TypeAdapter(shape) for shape in SHAPES.get(what, (Anything,)))


def detail_of(what: str, text: str) -> dict[str, Any] | None:
    """Read what a line of the record holds; None where it is nothing of its kind.

    Args:
        what: the event; text: its detail, as kept JSON.
    """
    for reader in _readers(what):
        try:
            read_as: dict[str, Any] = reader.validate_json(text)
        except ValidationError:
            continue
        return read_as
    return None
