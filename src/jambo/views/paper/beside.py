"""Papers drawn beside everything else: pages do not wait for a long run, and whoever asked sees how far it is and can stop it."""

from __future__ import annotations

from collections.abc import Callable, Generator

from jambo.children import CHILDREN, Overrun
from jambo.views.paper.fonts import type_is_there
from jambo.views.paper.sheet_run import SheetRun

FEW = 16  # sheets: drawn sooner than a child begins
SECONDS = 600.0
LOOK_SECONDS = 0.25


def draw(better: Callable[[int | bytes], None], run: SheetRun) -> None:
    """Draw a run, telling how many sheets are drawn, and at last the file."""
    for told in _draw(run):
        better(told)


def _draw(run: SheetRun) -> Generator[int | bytes]:
    from jambo.views.paper.sheet_pages import draw_sheets  # reads fpdf, which no start need wait for

    return draw_sheets(run)


def drawn(run: SheetRun) -> Generator[int | bytes]:
    """Give how many sheets of a run are drawn, again and again, and at last the file. Who stops listening ends the drawing.

    Args:
        run: what is drawn.

    Raises:
        Refused: while the type for paper is not on the server. Overrun: there was no time or memory for it.
    """
    type_is_there()
    return _draw(run) if run.count <= FEW else _beside(run)


def _beside(run: SheetRun) -> Generator[int | bytes]:
    task = CHILDREN.ask(draw, (run,), SECONDS)
    try:
        while not task.ended.is_set():
            CHILDREN.wait(task, LOOK_SECONDS)
            if isinstance(task.best, int):
                yield task.best
        if not isinstance(task.best, bytes):
            raise Overrun(task.failed)
        yield task.best
    finally:
        CHILDREN.forget(draw, (run,))
