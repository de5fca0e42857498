"""A cutting plan as JSON gives it, `jambo-cut-plan/1`, and as it is told in one sentence (handbook 28)."""

from __future__ import annotations

import json
import time
from collections.abc import Callable, Iterator, Sequence
from fractions import Fraction
from typing import Literal

from typing_extensions import TypedDict

from jambo.children import CHILDREN, IN_TURN, Overrun, Task
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import Tape, Unit, run_text
from jambo.core.stock.plan import SECONDS, first_plan, plan
from jambo.core.stock.problem import CutPlan, CutProblem, FilledStick, Goal
from jambo.format.cutting import CutList, problem_of
from jambo.format.problems import FieldError, Refused, parse
from jambo.views.searches import GoesOn, always

STEP_SECONDS = 0.25  # between looks whether there is something to tell
MOST_SHOWN = 400  # sticks of a plan that is shown though a better one may come
MOST_HERE = 20_000  # pieces times lengths of a list that no child had time for
SHARE = 0.85  # of the time there is, in which the search is to end by itself
PLAN_FORMAT = "jambo-cut-plan/1"


class CutOut(TypedDict):
    """A piece in its stick: its place in the list of pieces, its label, which of its copies it is, which part of how many where it is
    spliced, its length, and the running mark of its far end from the stick's squared end."""

    piece: int
    label: str
    copy: int
    part: int | None
    parts: int | None
    length: str
    mark: str


class StickOut(TypedDict):
    """A stick in cutting order: its place in the stock, its length, whether it lies there already, its cuts, and what is left of it;
    whether it is its one piece as it comes, without squaring or a cut."""

    stock: int
    length: str
    on_hand: bool
    cuts: list[CutOut]
    left: str
    offcut: bool
    as_it_comes: bool


class CannotOut(TypedDict):
    """Pieces that cannot all be cut from this stock, and why."""

    piece: int
    label: str
    length: str
    why: str


class CutPlanOut(TypedDict):
    """A cutting plan: sticks, what they come to and the proven bound in the goal's own measure, offcuts to keep, what cannot be cut.

    What lies there counts for nothing: `stock`, `value` and `bound` are of what is to be had. `value` and `bound` are money for the goal
    cost, millimetres of stock for waste, sticks for sticks, different lengths for lengths;
    `bound` is None where nothing is proven because something cannot be cut.
    """

    format: Literal["jambo-cut-plan/1"]
    unit: Unit
    goal: Goal
    told: str
    sticks: list[StickOut]
    cost: str | None
    stock: str
    waste: str
    value: float
    bound: float | None
    proven: bool
    offcuts: list[str]
    cannot: list[CannotOut]


def money(amount: Fraction) -> str:
    """An amount of money with two places, or as many as it has."""
    number = f"{float(amount):.2f}"
    return number if Fraction(number) == amount else f"{float(amount):.4f}".rstrip("0")


def _measure(value: Fraction, goal: Goal) -> float:
    """A value as the answer gives it: lengths in millimetres."""
    return float(value / 1_000_000 if goal == "waste" else value)


def _counted(n: Fraction | int, one: str) -> str:
    return f"{int(n)} {one}" + ("" if n == 1 else "s")


def stopped(made: CutPlan) -> str:
    """The sentence that says that the search for better ran out of time, "" where it came to its end."""
    return f"The search was stopped after {made.broken_off:g} s." if made.broken_off else ""


