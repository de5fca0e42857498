"""Whether this Jambo can do its work: the database, its tables, the program's version."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter, Request
from fastapi.responses import JSONResponse
from typing_extensions import TypedDict

import jambo
from jambo.api.shared import Route
from jambo.store.database import Database
from jambo.store.failures import StoreFailure
from jambo.store.migrate import done, known

router = APIRouter(prefix="/api", tags=["health"], route_class=Route)


class HealthOut(TypedDict):
    """How it stands: `disk` says in words that it is nearly full, `database` why it does not answer; `migrations` are the ones done and known."""

    ok: bool
    version: str
    database: str
    disk: str
    migrations: Literal["up to date", "behind", "ahead", "unknown"]
    at: int | None
    known: int


@router.get("/health", response_model=HealthOut, responses={503: {"model": HealthOut}})
def health(request: Request) -> JSONResponse:
    """Say whether all is well: 200, or 503 with what is not."""
    database: Database = request.app.state.database
    newest = max(known())
    said: HealthOut = {
        "ok": False, "version": jambo.__version__, "database": "answers", "disk": request.app.state.room(), "migrations": "unknown", "at": None,
        "known": newest,
    }  # fmt: skip
    try:
        with database.transaction() as t:
            at = max(done(t), default=0)
    except StoreFailure as failure:
        said["database"] = failure.reason
    else:
        said["at"] = at
        said["migrations"] = "up to date" if at == newest else "behind" if at < newest else "ahead"
        said["ok"] = said["migrations"] == "up to date"
    return JSONResponse(said, 200 if said["ok"] else 503)
