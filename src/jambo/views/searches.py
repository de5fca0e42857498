"""Plans that are looked for beside everything else: what there is at once, and the better one when it is there."""

from __future__ import annotations

import time
from collections.abc import Callable, Sequence
from contextlib import nullcontext
from fractions import Fraction
from typing import Generic, TypeVar

from jambo.children import CHILDREN, IN_TURN, Task
from jambo.core.frozen import dataclass
from jambo.core.planning.plan import at_once, plans
from jambo.core.planning.problem import WorkPlan, WorkProblem
from jambo.core.stock.plan import Before, first_plan, plan
from jambo.core.stock.problem import CutPlan, CutProblem

P = TypeVar("P")

SECONDS_OF_WORK = 60.0  # for the plan of a job; its stages end at counts of steps, most much sooner
SECONDS_OF_CUTTING = 20.0  # a section; it ends at counts of steps, most within a second or two: on a slow machine the same plan, only later
NEAR = Fraction(1, 500)  # or comes as near to it: a foot in 500
PATIENCE = 0.06  # how long a page waits for the better plan before it is given what there is
IN_QUEUE = 1 / 3  # of it, where other searches are before its own: what is there at once is not held back in vain


def work(send: Callable[[WorkPlan | None], None], problem: WorkProblem) -> None:
    """Plans of who does what when, each better than the last."""
    for made in plans(problem):
        send(made)


def cut(
    send: Callable[[CutPlan], None],
    problem: CutProblem,
    seconds: float,
    near: Fraction,
    before: Sequence[Before],
) -> None:
    """Cutting plans of a section, each better than the last."""
    send(first_plan(problem, before))
    send(plan(problem, time.monotonic, seconds, None, near, before, send))


@dataclass(frozen=True)
class Searched(Generic[P]):
    """A plan, and whether a better one is still being looked for; `ended` says why the search ended before its end, "" where it did not."""

    plan: P
    searching: bool
    ended: str = ""

    @property
    def stopped(self) -> str:
        """The sentence that says so, "" where it came to its end."""
        return f"The search did not come to its end: {self.ended}." if self.ended else ""


GoesOn = Callable[[], bool]


def always() -> bool:
    """Somebody waits."""
    return True


def work_plan(
    problem: WorkProblem, patience: float | None = None, goes_on: GoesOn = always
) -> Searched[WorkPlan | None]:
    """The plan of a job as it is known: at once by the list, and the best when it is there.

    Args:
        problem: people and operations; patience: how long to wait for the best, in seconds; goes_on: whether somebody waits.
    """
    task = CHILDREN.ask(work, (problem,), SECONDS_OF_WORK)
    if patience is not None or not task.has:
        seconds = PATIENCE if patience is None else patience
        CHILDREN.wait(task, seconds, goes_on, PATIENCE * IN_QUEUE if patience is None else None)
    with nullcontext() if patience is None else IN_TURN:
        return _found(task, lambda: at_once(problem))


def forget_work(problem: WorkProblem) -> None:
    """Keep the plan of an open document no longer: nobody asks for it again."""
    CHILDREN.forget(work, (problem,))


class CutSearch:
    """The cutting plan of one section, being looked for."""

    def __init__(self, problem: CutProblem, before: tuple[Before, ...]) -> None:
        self.problem, self.before = problem, before
        self.task = CHILDREN.ask(
            cut, (problem, SECONDS_OF_CUTTING, NEAR, before), SECONDS_OF_CUTTING * 1.5, key=("cut", problem)
        )
        self.first = not self.task.has  # what is being bettered is not waited for again and again

    def found(self, until: float) -> Searched[CutPlan]:
        """The plan as it is known, waited for until a moment of the monotonic clock."""
        if self.first:
            CHILDREN.wait(self.task, until - time.monotonic(), in_queue=PATIENCE * IN_QUEUE)
        return _found(self.task, lambda: first_plan(self.problem, self.before))


def _found(task: Task[P], quick: Callable[[], P]) -> Searched[P]:
    """What is known: what the search found so far, else what there is at once."""
    ended = task.ended.is_set()
    if not task.has and task.quick is None:
        task.quick = quick()
    return Searched(task.best if task.has else task.quick, not ended, task.failed if ended else "")  # type: ignore[arg-type]
