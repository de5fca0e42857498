"""Floors on the two sides of an opening (TRADE 9): stacks of layers, allowances, and what the leaf must clear."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jambo.core.door.leaf import Side
from jambo.core.length import ZERO
from jambo.core.sums import Fact, Known, Missing, Reckoned, Source, add, highest

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


def stack_height(stack: Stack) -> Reckoned:
    """F_A or F_B: the sum of a side's layers. A bare floor has no layers and is zero; unknown is missing."""
    letter = stack.side.lower()
    if stack.layers is None:
        return add(f"floor_{letter}", Missing(f"floor_{letter}_stack", stack.path))
    layers = stack.layers or (Known("bare_floor", ZERO, Source("given", stack.path)),)
    return add(f"floor_{letter}", *layers)


def under_leaf(floors: Floors, a: Reckoned, b: Reckoned) -> Reckoned:
    """F_under: the height of what runs beneath the closed leaf."""
    if floors.under == "strip":
        return add("floor_under", floors.strip or Missing("strip", "opening.floors.strip"))
    return add("floor_under", a if floors.under == "A" else b)


def clear(floors: Floors, opens_to: Side, a: Reckoned, b: Reckoned) -> Reckoned:
    """F_clear: the highest of what lies under the closed leaf, the floor it swings over, and the strip."""
    swing = a if opens_to == "A" else b
    candidates = [swing]
    if floors.under != opens_to and floors.under != "strip":
        candidates.append(a if floors.under == "A" else b)
    if floors.strip is not None:
        return highest("floor_clear", *candidates, floors.strip)
    if floors.under == "strip":
        return highest("floor_clear", *candidates, Missing("strip", "opening.floors.strip"))
    return highest("floor_clear", *candidates)
