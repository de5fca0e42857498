"""What a line of the record holds, event by event: each a class with its key, its fields and its words. Nobody else spells a key.

A line that holds something else is told as one that cannot be read, and counts for nothing (`format/events.py` reads and writes them).
Lengths are kept as they were written, in any unit: the job's is not known here. A field whose name ends in "_" is kept without it.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Hashable, Iterable, Iterator, Mapping
from contextlib import suppress
from dataclasses import field, is_dataclass
from datetime import UTC, datetime, timedelta
from typing import Annotated, Any, ClassVar, Generic, Literal, TypeVar, get_args, get_type_hints

from annotated_types import Ge, Le, MaxLen, MinLen, Predicate

from jambo.core.facts.readings import PLACES
from jambo.core.frozen import dataclass
from jambo.core.labels import label, template_of
from jambo.core.planning.work import KINDS, WorkKind
from jambo.core.quantities.notation import NotALength, read
from jambo.core.quantities.tape import Unit
from jambo.core.words.clock import in_hours
from jambo.core.words.lists import Region, fill


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


SORT = rf"^({'|'.join(get_args(WorkKind))})/[a-z_]+(/[a-z_]+){{0,12}}$"  # what a time is learnt for: the work, the door, what makes it another

Text = Annotated[str, MaxLen(2000)]
Sort = Annotated[str, MaxLen(200), Predicate(lambda text: re.match(SORT, text) is not None)]
Written = Annotated[str, Predicate(_is_length)]
Moment = Annotated[str, MaxLen(2000), Predicate(_is_moment)]
RefKind = Literal["line", "opening", "wall", "reading", "photo"]  # what of a job is told apart by a number


@dataclass(frozen=True, slots=True)
class RefersTo:
    """A field that names another thing of the job by its number."""

    kind: RefKind


LineId = Annotated[int, Ge(1), Le(2**63 - 1), RefersTo("line")]
OpeningId = Annotated[int, Ge(1), Le(2**63 - 1), RefersTo("opening")]
WallId = Annotated[int, Ge(1), Le(2**63 - 1), RefersTo("wall")]
Count = Annotated[int, Ge(1), Le(10**9)]
Minutes = Annotated[int, Ge(0), Le(10**7)]
Ago = Annotated[int | float, Ge(0), Le(10**9)]

Holder = tuple[Literal["opening", "wall"], int]  # whose a piece is


@dataclass(frozen=True, slots=True)
class Event:
    """Something that happened, as it is written down: `WHAT` is the word it is kept under."""

    __pydantic_config__: ClassVar[dict[str, Any]] = {"strict": True, "alias_generator": lambda name: name.rstrip("_")}
    WHAT: ClassVar[str]
    LABEL: ClassVar[str] = ""

    def told(self, words: Region) -> str:
        """What a line of the record says of it, beside its label."""
        return self._told(words)

    def _told(self, words: Region) -> str:
        raise NotImplementedError


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

    undo: LineId
    label: Text = ""
    detail: Text = ""
    count: Count | None = None
    section: Text = ""
    length: Text = ""

    def _told(self, words: Region) -> str:
        if self.section:
            return f"{self.length}: not cut after all"
        return f"{_bought(self.count, self.label, self.detail)}: taken back"


@dataclass(frozen=True, slots=True)
class Ticked(Event):
    """A step of the card is done, as its words stood then; or, with `undo`, not done after all."""

    WHAT, LABEL = "step", "step done"
    key: Text
    text: Text = ""
    undo: Literal[True] | None = None
    ago: Ago = 0
    note: Text = ""

    def _told(self, words: Region) -> str:
        return f"{self.key.replace('-', ' ')}: not done after all" if self.undo else self.text


@dataclass(frozen=True, slots=True)
class Timer(Event):
    """Somebody's time on a card; `of` whom, where somebody else's press ended it."""

    WHAT, LABEL = "timer", "time"
    do: Literal["start", "pause", "drop", "end"]
    of: Text = ""
    ago: Ago = 0

    def _told(self, words: Region) -> str:
        said = {"start": "starts", "pause": "pauses", "drop": "let go, not counted", "end": "ends"}[self.do]
        return f"{said}, written down {in_hours(round(self.ago / 60))} later" if self.ago >= 60 else said


@dataclass(frozen=True, slots=True)
class WorkTook(Event):
    """How long an operation took, and how far it was timed: `ended` is when, `by` who was at it."""

    WHAT, LABEL = "took", "took"
    kind: WorkKind
    sort: Sort
    minutes: Minutes
    by_rule: Minutes
    whole: bool
    jumped: bool
    ended: Moment
    by: list[str]

    def _told(self, words: Region) -> str:
        return f"{fill(KINDS[self.kind], words)}: {in_hours(self.minutes)}"


@dataclass(frozen=True, slots=True)
class WorkTookSo(Event):
    """What was said of a time that was asked about, by its line; None where nobody knows."""

    WHAT, LABEL = "took so", "took, as said"
    of: LineId
    kind: WorkKind
    minutes: Minutes | None

    def _told(self, words: Region) -> str:
        return f"{fill(KINDS[self.kind], words)}: {'nobody knows' if self.minutes is None else in_hours(self.minutes)}"


@dataclass(frozen=True, slots=True)
class OfPiece(Event):
    """What happened to a piece of the cut list: of the opening of its line, or of a wall."""

    WHAT, LABEL = "cut", "cut"
    figure: Text
    wall: WallId | None = field(default=None, kw_only=True)
    ago: Ago = field(default=0, kw_only=True)
    note: Text = field(default="", kw_only=True)


@dataclass(frozen=True, slots=True)
class PieceNotCut(OfPiece):
    """A piece that was not cut after all."""

    undo: Literal[True] = field(kw_only=True)

    def _told(self, words: Region) -> str:
        return f"{named(self.figure, words)}: not cut after all"


@dataclass(frozen=True, slots=True)
class PieceCut(OfPiece):
    """A piece that was cut: `count` of so many where not all are; `step` is the one whose tick cut it."""

    label: Text
    length: Written
    count: Count | None = None
    of: Count | None = None
    step: Text = ""

    def _told(self, words: Region) -> str:
        return f"{self.label} at {self.length}" + (f", {self.count} of {self.of}" if self.count is not None else "")


@dataclass(frozen=True, slots=True)
class CutFromStick:
    """A piece that was cut from a stick, of an opening or of a wall; of a spliced one which part of which copy, and all parts of that."""

    __pydantic_config__ = Event.__pydantic_config__
    figure: Text
    label: Text
    mark: Text
    length: Written
    opening: OpeningId | None = None
    wall: WallId | None = None
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

    WHAT, LABEL = "stick", "stick cut"
    section: Text
    length: Written
    cuts: list[CutFromStick]
    left: Written
    kept: bool
    offcut: LineId | None = None

    def _told(self, words: Region) -> str:
        cuts = ", ".join(f"{cut.length} ({cut.mark})" for cut in self.cuts)
        return f"{self.length}: {cuts}; {self.left} left" + (", into the rack" if self.kept else "")


@dataclass(frozen=True, slots=True)
class OffcutMoved(Event):
    """An offcut put into the rack, or taken out of it (`gone`, by the line that put it there)."""

    WHAT, LABEL = "offcut", "offcut"
    section: Text
    length: Written
    gone: LineId | None = None

    def _told(self, words: Region) -> str:
        return f"{self.length}: {'into the rack' if self.gone is None else 'out of the rack'}"


@dataclass(frozen=True, slots=True)
class Ordered(Event):
    """Something ordered: the line of the buy list by its key, as it was called then; how many, from whom, promised for when."""

    WHAT, LABEL = "order", "ordered"
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

    def _told(self, words: Region) -> str:
        day = f"promised for {self.promised}" if self.promised else ""
        return _joined(_bought(self.count, self.label, self.detail), f"from {self.from_}" if self.from_ else "", day)


@dataclass(frozen=True, slots=True)
class OfOrder(Event):
    """What happens to an order, by its line; as it was called then."""

    order: LineId
    label: Text
    detail: Text
    count: Count

    def _told(self, words: Region) -> str:
        return _bought(self.count, self.label, self.detail)


@dataclass(frozen=True, slots=True)
class Promised(OfOrder):
    """An order is promised for another day; None where nobody knows any more."""

    WHAT, LABEL = "promised", "promised for another day"
    promised: Moment | None = None

    def _told(self, words: Region) -> str:
        said = _bought(self.count, self.label, self.detail)
        return _joined(said, f"promised for {self.promised}" if self.promised else "")


@dataclass(frozen=True, slots=True)
class Moved(OfOrder):
    """Some of an order came, or went back, and what was said of it."""

    note: Text = ""


@dataclass(frozen=True, slots=True)
class Came(Moved):
    """So many came, and what was measured of all of them, by the key it is asked under; bare numbers are in `unit`."""

    WHAT, LABEL = "came", "delivered"
    measured: Mapping[str, Text] | None = None
    unit: Unit | None = None

    def _told(self, words: Region) -> str:
        return _joined(_bought(self.count, self.label, self.detail), _measured(self.measured), self.note)


@dataclass(frozen=True, slots=True)
class SentBack(Moved):
    """So many went back; `came` names the delivery they are of."""

    WHAT, LABEL = "sent back", "sent back"
    came: LineId | None = None

    def _told(self, words: Region) -> str:
        return _joined(_bought(self.count, self.label, self.detail), self.note)


@dataclass(frozen=True, slots=True)
class Checked(Event):
    """What was measured of a delivery, by the line it came by."""

    WHAT, LABEL = "checked", "measured on delivery"
    came: LineId
    label: Text
    detail: Text
    count: Count
    measured: Mapping[str, Text]
    unit: Unit | None = None
    undo: LineId | None = None

    def _told(self, words: Region) -> str:
        said = _bought(self.count, self.label, self.detail)
        return f"{said}: taken back" if self.undo else _joined(said, _measured(self.measured))


@dataclass(frozen=True, slots=True)
class Given(Event):
    """Which of the things that came by a line was put to the opening, the facts it wrote there and what stood there before."""

    WHAT, LABEL = "given", "delivery goes here"
    came: LineId
    n: Count
    item: Text
    label: Text
    detail: Text
    count: Count
    wrote: Mapping[str, Any]
    before: Mapping[str, Any]
    undo: LineId | None = None

    def _told(self, words: Region) -> str:
        return _bought(self.count, self.label, self.detail) + (": taken back" if self.undo else "")


@dataclass(frozen=True, slots=True)
class Happened(Event):
    """An opening is framed, or its frame is set."""

    note: Text = ""
    ago: Ago = 0

    def _told(self, words: Region) -> str:
        return self.note


@dataclass(frozen=True, slots=True)
class Framed(Happened):
    """It is framed."""

    WHAT, LABEL = "framed", "framed"


@dataclass(frozen=True, slots=True)
class FrameSet(Happened):
    """Its frame is set."""

    WHAT, LABEL = "set", "set"


@dataclass(frozen=True, slots=True)
class SignedOff(Event):
    """It is signed off: what was built, each gap as first read and as it was then, and what of the card was open."""

    WHAT, LABEL = "signed", "signed off"
    built: Mapping[str, Text] | None = None
    open: list[str] | None = None
    before: Mapping[str, Text] | None = None
    after: Mapping[str, Text] | None = None
    moves_left: Any = None
    done: bool | None = None
    note: Text = ""
    ago: Ago = 0

    def _told(self, words: Region) -> str:
        before, after = self.before or {}, self.after or {}
        moved = [
            f"{named(place, words)} {before[place]} → {now}"
            for place, now in after.items()
            if place in before and before[place] != now
        ]
        gaps = f"gaps before and after: {'; '.join(moved)}" if moved else "gaps good as first read"
        still = len(self.open or ())
        left = f"{still} {'step' if still == 1 else 'steps'} of the card not ticked" if still else ""
        told = gaps if moved or after or self.built is None else ""
        return " · ".join(part for part in (self.note, told, left) if part)


def named(name: str, words: Region) -> str:
    """What a figure or a place that is measured is called; of one that is no longer, its name as it was kept."""
    asked = PLACES.get(name)  # type: ignore[call-overload]
    if asked is not None:
        return fill(asked.label, words)
    return label(name, words) if template_of(name) is not None else name.replace("_", " ")


def _bought(count: int | None, label_: str, detail: str) -> str:
    return ", ".join(part for part in (f"{count} {label_}", detail) if part)


def _measured(texts: Mapping[str, str] | None) -> str:
    return ", ".join(f"{key.replace('_', ' ')} {text}" for key, text in (texts or {}).items())


def _joined(*parts: str) -> str:
    return "; ".join(part for part in parts if part)


# What a line of a word may hold; one of a word that is not here holds a document, a reading or a note
EVENTS: dict[str, tuple[type[Event], ...]] = {
    "step": (Ticked,), "timer": (Timer,), "took": (WorkTook,), "took so": (WorkTookSo,), "cut": (PieceCut, PieceNotCut), "stick": (StickCut, Undone),
    "offcut": (OffcutMoved, Undone), "order": (Ordered, Undone), "promised": (Promised, Undone), "came": (Came, Undone),
    "sent back": (SentBack, Undone), "checked": (Checked,), "given": (Given,), "framed": (Framed,), "set": (FrameSet,), "signed": (SignedOff,),
}  # fmt: skip


def _named_in(of: Any, at: str = "") -> Iterator[tuple[str, RefKind]]:
    """The fields of a type that name other things, by their path: `[]` stands for each of several."""
    for name, hint in get_type_hints(of, include_extras=True).items():
        path = f"{at}{name.rstrip('_')}"
        for part in (hint, *get_args(hint)):
            yield from ((path, mark.kind) for mark in getattr(part, "__metadata__", ()) if isinstance(mark, RefersTo))
            if isinstance(part, type) and is_dataclass(part):
                yield from _named_in(part, f"{path}[].")


# What of a line names another thing of its job, by the word it is kept under: events by their fields, and lines that hold a document
REFERENCES: dict[str, dict[str, RefKind]] = {
    **{what: dict(named for of in kinds for named in _named_in(of)) for what, kinds in EVENTS.items()},
    **{f"wall {what}": {"wall": "wall"} for what in ("added", "changed", "removed", "restored")},
    "walking order": {"order[]": "opening"},
    "measured": {"corrects": "reading"},
    "photographed": {"photo": "photo", "line.id": "line"},
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


def sign_off_holds(signed: Line[SignedOff] | None, now: Mapping[str, str]) -> bool:
    """Whether a sign-off still says what is planned: it lapses when a figure it was built to is another now; where there is none, nothing lapses.

    Args:
        signed: the newest; now: what is built to by the plan as it is, in nanometres by figure. A figure that is no more lapses nothing.
    """
    return signed is None or all(now.get(name, was) == was for name, was in (signed.event.built or {}).items())
