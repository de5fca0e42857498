"""What a cutting plan is asked (handbook 28): pieces, the sticks they may be cut from, saw and squaring cut, and the goal."""

from __future__ import annotations

from fractions import Fraction
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import ZERO, Length

Goal = Literal["cost", "waste", "sticks", "lengths"]


@dataclass(frozen=True, slots=True)
class Stick:
    """A length of stock: its price where it can be bought for one, and how many lie there already.

    With a price it can be had as often as wanted, beside those that lie there, which cost nothing anew. Without one it can
    be had as often as wanted unless a number lies there: then only those are there.
    """

    length: Length
    price: Fraction | None = None
    on_hand: int = 0

    @property
    def endless(self) -> bool:
        """Whether more can be had than lie there."""
        return self.price is not None or not self.on_hand


@dataclass(frozen=True, slots=True)
class Reach:
    """How long a piece sticks give: anything up to what is cut from the longest, squared, and as long as they come."""

    cut: Length
    comes: frozenset[Length]

    def gives(self, length: Length) -> bool:
        """Whether one stick gives a piece of this length."""
        return length <= self.cut or length in self.comes


NOTHING = Reach(ZERO, frozenset())


@dataclass(frozen=True, slots=True)
class Join:
    """How a piece longer than any stick may be spliced: at these places from its end, on copies so far apart.

    Copies of one piece lie on each other, as two top plates do: the joints of each and the next are `apart` or more.
    """

    places: tuple[Length, ...]
    apart: Length = ZERO


@dataclass(frozen=True, slots=True)
class Wanted:
    """Pieces of one length, and whose they are. `key` is the caller's own name for them."""

    label: str
    length: Length
    count: int
    join: Join | None = None
    key: str = ""


@dataclass(frozen=True, slots=True)
class CutProblem:
    """What is to be cut from what.

    `kerf` is lost at every cut, `square` once a stick; what is left of a stick is kept from `keep` on.
    """

    pieces: tuple[Wanted, ...]
    stock: tuple[Stick, ...]
    kerf: Length
    square: Length
    keep: Length
    goal: Goal = "waste"

    @property
    def reaches(self) -> tuple[Reach, ...]:
        """What all its sticks reach, then those up to each shorter length."""
        comes = sorted({s.length for s in self.stock}, reverse=True)
        return tuple(Reach(one - self.square, frozenset(comes[n:])) for n, one in enumerate(comes)) or (NOTHING,)


@dataclass(frozen=True, slots=True)
class CutInStick:
    """A piece as it lies in a stick: whose, which copy of it, which part of a spliced one (0 where it is whole), and its running mark
    from the squared end."""

    wanted: int
    copy: int
    part: int
    parts: int
    length: Length
    mark: Length


@dataclass(frozen=True, slots=True)
class FilledStick:
    """A stick with its cuts in order, longest first; `left` is what is left of it, an offcut where `kept`."""

    stick: int
    owned: bool
    cuts: tuple[CutInStick, ...]
    left: Length
    kept: bool


@dataclass(frozen=True, slots=True)
class CutPlan:
    """Sticks in cutting order, and what they come to by the goal.

    `bound` is proven: no plan can come to less. What lies there counts for nothing. `value` and `bound` are money for the goal cost, a length in nanometres for
    waste, sticks for sticks, different lengths for lengths. `cannot` are pieces no stick is long enough for, or was left for: `short` says
    that it is proven that this stock does not give them all. `broken_off` are the seconds after which the search was, None where it ended.
    `few_parts` says that no plan is better that splices in as few parts as can be, or in one more, where others were not looked at.
    """

    sticks: tuple[FilledStick, ...]
    value: Fraction
    bound: Fraction
    cannot: tuple[int, ...]
    cost: Fraction | None
    waste: Length
    short: bool = False
    broken_off: float | None = None
    few_parts: bool = False

    @property
    def proven(self) -> bool:
        """Whether no plan can be better."""
        return self.value == self.bound
