"""What a line of the record holds, event by event: each a class with its key, its fields and its words. Nobody else spells a key.

A line that holds something else is told as one that cannot be read, and counts for nothing (`format/events.py` reads and writes them).
Lengths are kept as they were written, in any unit: the job's is not known here. A field whose name ends in "_" is kept without it.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable, Mapping
from contextlib import suppress
from dataclasses import field
from datetime import UTC, datetime, timedelta
from typing import Annotated, Any, ClassVar, Generic, Literal, TypeVar, get_args

from annotated_types import Ge, Le, MaxLen, MinLen, Predicate

from jambo.core.frozen import dataclass
from jambo.core.quantities.notation import NotALength, read
from jambo.core.quantities.tape import Unit
from jambo.core.schedule.work import Kind


def _is_length(text: str) -> bool:
    for unit in get_args(Unit):
        with suppress(NotALength):
            read(text, unit, "position")
            return True
    return False


def _is_moment(text: str) -> bool:
    with suppress(ValueError):
        datetime.fromisoformat(text)
        return True
    return False


Text = Annotated[str, MaxLen(2000)]
Written = Annotated[str, Predicate(_is_length)]
Moment = Annotated[str, MaxLen(2000), Predicate(_is_moment)]
Id = Annotated[int, Ge(1), Le(2**63 - 1)]
Count = Annotated[int, Ge(1), Le(10**9)]
Minutes = Annotated[int, Ge(0), Le(10**7)]
Ago = Annotated[int | float, Ge(0), Le(10**9)]

Holder = tuple[Literal["opening", "wall"], int]  # whose a piece is


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened, as it is written down: `WHAT` is the word it is kept under."""

    __pydantic_config__: ClassVar[dict[str, Any]] = {"strict": True, "alias_generator": lambda name: name.rstrip("_")}
    WHAT: ClassVar[str]


E_co = TypeVar("E_co", bound=Event, covariant=True)
E = TypeVar("E", bound=Event)


@dataclass(frozen=True, slots=True)
class Line(Generic[E_co]):
    """A line of the record: its number, of which job, when it was written (in UTC), by whom, of which opening (None: of the job), and what
    it holds."""

    id: int
    job: int
    at: datetime
    who: str
    opening: int | None
    event: E_co

    @property
    def day(self) -> str:
        """The day it was written on."""
        return f"{self.at:%Y-%m-%d}"

    @property
    def pressed_at(self) -> datetime:
        """When it was pressed: before it was written, where a phone had no network."""
        return self.at.replace(tzinfo=UTC) - timedelta(seconds=getattr(self.event, "ago", 0))


@dataclass(frozen=True, slots=True)
class Undone(Event):
    """A line that takes another of its word back, by its number; told of are the fields of that."""

    undo: Id
    label: Text = ""
    detail: Text = ""
    count: Count | None = None
    section: Text = ""
    length: Text = ""


@dataclass(frozen=True, slots=True)
class Ticked(Event):
    """A step of the card is done, as its words stood then; or, with `undo`, not done after all."""

    WHAT = "step"
    key: Text
    text: Text = ""
    undo: Literal[True] | None = None
    ago: Ago = 0
    note: Text = ""


@dataclass(frozen=True, slots=True)
class Timer(Event):
    """Somebody's time on a card; `of` whom, where somebody else's press ended it."""

    WHAT = "timer"
    do: Literal["start", "pause", "drop", "end"]
    of: Text = ""
    ago: Ago = 0


@dataclass(frozen=True, slots=True)
class WorkTook(Event):
    """How long an operation took, and how far it was timed: `ended` is when, `by` who was at it."""

    WHAT = "took"
    kind: Kind
    sort: Text
    minutes: Minutes
    by_rule: Minutes
    whole: bool
    jumped: bool
    ended: Moment
    by: list[str]


@dataclass(frozen=True, slots=True)
class WorkTookSo(Event):
    """What was said of a time that was asked about, by its line; None where nobody knows."""

    WHAT = "took so"
    of: Id
    kind: Kind
    minutes: Minutes | None


@dataclass(frozen=True, slots=True)
class OfPiece(Event):
    """What happened to a piece of the cut list: of the opening of its line, or of a wall."""

    WHAT = "cut"
    figure: Text
    wall: Id | None = field(default=None, kw_only=True)
    ago: Ago = field(default=0, kw_only=True)
    note: Text = field(default="", kw_only=True)


@dataclass(frozen=True, slots=True)
class PieceNotCut(OfPiece):
    """A piece that was not cut after all."""

    undo: Literal[True] = field(kw_only=True)


@dataclass(frozen=True, slots=True)
class PieceCut(OfPiece):
    """A piece that was cut: `count` of so many where not all are; `step` is the one whose tick cut it."""

    label: Text
    length: Written
    count: Count | None = None
    of: Count | None = None
    step: Text = ""


@dataclass(frozen=True, slots=True)
class CutFromStick:
    """A piece that was cut from a stick, of an opening or of a wall; of a spliced one which part of which copy, and all parts of that."""

    __pydantic_config__ = Event.__pydantic_config__
    figure: Text
    label: Text
    mark: Text
    length: Written
    opening: Id | None = None
    wall: Id | None = None
    copy: Count | None = None
    part: Count | None = None
    parts: list[Written] | None = None

    def __post_init__(self) -> None:
        if (self.opening is None) == (self.wall is None):
            raise ValueError("a piece is of an opening or of a wall")
        if self.part is not None and (self.copy is None or self.parts is None):
            raise ValueError("a part says of which copy it is")

    @property
    def holder(self) -> Holder:
        """Whose it is."""
        return ("opening", self.opening) if self.opening is not None else ("wall", self.wall or 0)


