"""The floors on both sides of an opening (handbook 9)."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core.facts.declared import declare
from jambo.core.facts.leaf import Side
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Fact

Under = Literal["A", "B", "strip"]
FloorKind = Literal["hard", "carpet", "air"]


@dataclass(frozen=True, slots=True)
class FloorSaid:
    """What a floor is for the gap over it: hard, carpet with its pile, or one a room takes its air over."""

    pile: Annotated[Fact, declare("layer", "pile of the carpet", name="carpet_pile", short="Pile", required=True)]
    kind: FloorKind = "hard"


@dataclass(frozen=True, slots=True)
class Stack:
    """The layers on the rough floor of one side, lowest first; None while nobody has said what the floor is.

    `path` is where its layers stand: with the opening, or with the job's floors. `said` is its kind, and its pile over the
    layers if it is carpet.
    """

    side: Side
    layers: tuple[Fact, ...] | None
    path: str
    said: FloorSaid | None = None


@dataclass(frozen=True, slots=True)
class Floors:
    """Both stacks, what runs under the closed leaf, and the threshold strip if there is one; legs stand beside it, or on it.

    `under_said` is False where nobody said what runs under a swing leaf: `under` is the higher floor then (handbook 9).
    """

    a: Stack
    b: Stack
    under: Under
    strip: Fact | None = None
    strip_under_legs: bool = False
    under_said: bool = True

    def stack(self, side: Side) -> Stack:
        """Give the stack of a side."""
        return self.a if side == "A" else self.b
