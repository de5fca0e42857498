"""How long work really took (handbook 29): taps of a crew turned into minutes, and minutes into what the next one is expected to take."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import field
from datetime import datetime, timedelta
from fractions import Fraction
from statistics import median
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.planning.work import WorkKind

# a time that ran on by mistake is dropped; at the end of an operation it ends by itself
TapOf = Literal["start", "pause", "drop", "end", "step", "untick"]

RULE_COUNTS_AS = 3  # so many of the crew's own does the rule weigh
OWN = 9  # from so many on the crew's own weigh three quarters, and the estimate is theirs
TOO_LONG, TOO_SHORT = 3, Fraction(1, 5)  # of the rule's minutes: beyond them somebody is asked


@dataclass(frozen=True, slots=True)
class Tap:
    """A press on a card: when, by whom; of a step also which."""

    at: datetime
    who: str
    of: TapOf
    key: str = ""


@dataclass(frozen=True, slots=True)
class WorkedSpan:
    """Time somebody worked."""

    begins: datetime
    ends: datetime
    who: str


@dataclass
class Timed:
    """What the taps of an opening come to.

    Attributes:
        spans: the time of each operation; steps: those that were done while somebody's time ran.
        jumped: operations in which a clock ran backwards.
        running: whose time runs, and since when; loose: time before a pause, of the step that is done next.
    """

    spans: dict[WorkKind, list[WorkedSpan]] = field(default_factory=dict)
    steps: set[str] = field(default_factory=set)
    jumped: set[WorkKind] = field(default_factory=set)
    running: dict[str, datetime] = field(default_factory=dict)
    loose: list[WorkedSpan] = field(default_factory=list)

    def _to(self, kind: WorkKind, at: datetime) -> None:
        """Everybody's time up to now belongs to an operation."""
        spans = [*self.loose, *(WorkedSpan(since, at, who) for who, since in self.running.items())]
        self.loose.clear()
        self.running = dict.fromkeys(self.running, at)
        for span in spans:
            if span.ends < span.begins:
                self.jumped.add(kind)
            else:
                self.spans.setdefault(kind, []).append(span)

    def minutes(self, kind: WorkKind) -> int:
        """The minutes in which somebody was at it: two who work at once take no longer than one."""
        return _minutes(self.spans.get(kind, ()))


def _minutes(spans: Iterable[WorkedSpan]) -> int:
    total, upto = timedelta(), None
    for span in sorted(spans, key=lambda s: s.begins):
        begins = span.begins if upto is None else max(span.begins, upto)
        if span.ends > begins:
            total += span.ends - begins
        upto = span.ends if upto is None else max(upto, span.ends)
    return round(total / timedelta(minutes=1))


def timed(taps: Iterable[Tap], kinds: Mapping[str, WorkKind]) -> Timed:
    """Give what the taps of an opening come to. Time belongs to the step that is done at its end.

    Args:
        taps: oldest first; kinds: the operation of each step of the card, by key.
    """
    made = Timed()
    for tap in taps:
        if tap.of == "start":
            made.running.setdefault(tap.who, tap.at)
        elif tap.of == "pause" and tap.who in made.running:
            made.loose.append(WorkedSpan(made.running.pop(tap.who), tap.at, tap.who))
        elif tap.of in ("drop", "end"):
            made.running.pop(tap.who, None)
        elif tap.of == "untick":
            made.steps.discard(tap.key)
        elif tap.of == "step" and tap.key in kinds and (made.running or made.loose):
            made._to(kinds[tap.key], tap.at)
            made.steps.add(tap.key)
    return made


def asked_about(minutes: int, by_rule: int) -> bool:
    """Say whether a time is so long or so short that somebody forgot to tap.

    Args:
        minutes: as timed; by_rule: what it takes by rule.
    """
    return minutes > TOO_LONG * by_rule or minutes < TOO_SHORT * by_rule


@dataclass(frozen=True, slots=True)
class Estimate:
    """What an operation is expected to take, in whole minutes, and what from: the rule, and `found` times of the crew's own."""

    minutes: int
    by_rule: int
    found: tuple[int, ...] = ()

    @property
    def median(self) -> Fraction | None:
        """The middle of the crew's own times."""
        return Fraction(median(map(Fraction, self.found))) if self.found else None

    @property
    def told(self) -> str:
        """Whose it is."""
        n = len(self.found)
        return "by rule" if not n else "yours" if n >= OWN else f"{n} of yours"


def estimate(by_rule: int, found: Sequence[int]) -> Estimate:
    """Move the rule's minutes toward the crew's own: (3 x rule + n x median) / (3 + n), to the nearest minute, halves up.

    Args:
        by_rule: minutes; found: the crew's own times, in minutes.
    """
    alone = Estimate(by_rule, by_rule, tuple(sorted(found)))
    middle, n = alone.median, len(found)
    if middle is None:
        return alone
    mean = (RULE_COUNTS_AS * by_rule + n * middle) / (RULE_COUNTS_AS + n)
    return Estimate(max(1, int(mean + Fraction(1, 2))), by_rule, alone.found)


FORGOTTEN = 240  # minutes a time runs on before somebody is asked whether it was left on

TimeState = Literal["counts", "asked", "in part", "left out"]


@dataclass(frozen=True, slots=True)
class Took:
    """How long an operation took, and whether it counts.

    Attributes:
        minutes: as timed, or as was said since; by_rule: what it takes by rule.
        whole: whether every step was done while somebody's time ran; jumped: whether a clock ran backwards.
        said: whether somebody said how long it was; left_out: whether he said that nobody knows.
    """

    minutes: int
    by_rule: int
    whole: bool = True
    jumped: bool = False
    said: bool = False
    left_out: bool = False

    @property
    def state(self) -> TimeState:
        """Whether it is learnt from."""
        if self.left_out:
            return "left out"
        if self.said:
            return "counts"
        if self.jumped or (self.whole and asked_about(self.minutes, self.by_rule)):
            return "asked"
        return "counts" if self.whole else "in part"
