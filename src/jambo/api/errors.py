"""Every way a call can go wrong, in words: what the answer looks like and which exception it is made from.

400  the request cannot be read            413  it is too large
401  nobody is signed in                   421  it is meant for another machine
403  it is not theirs to do                422  what was said cannot be taken
404  there is no such thing                429  too many tries to sign in
405  it is not done that way               500  a fault in Jambo
409  someone changed it since              503  the database does not do it now
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from itertools import islice
from typing import Any, NotRequired

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException
from typing_extensions import TypedDict

from jambo.api.gate import TOO_LARGE
from jambo.children import Overrun
from jambo.format.problems import MOST_ERRORS, FieldError, Refused, in_words
from jambo.jobs.people import NotForYou, NotSignedIn, TooMany
from jambo.store.failures import StoreFailure
from jambo.store.kept import NotFound, Unreadable, VersionConflict
from jambo.store.openings import changed_paths


class ErrorOut(TypedDict):
    """What went wrong and why; `request` is the number the log has it under, `job` whose it was that is gone."""

    error: str
    reason: str
    job: NotRequired[int]
    request: NotRequired[str]


class FieldErrorOut(TypedDict):
    """One thing wrong with one field."""

    path: str
    reason: str
    accepted: str


class MendOut(TypedDict):
    """What is kept and cannot be read: a job, a wall or an opening that `mend` brings back, by the version it has."""

    what: str
    id: int
    version: int


class RefusedOut(TypedDict):
    """Everything that cannot be taken, or that is kept and cannot be read; `more` counts what is wrong beyond the errors named."""

    error: str
    errors: list[FieldErrorOut]
    more: int
    mend: NotRequired[MendOut]


class ConflictOut(TypedDict):
    """A write that came too late: what is kept now, what was to be kept, and the fields in which they differ.

    For a removal `yours` is what was seen when it was asked for, None where that is not on record.
    """

    error: str
    reason: str
    version: int
    theirs: dict[str, Any]
    yours: dict[str, Any] | None
    differs: list[str]


RESPONSES: dict[int | str, dict[str, Any]] = {
    **{code: {"model": ErrorOut} for code in (400, 401, 403, 404, 413, 421, 429, 503)},
    409: {"model": ConflictOut},
    405: {
        "model": ErrorOut,
        "headers": {"Allow": {"schema": {"type": "string"}, "description": "The methods it takes."}},
    },
    422: {"model": RefusedOut},
}

MENDS = ("job", "wall", "opening")


def _refused(errors: Iterable[FieldError], error: str = "refused", **more: Any) -> JSONResponse:
    named = list(errors)
    said = [e.as_dict() for e in named[:MOST_ERRORS]]
    return JSONResponse({"error": error, "errors": said, "more": len(named) - len(said), **more}, 422)


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
    every = error.errors()
    found: dict[str, FieldError] = {}
    for one in islice(every, MOST_ERRORS):  # putting thousands into words would hold everybody up
        said = in_words({**one, "loc": tuple(one["loc"][1:])}, model if one["loc"][0] == "body" else None)
        found.setdefault(said.path, said)
    answer = {"error": "refused", "errors": [e.as_dict() for e in found.values()]}
    return JSONResponse({**answer, "more": max(0, len(every) - MOST_ERRORS)}, 422)


async def _on_refused(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Refused)
    if not isinstance(error, Unreadable):
        return _refused(error.errors)
    # what can be done about it is said with it: the path names what is kept, not what was asked
    called = error.what if error.what == "rules" else f"{error.what} {error.id}"
    said = [
        FieldError(f"{error.what}.{e.path}", f"what is kept of {called} cannot be read: {e.path}, {e.reason}", "")
        for e in error.errors
    ]
    mend: MendOut = {"what": error.what, "id": error.id, "version": error.version}
    return _refused(said, "unreadable", **({"mend": mend} if error.what in MENDS else {}))


async def _on_not_kept(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, NotFound)
    gone = {"error": "not found", "reason": f"there is no {error.args[0]}, or it was removed"}
    return JSONResponse(gone if error.job is None else gone | {"job": error.job}, 404)


async def _on_stale(_: Request, error: Exception) -> JSONResponse:
    """Give both versions, so that nothing is lost and the person can choose."""
    assert isinstance(error, VersionConflict)
    return JSONResponse(
        {
            "error": "stale",
            "reason": "someone changed this since you opened it",
            "version": error.version,
            "theirs": error.theirs,
            "yours": error.yours,
            "differs": changed_paths(error.theirs, error.yours) if error.yours is not None else [],
        },
        409,
    )


async def _on_store_failure(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, StoreFailure)
    said = {"error": error.kind, "reason": error.reason, "request": request.state.request}
    return JSONResponse(said, 503, headers={"Retry-After": "2"})


async def _on_overrun(_: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, Overrun)
    said = {"error": "busy", "reason": f"{error.why}. Try again in a moment"}
    return JSONResponse(said, 503, headers={"Retry-After": "5"})


async def _on_nobody(_: Request, error: Exception) -> JSONResponse:
    return JSONResponse({"error": "sign in", "reason": str(error)}, 401)


async def _on_not_theirs(_: Request, error: Exception) -> JSONResponse:
    return JSONResponse({"error": "not yours", "reason": str(error)}, 403)


async def _on_too_many(_: Request, error: Exception) -> JSONResponse:
    minutes = error.args[0]
    said = f"too many tries from here, or for this name; wait {minutes} minutes, or ask a lead for a code"
    return JSONResponse({"error": "too many", "reason": said}, 429, headers={"Retry-After": str(minutes * 60)})


_HTTP = {
    400: ("cannot be read", "the request cannot be read: it is not what this address takes"),
    404: ("not found", "there is no such address"),
    405: ("not done that way", "this address does not take that method"),
    413: TOO_LARGE,
}


async def _on_http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)
    name, reason = _HTTP.get(error.status_code, ("refused", str(error.detail)))
    headers = dict(error.headers or {})
    if error.status_code == 405:
        headers["Allow"] = ", ".join(_methods(request))
    return JSONResponse({"error": name, "reason": reason}, error.status_code, headers=headers)


def _methods(request: Request) -> list[str]:
    """Every method an address takes: each is a route of its own, and the one that was met knows only its own."""
    found: set[str] = set()
    for path, calls in request.app.openapi()["paths"].items():
        if re.fullmatch(re.sub(r"\{[^}]+\}", "[^/]+", path), request.url.path):
            found |= {method.upper() for method in calls}
    return sorted(found)


def tell_errors(app: FastAPI) -> None:
    """Have an application tell every error in these words."""
    app.add_exception_handler(RequestValidationError, _on_validation)
    app.add_exception_handler(Refused, _on_refused)
    app.add_exception_handler(NotFound, _on_not_kept)
    app.add_exception_handler(VersionConflict, _on_stale)
    app.add_exception_handler(StoreFailure, _on_store_failure)
    app.add_exception_handler(Overrun, _on_overrun)
    app.add_exception_handler(NotSignedIn, _on_nobody)
    app.add_exception_handler(NotForYou, _on_not_theirs)
    app.add_exception_handler(TooMany, _on_too_many)
    app.add_exception_handler(HTTPException, _on_http)
