"""The plan a section is cut by, kept with the question it answers: any process on any day gives the same sticks (handbook 28)."""

from __future__ import annotations

import hashlib
from fractions import Fraction
from typing import Any

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length, whole
from jambo.core.stock.plan import Before
from jambo.core.stock.problem import CutInStick, CutPlan, CutProblem, FilledStick


def question_of(problem: CutProblem) -> str:
    """What a plan answers, as a digest: pieces, stock, saw and goal, whatever the pieces are called."""
    asked = (
        "a stick may be a piece as it comes",  # plans of before that was so answer another question
        [(str(p.length.nm), p.count, p.join and [str(at.nm) for at in (*p.join.places, p.join.apart)]) for p in problem.pieces],
        [(str(s.length.nm), str(s.price), s.on_hand) for s in problem.stock],
        [str(length.nm) for length in (problem.kerf, problem.square, problem.keep)],
        problem.goal,
    )  # fmt: skip
    return hashlib.sha256(repr(asked).encode()).hexdigest()


@dataclass(frozen=True)
class Agreed:
    """A plan with the question it answers, and the lengths of that question's stock."""

    question: str
    plan: CutPlan
    stock: tuple[Length, ...]

    def answers(self, problem: CutProblem) -> bool:
        """Whether it is a plan of this question."""
        asked, lie = range(len(problem.pieces)), range(len(problem.stock))
        return self.question == question_of(problem) and all(
            s.stick in lie and all(c.wanted in asked for c in s.cuts) for s in self.plan.sticks
        )

    @property
    def before(self) -> tuple[Before, ...]:
        """Its sticks, as another question's plan keeps to them where that is as good."""
        return tuple((self.stock[s.stick], tuple(c.length for c in s.cuts)) for s in self.plan.sticks)


def agreed_on(problem: CutProblem, plan: CutPlan) -> Agreed:
    """Agree on a plan of a question."""
    return Agreed(question_of(problem), plan, tuple(s.length for s in problem.stock))


def as_kept(agreed: Agreed) -> dict[str, Any]:
    """Write it as JSON can hold it."""
    plan = agreed.plan
    return {
        "stock": [str(length.nm) for length in agreed.stock],
        "sticks": [
            [s.stick, s.owned, str(s.left.nm), s.kept, [[c.wanted, c.copy, c.part, c.parts, str(c.length.nm), str(c.mark.nm)] for c in s.cuts]]
            for s in plan.sticks
        ],
        "value": str(plan.value), "bound": str(plan.bound), "cannot": list(plan.cannot),
        "cost": None if plan.cost is None else str(plan.cost), "waste": str(plan.waste.nm),
        "short": plan.short, "broken_off": plan.broken_off, "few_parts": plan.few_parts,
    }  # fmt: skip


def from_kept(question: str, kept: dict[str, Any]) -> Agreed:
    """Read what `as_kept` wrote. Raises KeyError, TypeError or ValueError for anything else."""
    sticks = tuple(
        FilledStick(int(stick), bool(owned), tuple(map(_cut, cuts)), _length(left), bool(keep))
        for stick, owned, left, keep, cuts in kept["sticks"]
    )
    stock = tuple(map(_length, kept["stock"]))
    if any(s.stick not in range(len(stock)) for s in sticks):
        raise ValueError("a stick of no stock")
    cost = None if kept["cost"] is None else Fraction(kept["cost"])
    value, bound = Fraction(kept["value"]), Fraction(kept["bound"])
    ended = (
        bool(kept.get("short")),
        kept.get("broken_off"),
        bool(kept.get("few_parts")),
    )  # of no plan kept before they were known
    plan = CutPlan(sticks, value, bound, tuple(map(int, kept["cannot"])), cost, _length(kept["waste"]), *ended)
    return Agreed(question, plan, stock)


def _cut(of: list[Any]) -> CutInStick:
    *numbers, length, mark = of
    wanted, copy, part, parts = map(int, numbers)
    return CutInStick(wanted, copy, part, parts, _length(length), _length(mark))


def _length(nm: str) -> Length:
    return Length(int(nm) if "/" not in nm else whole(Fraction(nm)))