def sentence(made: CutPlan, problem: CutProblem, unit: Unit) -> str:
    """The plan in one sentence: its sticks, what they come to, and what no plan can beat.

    Example:
        31 sticks, 412.50; no plan can cost less than 409.10.
    """
    if not made.sticks:
        return "Nothing is cut." if not made.cannot else "Nothing can be cut from this stock."
    tape = Tape.of(unit)
    bought, lie = total_of(made.sticks, problem), sum(s.owned for s in made.sticks)
    start = f"{_counted(len(made.sticks) - lie, 'stick')}, {run_text(bought, tape)}"
    start += f", {money(made.cost)}" if made.cost else ""
    if lie:
        lies = "that lies there" if lie == 1 else "that lie there"
        start = f"{start}, and {lie} {lies}" if bought != ZERO else f"{_counted(lie, 'stick')} {lies}"
    if made.cannot:
        return f"{start}; not everything can be cut."
    best = {
        "cost": "is cheaper",
        "waste": "takes less stock",
        "sticks": "takes fewer sticks",
        "lengths": "takes fewer lengths",
    }
    if made.proven:
        return f"{start}; no plan {best[problem.goal]}."
    if made.few_parts:
        return f"{start}; no plan {best[problem.goal]} that splices in as few parts or one more."
    looked = f" {stopped(made)}".rstrip()
    if not made.bound:
        return f"{start}.{looked}"
    if problem.goal == "cost":
        return f"{start}; no plan can cost less than {money(made.bound)}.{looked}"
    if problem.goal == "waste":
        return f"{start}; no plan can do with less than {run_text(Length(int(made.bound)), tape, down=True)}.{looked}"
    what = "stick" if problem.goal == "sticks" else "length"
    return f"{start}; no plan can do with fewer than {_counted(made.bound, what)}.{looked}"


def total_of(sticks: Sequence[FilledStick], problem: CutProblem) -> Length:
    """The length of all sticks that are to be had, beside those that lie there."""
    return sum((problem.stock[s.stick].length for s in sticks if not s.owned), Length(0))


def why_not(i: int, problem: CutProblem, made: CutPlan) -> str:
    """Why a piece is not cut: there is too little stock only where that is proven."""
    piece = problem.pieces[i]
    if problem.reaches[0].gives(piece.length):
        if made.short:
            return "there is not enough stock for all of them"
        return "no way was found to get all of them out of this stock" + (
            f" in {made.broken_off:g} s" if made.broken_off else ""
        )
    if piece.join is None:
        return "no stick is long enough, and it may not be spliced"
    return "it cannot be spliced at its places from sticks of this length"


def plan_out(made: CutPlan, problem: CutProblem, unit: Unit) -> CutPlanOut:
    """Give a plan as JSON has it.

    Args:
        made: the plan; problem: what it answers; unit: that lengths are written in, each exactly.
    """
    sticks: list[StickOut] = [
        {
            "stock": s.stick,
            "length": exact_text(problem.stock[s.stick].length, unit),
            "on_hand": s.owned,
            "cuts": [
                {
                    "piece": c.wanted,
                    "label": problem.pieces[c.wanted].label,
                    "copy": c.copy,
                    "part": c.part or None,
                    "parts": c.parts if c.part else None,
                    "length": exact_text(c.length, unit),
                    "mark": exact_text(c.mark, unit),
                }
                for c in s.cuts
            ],
            "left": exact_text(s.left, unit),
            "offcut": s.kept,
            "as_it_comes": s.cuts[0].length == problem.stock[s.stick].length,
        }
        for s in made.sticks
    ]
    return {
        "format": PLAN_FORMAT,  # type: ignore[typeddict-item]
        "unit": unit,
        "goal": problem.goal,
        "told": sentence(made, problem, unit),
        "sticks": sticks,
        "cost": money(made.cost) if made.cost is not None and any(s.price is not None for s in problem.stock) else None,
        "stock": exact_text(total_of(made.sticks, problem), unit),
        "waste": exact_text(made.waste, unit),
        "value": _measure(made.value, problem.goal),
        "bound": None if made.cannot else _measure(made.bound, problem.goal),
        "proven": made.proven and not made.cannot,
        "offcuts": [exact_text(s.left, unit) for s in made.sticks if s.kept],
        "cannot": [
            {
                "piece": i,
                "label": problem.pieces[i].label,
                "length": exact_text(problem.pieces[i].length, unit),
                "why": why_not(i, problem, made),
            }
            for i in made.cannot
        ],
    }


def cut(said: CutList, seconds: float = SECONDS, tell: Callable[[str, float, float], None] | None = None) -> CutPlanOut:
    """Plan a cutting list. Raises Refused for one that cannot be.

    Args:
        said: the document; seconds: after which the best so far is given; tell: is told how it goes: what was done, what the best plan
            comes to, and the bound, both as the answer has them.
    """
    problem = problem_of(said)

    def told(what: str, best: Fraction, bound: Fraction) -> None:
        if tell is not None:
            tell(what, _measure(best, problem.goal), _measure(bound, problem.goal))

    return plan_out(plan(problem, time.monotonic, seconds, told), problem, said.unit)


