"""The floors on both sides of an opening (handbook 9)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.facts.leaf import Side
from jambo.core.quantities.figure import Fact

Under = Literal["A", "B", "strip"]


@dataclass(frozen=True, slots=True)
class Stack:
    """The layers on the rough floor of one side, lowest first; None while nobody has said what the floor is.

    `path` is where its layers stand: with the opening, or with the job's floors.
    """

    side: Side
    layers: tuple[Fact, ...] | None
    path: str


@dataclass(frozen=True, slots=True)
class Floors:
    """Both stacks, what runs under the closed leaf, and the threshold strip if there is one."""

    a: Stack
    b: Stack
    under: Under
    strip: Fact | None = None

    def stack(self, side: Side) -> Stack:
        """Give the stack of a side."""
        return self.a if side == "A" else self.b
