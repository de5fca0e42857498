"""The application: routers, errors in plain words, and the built front end."""

from __future__ import annotations

import sys
from collections.abc import AsyncIterator, Callable, Sequence
from contextlib import asynccontextmanager
from functools import partial
from pathlib import Path
from typing import Any

from fastapi import FastAPI, Request
from fastapi.responses import FileResponse, HTMLResponse, Response
from fastapi.staticfiles import StaticFiles
from starlette.exceptions import HTTPException

import jambo
from jambo.api import (
    buying,
    calendars,
    catalogue,
    cutting,
    floors,
    habits,
    heads,
    health,
    job_files,
    jobs,
    live,
    mending,
    openings,
    papers,
    people,
    photos,
    planning,
    readings,
    schedule,
    sheets,
    solving,
    stock,
    usual,
    walls,
)
from jambo.api.errors import RESPONSES, tell_errors
from jambo.api.gate import Gate
from jambo.children import CHILDREN
from jambo.store.database import Database

# an answer hands the interpreter on some thirty times, and each time waits for as long as this beside one that computes: 5 ms unsaid
SWITCH_SECONDS = 0.0005
PARTS = (
    health,
    people,
    live,
    mending,
    habits,
    job_files,
    jobs,
    readings,
    photos,
    planning,
    openings,
    papers,
    schedule,
    sheets,
    solving,
    buying,
    calendars,
    catalogue,
    cutting,
    stock,
    walls,
    heads,
    floors,
    usual,
)


class _App(FastAPI):
    """The application; it is described when that is asked for, with every way each call can go wrong: no page need wait for that."""

    def openapi(self) -> dict[str, Any]:
        """Describe the API, as OpenAPI."""
        if self.openapi_schema is None:
            described = FastAPI(title="Jambo", version=jambo.__version__, responses=RESPONSES)
            for part in PARTS:
                described.include_router(part.router)
            self.openapi_schema = described.openapi()
        return self.openapi_schema


def create_app(
    database: Database | None,
    dist: Path | None = None,
    hosts: Sequence[str] = (),
    room: Callable[[], str] = lambda: "",
    demo: Callable[[Database], bool] = lambda _: False,
    site: people.Site | None = None,
    proxied: bool = False,
) -> FastAPI:
    """Make the application.

    Args:
        database: where jobs are kept; None only to describe the API.
        dist: the built front end to serve, if any.
        hosts: names this machine is called by beside the loopback ones.
        room: what is to be said of the disk, "" where there is room.
        demo: puts made-up jobs in where no job was ever kept, and says whether it did.
        site: how phones reach this machine, None where a proxy of somebody's own sees to that.
        proxied: it is reached through a proxy, so that nobody is known by sitting at the machine.
    """

    app = _App(
        lifespan=_beside_children,
        docs_url=None,  # its page would fetch scripts from elsewhere
        redoc_url=None,
        openapi_url="/api/openapi.json",
    )
    app.state.database = database
    app.state.room = room
    app.state.demo = demo
    app.state.site = site
    app.state.told = live.Told(database) if database is not None else None
    app.state.proxied = proxied
    for part in PARTS:  # including a router makes each of its routes again, at the first page that is asked for
        app.router.routes.extend(part.router.routes)
    tell_errors(app)
    app.add_middleware(Gate, hosts=hosts)
    if dist is not None:
        _serve_pages(app, dist)
    return app


@asynccontextmanager
async def _beside_children(app: FastAPI) -> AsyncIterator[None]:
    CHILDREN.start()
    sys.setswitchinterval(SWITCH_SECONDS)
    site: people.Site | None = app.state.site
    if site is not None:
        site.run_in(app)
    try:
        yield
    finally:
        if site is not None:
            await site.ended()
        CHILDREN.close()


class Assets(StaticFiles):
    """Files that are named by what is in them: whoever has one never asks for it again."""

    def file_response(self, *args: Any, **kwargs: Any) -> Response:
        """Give a file to be kept."""
        answer = super().file_response(*args, **kwargs)
        answer.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return answer


async def _given(file: Path, _: Request) -> Response:
    """Give a file whose name stays whatever is in it."""
    return FileResponse(file, headers={"Cache-Control": "no-cache"})


def _serve_pages(app: FastAPI, dist: Path) -> None:
    """Serve the front end: its files, and its one page for every other address."""
    app.mount("/assets", Assets(directory=dist / "assets"), name="assets")
    for file in (one for one in dist.iterdir() if one.suffix in (".js", ".webmanifest", ".png")):
        app.add_route(f"/{file.name}", partial(_given, file), include_in_schema=False)
    start = (dist / "index.html").read_bytes()  # kept at hand: it comes whatever disk and database do

    @app.get("/{path:path}", include_in_schema=False)
    async def page(path: str) -> Response:
        if path.startswith("api/"):
            raise HTTPException(404)
        return HTMLResponse(start, headers={"Cache-Control": "no-cache"})
