"""The application: routers, errors in plain words, and the built front end."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import FileResponse, JSONResponse
from fastapi.staticfiles import StaticFiles
from pydantic import BaseModel

from jambo.api import floors, heads, jobs, openings, readings, solving, stock, walls
from jambo.files.problems import FieldError, Refused, in_words
from jambo.store.database import Database, Unreachable
from jambo.store.kept import NotKept, Stale, read_json
from jambo.store.openings import changed_paths

MOST_BYTES = 1_000_000


def _refused(errors: list[FieldError]) -> JSONResponse:
    return JSONResponse({"error": "refused", "errors": [e.as_dict() for e in errors]}, 422)


def _body_model(request: Request) -> type[BaseModel] | None:
    """Find the model of a route's body, to name the keys it accepts."""
    dependant = getattr(request.scope.get("route"), "dependant", None)
    for param in getattr(dependant, "body_params", []):
        annotation = param.field_info.annotation
        if isinstance(annotation, type) and issubclass(annotation, BaseModel):
            return annotation
    return None


async def _on_validation(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    model = _body_model(request)
    found: dict[str, FieldError] = {}
    for one in error.errors():
        said = in_words({**one, "loc": tuple(one["loc"][1:])}, model if one["loc"][0] == "body" else None)
        found.setdefault(said.path, said)
    return _refused(list(found.values()))


async def _on_refused(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Refused)
    return _refused(list(error.errors))


async def _on_not_kept(_: Request, error: Exception) -> JSONResponse:
    return JSONResponse({"error": "not found", "reason": f"there is no {error.args[0]}, or it was removed"}, 404)


async def _on_stale(request: Request, error: Exception) -> JSONResponse:
    """Give both versions, so that nothing is lost and the person can choose."""
    assert isinstance(error, Stale)
    try:
        sent: dict[str, Any] = await request.json()
    except ValueError:
        sent = {}
    yours: dict[str, Any] = next((v for k, v in sent.items() if k != "version"), {})
    doc = error.current["doc"]
    theirs = read_json(doc) if isinstance(doc, str) else doc
    return JSONResponse(
        {
            "error": "stale",
            "reason": "someone changed this since you opened it",
            "version": error.current["version"],
            "theirs": theirs,
            "yours": yours,
            "differs": changed_paths(theirs, yours) if yours else [],
        },
        409,
    )


async def _on_unreachable(_: Request, __: Exception) -> JSONResponse:
    reason = "the database does not answer; nothing already saved is lost. Try again in a moment."
    return JSONResponse({"error": "unreachable", "reason": reason}, 503)


def create_app(database: Database | None, dist: Path | None = None) -> FastAPI:
    """Make the application over a database, serving a built front end if given."""
    app = FastAPI(
        title="Jambo",
        version="1",
        docs_url="/api/docs",
        openapi_url="/api/openapi.json",
        redoc_url=None,
        max_body_size=MOST_BYTES,
    )
    app.state.database = database
    for router in (
        jobs.router,
        readings.router,
        openings.router,
        solving.router,
        stock.router,
        walls.router,
        heads.router,
        floors.router,
    ):
        app.include_router(router)
    app.add_exception_handler(RequestValidationError, _on_validation)
    app.add_exception_handler(Refused, _on_refused)
    app.add_exception_handler(NotKept, _on_not_kept)
    app.add_exception_handler(Stale, _on_stale)
    app.add_exception_handler(Unreachable, _on_unreachable)

    if dist is not None:
        app.mount("/assets", StaticFiles(directory=dist / "assets"), name="assets")

        @app.get("/{path:path}", include_in_schema=False)
        def page(path: str) -> Any:
            if path.startswith("api/"):
                return JSONResponse({"error": "not found", "reason": "there is no such address"}, 404)
            return FileResponse(dist / "index.html", headers={"Cache-Control": "no-cache"})

    return app
