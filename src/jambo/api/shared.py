"""What routers share: the database of the application, who is asking, how to show lengths, and how a call is run."""

from __future__ import annotations

import contextlib
import functools
import inspect
import json
import random
import re
import time
from collections.abc import AsyncIterator, Callable, Coroutine
from functools import partial
from typing import Annotated, Any, ParamSpec, TypeVar
from urllib.parse import unquote

import anyio
import orjson
from fastapi import Depends, Header, Path, Query, Request, Response
from fastapi.routing import APIRoute
from pydantic import BaseModel, BeforeValidator, Field
from starlette.concurrency import run_in_threadpool

from jambo.api.asking import as_seen, let_in
from jambo.format.problems import FieldError, Refused, path_of
from jambo.jobs.repeated import ASKED, DoneAlready, Once, given_before, keep
from jambo.jobs.shown import Shown
from jambo.store.database import CONNECTIONS, Database
from jambo.store.failures import Busy, StoreFailure
from jambo.store.kept import ASKED_BY, Asked

P = ParamSpec("P")
T = TypeVar("T")

TRIES = 4  # a write that met others is tried again three times
LONGEST_NAME = 80
GREATEST_ID = 2**63 - 1


async def _database(request: Request) -> AsyncIterator[Database]:
    database: Database = request.app.state.database
    yield database


# no more calls at once than there are connections: the others wait without holding a worker, so that pages which need
# no database are served whatever it does; and a slow reader of an answer holds no connection
Db = Annotated[Database, Depends(_database, scope="function", max_concurrency=CONNECTIONS)]


def _who(
    request: Request,
    name: Annotated[
        str,
        Header(
            alias="X-Jambo-Who",
            max_length=4000,
            description="At the machine itself, who is asking, in any script: UTF-8, percent-encoded. Whoever is signed in is known.",
        ),
    ] = "",
) -> str:
    with contextlib.suppress(ValueError):  # sent raw by a client that does not encode: headers are read as Latin-1
        name = name.encode("latin-1").decode("utf-8")
    said = re.sub(r"[\s\x00-\x1f\x7f]+", " ", unquote(name, errors="replace")).strip()
    if request.state.asker.person is not None:
        signed: str = request.state.asker.name
        if said and said != signed and ONCE in request.headers:  # it waited here while somebody else signed in
            reason = f"{said[:LONGEST_NAME]} pressed this, and {signed} is signed in here"
            raise Refused([FieldError("X-Jambo-Who", reason, f"press it anew, or let {said[:LONGEST_NAME]} sign in")])
        return signed
    if len(said) > LONGEST_NAME:
        raise Refused([FieldError("X-Jambo-Who", "the name is too long", f"at most {LONGEST_NAME} characters")])
    return said


Who = Annotated[str, Depends(_who)]


def _digits(said: object) -> object:
    """Take digits and nothing else: an address has one spelling."""
    if isinstance(said, str) and not re.fullmatch("[0-9]{1,19}", said):
        raise ValueError("this is no number of anything", "digits alone")
    return said


Id = Annotated[int, BeforeValidator(_digits), Path(ge=1, le=GREATEST_ID)]
SomeId = Annotated[int, Field(ge=1, le=GREATEST_ID)]
Version = Annotated[int, Field(ge=0, le=2**31 - 1)]
BasedOn = Annotated[int, Query(alias="version", ge=0, le=2**31 - 1, description="The version this was based on.")]


ShownQuery = Annotated[Shown, Query()]


class Straight(Response):
    """An answer sent as it was made: checking what is ours against its own shape takes longer than making it."""

    media_type = "application/json"

    def render(self, content: Any) -> bytes:
        """Write the answer as JSON."""
        return orjson.dumps(content)


Seconds = Annotated[float, Query(ge=0.1, le=20, description="After which the best plan so far is given.")]
_PATIENT = anyio.CapacityLimiter(24)  # of those that wait for a plan: they leave workers to everybody else
LOOK_SECONDS = 0.2


async def patiently(request: Request, call: Callable[[Callable[[], bool]], T]) -> T:
    """Run a call that waits for something, as long as whoever asked is there.

    Args:
        request: of whoever asked; call: is given what says whether somebody is there, and looks at it now and then.
    """
    gone = False

    async def watch() -> None:
        nonlocal gone
        while not gone:
            gone = await request.is_disconnected()
            await anyio.sleep(LOOK_SECONDS)

    answers: list[Callable[[], T]] = []

    def run() -> None:
        try:
            answer = call(lambda: not gone)
            answers.append(lambda: answer)
        except Exception as failure:  # told as what it is, and not as one of a group
            answers.append(partial(_raise, failure))

    async with anyio.create_task_group() as tasks:
        tasks.start_soon(watch)
        await anyio.to_thread.run_sync(run, limiter=_PATIENT, abandon_on_cancel=True)
        tasks.cancel_scope.cancel()
    return answers[0]()


