"""Who asks: by the token their device shows, or, on the machine itself, by nothing at all; and whether what they ask is theirs to ask."""

from __future__ import annotations

from typing import Any

import orjson
from fastapi import Request, Response
from starlette.concurrency import run_in_threadpool

from jambo.api.gate import LOOPBACK, name_in
from jambo.api.may import MAY, TRADE_SHEET, allows
from jambo.jobs import people
from jambo.jobs.people import AT_THE_MACHINE, NOBODY, Asker, NotForYou, NotSignedIn
from jambo.store.kept import NotFound

COOKIES = {
    "https": "__Host-jambo",
    "http": "jambo",
}  # by scheme: what is bound to this host alone is sent over TLS alone
YEAR_SECONDS = 365 * 24 * 3600
_PASSED_ON = ("forwarded", "x-forwarded-for", "x-forwarded-host", "x-real-ip", "via")


def at_the_machine(request: Request) -> bool:
    """Whether somebody sits at this machine: asked of it by its own name, and passed on by nobody."""
    near = request.client is not None and request.client.host in LOOPBACK
    named = name_in(request.headers.get("host", "")) in LOOPBACK
    passed_on = request.app.state.proxied or any(header in request.headers for header in _PASSED_ON)
    return near and named and not passed_on


def token_of(request: Request) -> str | None:
    """The token a device shows, None where it shows none."""
    return next((request.cookies[name] for name in COOKIES.values() if request.cookies.get(name)), None)


async def asker_of(request: Request) -> Asker:
    """Say who asks. Raises StoreFailure where that cannot be looked up."""
    token = token_of(request)
    asker = await run_in_threadpool(people.who_shows, request.app.state.database, token) if token else NOBODY
    return AT_THE_MACHINE if asker.role is None and at_the_machine(request) else asker


async def let_in(request: Request, route: str) -> Asker:
    """Say who asks for a route; it is theirs to ask. Raises NotSignedIn, NotForYou, NotFound for what is not shared, StoreFailure.

    Args:
        request: what is asked; route: its method and template, as the table of `may` names it.
    """
    asker = await asker_of(request)
    level = MAY.get(route, "lead")
    if allows(asker.role, level):
        if asker.role == "looker":
            await _shared(request, asker, route)
        return asker
    if asker.role is None:
        raise NotSignedIn(
            "you are signed in here no more" if token_of(request) else "nobody is signed in on this phone or computer"
        )
    leads = await run_in_threadpool(people.leads_named, request.app.state.database)
    looking = asker.role == "looker"
    raise NotForYou(
        f"you look on, and change nothing here; ask {leads}" if looking else f"this is for a lead to do; ask {leads}"
    )


async def _shared(request: Request, asker: Asker, route: str) -> None:
    """Let one who looks on see what is shared with them. Raises NotFound for the rest, as for what is not there."""
    for of, said in request.path_params.items():
        if of not in ("job_id", "opening_id", "wall_id", "photo_id"):
            continue
        known = said.isdecimal() and len(said) < 19
        trade = (
            await run_in_threadpool(people.may_look, request.app.state.database, asker, of, int(said))
            if known
            else None
        )
        whole = trade == ""
        own = trade is not None and route == TRADE_SHEET and request.path_params.get("trade") == trade
        if not whole and not own:
            raise NotFound(f"{of.removesuffix('_id')} {said[:20]}")


def as_seen(asker: Asker, answer: Response) -> Response:
    """An answer as somebody may see it: one who looks on sees no prices."""
    if asker.role != "looker" or answer.media_type != "application/json" or not answer.body:
        return answer
    seen: Any = people.without_prices(orjson.loads(answer.body))
    return Response(orjson.dumps(seen), answer.status_code, media_type=answer.media_type)


def remember(request: Request, answer: Response, token: str | None) -> None:
    """Have a device show a token from now on, or none."""
    scheme = "https" if request.url.scheme == "https" else "http"
    how: dict[str, Any] = {"path": "/", "httponly": True, "samesite": "strict", "secure": scheme == "https"}
    if token is None:
        for name in COOKIES.values():
            answer.delete_cookie(name, **how | {"secure": name == COOKIES["https"]})
    else:
        answer.set_cookie(COOKIES[scheme], token, max_age=YEAR_SECONDS, **how)
