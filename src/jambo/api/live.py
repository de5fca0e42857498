"""What others do, told as it happens (server-sent events): one look at the database for all who listen, and no thread for any of them."""

from __future__ import annotations

import asyncio
import contextlib
import json
import logging
from collections.abc import AsyncIterator
from typing import Annotated, Any

from fastapi import APIRouter, FastAPI, Query, Request
from sse_starlette import EventSourceResponse, ServerSentEvent
from starlette.concurrency import run_in_threadpool

from jambo.api.shared import GREATEST_ID, Id, Route, Who
from jambo.jobs import live
from jambo.jobs.live import Screen, Watch
from jambo.store.database import Database
from jambo.store.failures import StoreFailure

LOG = logging.getLogger("jambo.live")
router = APIRouter(prefix="/api", tags=["live"], route_class=Route)

LOOK_SECONDS = 0.3
PING_SECONDS = 15  # so that nothing between takes it for dead
MOST_WAITING = (
    200  # things a screen that takes nothing is told later; then it is let go, and looks anew when it comes back
)
NO_BUFFER = {"X-Accel-Buffering": "no", "Cache-Control": "no-store"}


class Told:
    """The screens that listen to one process, and the one look at the database that is for all of them."""

    def __init__(self, database: Database) -> None:
        self.database = database
        self.screens: dict[Screen, asyncio.Queue[ServerSentEvent | None]] = {}
        self.task: asyncio.Task[None] | None = None

    async def listen(self, screen: Screen) -> AsyncIterator[ServerSentEvent]:
        """Tell a screen, until it goes or is let go."""
        queue: asyncio.Queue[ServerSentEvent | None] = asyncio.Queue(MOST_WAITING)
        with contextlib.suppress(StoreFailure):
            await run_in_threadpool(live.arrive, self.database, screen)
        self.screens[screen] = queue
        if self.task is None:
            self.task = asyncio.create_task(self._look())
        try:
            yield ServerSentEvent(event="begun", data="")
            while (told := await queue.get()) is not None:
                yield told
        finally:
            del self.screens[screen]
            await asyncio.shield(run_in_threadpool(live.leave, self.database, screen))

    async def _look(self) -> None:
        watch = Watch()
        try:
            while self.screens:
                try:
                    self._tell(await run_in_threadpool(live.look, self.database, watch, list(self.screens)))
                except StoreFailure:
                    pass  # what is new is new at the next look, too
                except Exception:
                    LOG.exception("a look at what is new failed")
                await asyncio.sleep(LOOK_SECONDS)
        finally:
            self.task = None

    def let_go(self) -> None:
        """Let every screen go: the server ends, and they come back to the next."""
        for queue in self.screens.values():
            _end(queue)

    def _tell(self, seen: live.Seen) -> None:
        for screen, queue in list(self.screens.items()):
            told: list[tuple[str, Any]] = [("change", one) for one in live.changes_for(screen, seen)]
            here = live.here_for(screen, seen)
            if here != screen.told_here:
                screen.told_here = here
                told.append(("here", here))
            try:
                for event, data in told:
                    queue.put_nowait(ServerSentEvent(event=event, data=json.dumps(data)))
                if live.signed_out(screen, seen):
                    queue.put_nowait(None)
            except asyncio.QueueFull:
                _end(queue)


def let_go(app: FastAPI) -> None:
    """Let every screen go that listens to an application, if it has anything to tell."""
    if (told := getattr(app.state, "told", None)) is not None:
        told.let_go()


def _end(queue: asyncio.Queue[ServerSentEvent | None]) -> None:
    while queue.full():
        queue.get_nowait()
    queue.put_nowait(None)


def _listens(request: Request, who: str, job: int | None, opening: int | None) -> EventSourceResponse:
    screen = Screen(request.state.asker, who, job, opening)
    return EventSourceResponse(request.app.state.told.listen(screen), ping=PING_SECONDS, headers=NO_BUFFER)


Name = Annotated[
    str, Query(max_length=80, description="At the machine itself, who looks: an event source sends no headers.")
]
STREAM: dict[int | str, dict[str, Any]] = {200: {"content": {"text/event-stream": {}}}}


@router.get("/live", response_class=EventSourceResponse, responses=STREAM)
async def of_all(request: Request, who: Who, name: Name = "") -> EventSourceResponse:
    """Tell what is written in every job, as it is (`change`), until whoever listens goes."""
    return _listens(request, who or name, None, None)


@router.get("/jobs/{job_id}/live", response_class=EventSourceResponse, responses=STREAM)
async def of_job(
    request: Request,
    job_id: Id,
    who: Who,
    name: Name = "",
    opening: Annotated[int | None, Query(ge=1, le=GREATEST_ID, description="The one that is looked at.")] = None,
) -> EventSourceResponse:
    """Tell what is written in a job as it is (`change`), and who is at which of its openings (`here`), until whoever listens goes."""
    return _listens(request, who or name, job_id, opening)