def _raise(failure: Exception) -> Any:
    raise failure


class Based(BaseModel):
    """A write that names the version it was based on."""

    version: Version


def _again(call: Callable[P, T]) -> Callable[P, T]:
    """Run a call again when it met others at the same place: nothing of it was written. Raises Busy at last."""
    if inspect.iscoroutinefunction(call):
        return call  # type: ignore[return-value]  # it asks no database

    @functools.wraps(call)
    def run(*args: P.args, **kwargs: P.kwargs) -> T:
        for n in range(1, TRIES):
            try:
                return call(*args, **kwargs)
            except Busy:
                time.sleep(random.uniform(0.01, 0.05) * n)  # not all of them again at one moment
        return call(*args, **kwargs)

    return run


async def _check_text(request: Request) -> None:
    """Refuse JSON with half of a character, or with what is no character of a text, in it. Raises Refused with its place."""
    body = await request.body()
    if not re.search(rb"\\[ubf]|\x7f", body):
        return
    try:
        data = json.loads(body)
    except (ValueError, RecursionError):
        return  # told as what it is, where it is read
    for wrong, reason in _NO_TEXT.items():
        if (place := _with(re.compile(wrong), data, ())) is not None:
            raise Refused([FieldError(path_of(place) or "document", reason, "whole characters, such as are written")])


_NO_TEXT = {
    "[\ud800-\udfff]": "half of a character stands in this text",  # no file and no database can hold it
    "[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]": "a character that controls a machine stands in this text",
}


def _with(wrong: re.Pattern[str], data: Any, path: tuple[str | int, ...]) -> tuple[str | int, ...] | None:
    """Where a text has such a character in it; None where none has."""
    if isinstance(data, str):
        return path if wrong.search(data) else None
    parts = data.items() if isinstance(data, dict) else enumerate(data) if isinstance(data, list) else ()
    for key, value in parts:
        if isinstance(key, str) and wrong.search(key):
            return path
        if (found := _with(wrong, value, (*path, key))) is not None:
            return found
    return None


_ANSWERING: set[str] = set()  # the names of which an asking is being answered
WROTE = "x-jambo-wrote"  # the lines of the record that an answer tells were written
MOST_TOLD = 400
ONCE = "x-jambo-once"  # the name a write is asked under: asked again under it, it is done once and answered as before


async def _once(name: str, request: Request, handle: Callable[[Request], Coroutine[Any, Any, Response]]) -> Response:
    """Do what is asked under a name of its own, or give the answer it had. Raises Refused for what is no name, or is another's."""
    if not re.fullmatch(r"[A-Za-z0-9-]{1,36}", name):
        raise Refused(
            [FieldError("X-Jambo-Once", "this is no name to ask under", "at most 36 letters, digits and hyphens")]
        )
    db: Database = request.app.state.database
    once = Once(name, f"{request.method} {request.url.path}"[:300])
    while name in _ANSWERING:  # one after the other, whoever is first; and no worker waits with them
        await anyio.sleep(LOOK_SECONDS)
    _ANSWERING.add(name)
    mark = ASKED.set(once)
    try:
        answer = await handle(request)
        if once.done and answer.status_code < 300:
            with contextlib.suppress(StoreFailure):  # it is done: only its answer is not at hand when it is asked again
                await run_in_threadpool(keep, db, once, answer.status_code, bytes(answer.body).decode())
        return answer
    except DoneAlready as before:
        if not before.same:
            raise Refused(
                [FieldError("X-Jambo-Once", "something else was asked under this name", "a name of its own")]
            ) from None
        known = await run_in_threadpool(given_before, db, name)
        status, body = known or (200, "null")
        return Response(body or None, status, media_type="application/json" if body else None)
    finally:
        ASKED.reset(mark)
        _ANSWERING.discard(name)


class Route(APIRoute):
    """How every call of the API is run: for whom it is, its body checked, and tried again where it met others."""

    def __init__(self, path: str, endpoint: Callable[..., Any], **options: Any) -> None:
        super().__init__(path, _again(endpoint), **options)

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        """Let in whom it is for, and check the text of the body before the call reads it."""
        handle = super().get_route_handler()

        async def checked(request: Request) -> Response:
            asker = request.state.asker = await let_in(request, f"{request.method} {self.path}")
            asked = Asked(asker.person)
            mark = ASKED_BY.set(asked)
            try:
                await _check_text(request)
                if (name := request.headers.get(ONCE)) is None or request.method == "GET":
                    answer = await handle(request)
                else:
                    answer = await _once(name, request, handle)
                answer = as_seen(asker, answer)
                if asked.lines:  # so that a page that is told what others write knows its own
                    answer.headers[WROTE] = ",".join(map(str, asked.lines[-MOST_TOLD:]))
                return answer
            finally:
                ASKED_BY.reset(mark)

        return checked
