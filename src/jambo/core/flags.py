"""Judgements (handbook 23): flags are data. Their words stand beside the rule that says them, in its folder's judge.

Levels: *stop* = do not cut; *check* = go and look; *note* = know it. Reason and cure are templates over the word list and the
flag's own lengths and texts. `all_flags.py` gathers the words of every judge.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName
from jambo.core.stages import Stage

FlagLevel = Literal["stop", "check", "note"]
Values = dict[str, Length | str]  # what a sentence is filled with: lengths, and words
LEVEL_ORDER: dict[str, int] = {"stop": 0, "check": 1, "note": 2}
# Values of a flag that a cure asks for: they are told rounded up, so that what is done is enough
ROUNDED_UP = frozenset({"needed", "legs", "leaf_off"})
# Plain amounts that a word of position follows, "1/4 proud": strong and shy are for tape marks (handbook 16)
PLAIN = frozenset({"step", "hides"})

LOCAL_CODE = "Follow the local code; where structure, fire or wiring is touched, a licensed person decides."


@dataclass(frozen=True, slots=True)
class FlagKind:
    """The words of a flag: how bad it is, why, and what cures it. `stage` is where the screen shows it."""

    code: str
    level: FlagLevel
    stage: Stage
    reason: str
    cure: str


@dataclass(frozen=True, slots=True)
class Flag:
    """One judgement: its words, the values they need, the figures it concerns and the field that cures it."""

    kind: FlagKind
    values: Mapping[str, Length | str]
    figures: tuple[FigureName, ...] = ()
    path: str = ""

    @property
    def code(self) -> str:
        """What programs call it."""
        return self.kind.code


class FlagWords:
    """The flags a judge can raise, with their words: call it with a code to raise one.

    Args:
        stages: for each stage its flags by code, as (level, reason, cure).
    """

    def __init__(self, stages: Mapping[Stage, Mapping[str, tuple[FlagLevel, str, str]]]) -> None:
        self.kinds = {
            code: FlagKind(code, level, stage, reason, cure)
            for stage, flags in stages.items()
            for code, (level, reason, cure) in flags.items()
        }

    def __call__(
        self, code: str, values: Mapping[str, Length | str], figures: tuple[FigureName, ...] = (), path: str = ""
    ) -> Flag:
        """Raise a flag.

        Args:
            code: which.
            values: what its sentences are filled with, by name.
            figures: the figures it concerns.
            path: the field that cures it.
        """
        return Flag(self.kinds[code], values, figures, path)


# Raised in the place of an answer, by whoever asked for one and got a fault
UNSOLVED = FlagWords(
    {
        "door": {
            "not-worked-out": (
                "stop",
                "This opening cannot be worked out: a fault in Jambo, not in your work. Everything you said is kept.",
                "Take back the last thing you changed, or take out the reading taken last; the rest of the job goes on without it.",
            ),
        },
    }
)


def worst_first(flags: tuple[Flag, ...]) -> tuple[Flag, ...]:
    """Order flags by level, keeping the order of work within a level.

    Args:
        flags: in the order of work.

    Returns:
        Stops, then checks, then notes.
    """
    return tuple(sorted(flags, key=lambda f: LEVEL_ORDER[f.kind.level]))
