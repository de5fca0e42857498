"""What a delivery check comes to: as planned, will do with what follows, or wrong; each reason with its cure and its minutes of work."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from jambo.core.flags import Values
from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length

VerdictLevel = Literal["planned", "will_do", "wrong"]
LEVELS: tuple[VerdictLevel, ...] = ("planned", "will_do", "wrong")


@dataclass(frozen=True, slots=True)
class Words:
    """What a check may find: how bad it is, the minutes the work takes by rule, why, and what cures it."""

    level: VerdictLevel
    minutes: int
    reason: str
    cure: str


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing a check found: its words, and what they are filled with."""

    code: str
    words: Words
    values: Mapping[str, Length | str]


@dataclass(frozen=True, slots=True)
class Verdict:
    """What a check comes to; without a finding the thing is as planned."""

    findings: tuple[Finding, ...]

    @property
    def level(self) -> VerdictLevel:
        """The worst of what was found."""
        return max((f.words.level for f in self.findings), key=LEVELS.index, default="planned")

    @property
    def minutes(self) -> int:
        """The work it asks for, in minutes by rule."""
        return sum(f.words.minutes for f in self.findings)


class FindingWords:
    """The findings a judge can make, with their words: call it with a code to make one.

    Args:
        words: by code, as (level, minutes, reason, cure).
    """

    def __init__(self, words: Mapping[str, tuple[VerdictLevel, int, str, str]]) -> None:
        self.words = {code: Words(*said) for code, said in words.items()}

    def __call__(self, code: str, values: Values) -> Finding:
        """Make a finding."""
        return Finding(code, self.words[code], values)


def verdict(findings: Sequence[Finding]) -> Verdict:
    """Gather what was found, the worst first; nobody works on what is wrong, and what that would take is left out."""
    wrong = any(f.words.level == "wrong" for f in findings)
    told = [f for f in findings if not (wrong and f.words.level == "will_do")]
    return Verdict(tuple(sorted(told, key=lambda f: -LEVELS.index(f.words.level))))