@dataclass(frozen=True, slots=True)
class StickCut(Event):
    """A stick that was cut, and what was left of it: `kept` in the rack or not; `offcut` is the line of the one it was."""

    WHAT = "stick"
    section: Text
    length: Written
    cuts: list[CutFromStick]
    left: Written
    kept: bool
    offcut: Id | None = None


@dataclass(frozen=True, slots=True)
class OffcutMoved(Event):
    """An offcut put into the rack, or taken out of it (`gone`, by the line that put it there)."""

    WHAT = "offcut"
    section: Text
    length: Written
    gone: Id | None = None


@dataclass(frozen=True, slots=True)
class Ordered(Event):
    """Something ordered: the line of the buy list by its key, as it was called then; how many, from whom, promised for when."""

    WHAT = "order"
    key: Annotated[str, MinLen(1), MaxLen(2000)]
    label: Text
    detail: Text
    count: Count
    from_: Text = ""
    promised: Moment | None = None

    @property
    def item(self) -> str:
        """What it is an order of: a key of `ITEMS`, or timber."""
        return self.key.partition("|")[0]


@dataclass(frozen=True, slots=True)
class OfOrder(Event):
    """What happens to an order, by its line; as it was called then."""

    order: Id
    label: Text
    detail: Text
    count: Count


@dataclass(frozen=True, slots=True)
class Promised(OfOrder):
    """An order is promised for another day; None where nobody knows any more."""

    WHAT = "promised"
    promised: Moment | None = None


@dataclass(frozen=True, slots=True)
class Moved(OfOrder):
    """Some of an order came, or went back, and what was said of it."""

    note: Text = ""


@dataclass(frozen=True, slots=True)
class Came(Moved):
    """So many came, and what was measured of all of them, by the key it is asked under; bare numbers are in `unit`."""

    WHAT = "came"
    measured: Mapping[str, Text] | None = None
    unit: Unit | None = None


@dataclass(frozen=True, slots=True)
class SentBack(Moved):
    """So many went back; `came` names the delivery they are of."""

    WHAT = "sent back"
    came: Id | None = None


@dataclass(frozen=True, slots=True)
class Checked(Event):
    """What was measured of a delivery, by the line it came by."""

    WHAT = "checked"
    came: Id
    label: Text
    detail: Text
    count: Count
    measured: Mapping[str, Text]
    unit: Unit | None = None
    undo: Id | None = None


@dataclass(frozen=True, slots=True)
class Given(Event):
    """Which of the things that came by a line was put to the opening, the facts it wrote there and what stood there before."""

    WHAT = "given"
    came: Id
    n: Count
    item: Text
    label: Text
    detail: Text
    count: Count
    wrote: Mapping[str, Any]
    before: Mapping[str, Any]
    undo: Id | None = None


@dataclass(frozen=True, slots=True)
class Happened(Event):
    """An opening is framed, or its frame is set."""

    note: Text = ""
    ago: Ago = 0


@dataclass(frozen=True, slots=True)
class Framed(Happened):
    """It is framed."""

    WHAT = "framed"


@dataclass(frozen=True, slots=True)
class FrameSet(Happened):
    """Its frame is set."""

    WHAT = "set"


@dataclass(frozen=True, slots=True)
class SignedOff(Event):
    """It is signed off: what was built, each gap as first read and as it was then, and what of the card was open."""

    WHAT = "signed"
    built: Mapping[str, Text] | None = None
    open: list[str] | None = None
    before: Mapping[str, Text] | None = None
    after: Mapping[str, Text] | None = None
    moves_left: Any = None
    done: bool | None = None
    note: Text = ""
    ago: Ago = 0


# What a line of a word may hold; one of a word that is not here holds a document, a reading or a note
EVENTS: dict[str, tuple[type[Event], ...]] = {
    "step": (Ticked,), "timer": (Timer,), "took": (WorkTook,), "took so": (WorkTookSo,), "cut": (PieceCut, PieceNotCut), "stick": (StickCut, Undone),
    "offcut": (OffcutMoved, Undone), "order": (Ordered, Undone), "promised": (Promised, Undone), "came": (Came, Undone),
    "sent back": (SentBack, Undone), "checked": (Checked,), "given": (Given,), "framed": (Framed,), "set": (FrameSet,), "signed": (SignedOff,),
}  # fmt: skip


def of_kind(lines: Iterable[Line[Event]], kind: type[E]) -> list[Line[E]]:
    """The lines that hold one kind of event, in their order."""
    return [line for line in lines if isinstance(line.event, kind)]  # type: ignore[misc]


def standing(lines: Iterable[Line[Event]]) -> list[Line[Event]]:
    """Lines without those that were taken back, and those that take back."""
    lines = [*lines]
    undone = {undo for line in lines if (undo := getattr(line.event, "undo", None)) is not None}
    return [line for line in lines if line.id not in undone and getattr(line.event, "undo", None) is None]


def newest(lines: Iterable[Line[E]], named: Callable[[Line[E]], Hashable]) -> list[Line[E]]:
    """Of lines that are of the same thing the newest counts, and none where that says it is not so after all; those written last at the end.

    Args:
        lines: oldest first; named: what a line is of.
    """
    found: dict[Hashable, Line[E]] = {}
    for line in lines:
        name = named(line)
        found.pop(name, None)
        if not getattr(line.event, "undo", None):
            found[name] = line
    return [*found.values()]