Heard = tuple[str, float, float]  # what was done, the best, and the bound
ListPlanned = tuple[CutPlanOut | tuple[FieldError, ...], tuple[Heard, ...]]


def plan_list(send: Callable[[ListPlanned], None], text: str, seconds: float) -> None:
    """Plan a cutting list in a child: what it sends is the answer, or what is wrong, and all that was told on the way.

    Args:
        send: takes results, each better than the last; text: the list as JSON; seconds: after which the best so far is the last.
    """
    said, heard = parse(CutList, json.loads(text)), list[Heard]()
    try:
        problem = problem_of(said)
    except Refused as refused:
        send((refused.errors, ()))
        return

    def tell(what: str, best: Fraction, bound: Fraction) -> None:
        heard.append((what, _measure(best, problem.goal), _measure(bound, problem.goal)))

    def show(made: CutPlan) -> None:
        if len(made.sticks) <= MOST_SHOWN:  # writing thousands of sticks out takes as long as looking for better ones
            send((plan_out(made, problem, said.unit), tuple(heard)))

    began = time.monotonic()
    send((plan_out(first_plan(problem), problem, said.unit), ()))
    made = plan(problem, time.monotonic, max(0.1, SHARE * seconds - (time.monotonic() - began)), tell, show=show)
    send((plan_out(made, problem, said.unit), tuple(heard)))


def _asked(said: CutList, seconds: float) -> Task[ListPlanned]:
    return CHILDREN.ask(plan_list, (said.model_dump_json(by_alias=True, exclude_unset=True), seconds), seconds)


def _answer(task: Task[ListPlanned], said: CutList) -> CutPlanOut:
    """What a child found; where none had time for it, the first plan. Raises Refused, and Overrun for a list too long to be planned here."""
    if task.best is None:
        if len(said.pieces) * len(said.stock) > MOST_HERE:
            raise Overrun("other lists are being planned, and this one is long")
        with IN_TURN:
            problem = problem_of(said)
            return plan_out(first_plan(problem), problem, said.unit)
    found, _ = task.best
    if isinstance(found, tuple):
        raise Refused(found)
    return found


def cut_beside(said: CutList, seconds: float, goes_on: GoesOn = always) -> CutPlanOut:
    """Plan a cutting list beside everything else. Raises Refused for one that cannot be, Overrun where nobody had time for it.

    Args:
        said: the document; seconds: after which the best so far is given; goes_on: whether somebody waits for it.
    """
    task = _asked(said, seconds)
    try:
        return _answer(CHILDREN.wait(task, seconds, goes_on), said)
    finally:
        CHILDREN.forget(plan_list, task.args)


def cut_told(said: CutList, seconds: float) -> Iterator[str]:
    """Plan a cutting list beside everything else, and tell how it goes: lines of JSON, each with what was done, the best and the bound; the
    last has the plan. Raises Refused before the first line for a list that cannot be, Overrun where nobody had time for it.

    Args:
        said: the document; seconds: after which the best so far is given.
    """
    task, until = _asked(said, seconds), time.monotonic() + seconds
    while task.best is None and not task.ended.is_set() and time.monotonic() < until:
        CHILDREN.wait(task, 0.05)
    _answer(task, said)
    return _lines(task, said, until)


def _lines(task: Task[ListPlanned], said: CutList, until: float) -> Iterator[str]:
    told = 0
    while True:
        CHILDREN.wait(task, min(STEP_SECONDS, max(0.0, until - time.monotonic())))
        ended = task.ended.is_set() or time.monotonic() >= until
        for what, best, bound in task.best[1][told:] if task.best is not None else ():
            told += 1
            yield json.dumps({"what": what, "best": best, "bound": bound}) + "\n"
        if ended:
            break
    CHILDREN.forget(plan_list, task.args)
    yield json.dumps({"plan": _answer(task, said)}, ensure_ascii=False) + "\n"
