"""What every request passes on its way in, and every answer on its way out.

In: whether it is meant for this machine (its host) and comes from its own pages (its origin), so that no website a
browser has open can reach the jobs through it. Out: a number for the request, what a browser may do with the page, a
line in the log for every answer of 5xx, and a fault told in words instead of a broken connection.
"""

from __future__ import annotations

import json
import logging
import time
import uuid
from collections.abc import Sequence
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.exceptions import HTTPException
from starlette.requests import ClientDisconnect
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from jambo.format.job_file import MOST_SENT as MOST_JOB
from jambo.format.picture import MOST_BYTES as MOST_PICTURE

_LOG = logging.getLogger("jambo.api")

MOST_BYTES = 1_000_000
TOO_LARGE = "too large", "the request is larger than a megabyte, or its photograph than two"
LOOPBACK = ("127.0.0.1", "localhost", "::1")
# scripts are our own files alone; styles may stand in the page, because Mantine writes its variables there
POLICY = (
    "default-src 'none'; script-src 'self'; worker-src 'self'; style-src 'self' 'unsafe-inline'; font-src 'self'; img-src 'self' data:; "
    "connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
PROTECTION = {
    "content-security-policy": POLICY,
    "x-content-type-options": "nosniff",
    "x-frame-options": "DENY",
    "referrer-policy": "same-origin",
    "cross-origin-resource-policy": "same-origin",
}


class Gate:
    """The outermost layer of the application.

    Args:
        app: what is behind it.
        hosts: names and addresses this machine is called by, beside the loopback ones.
    """

    def __init__(self, app: ASGIApp, hosts: Sequence[str] = ()) -> None:
        self.app = app
        self.hosts = frozenset(host.lower() for host in (*LOOPBACK, *hosts))

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Let a request through, or answer it here."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        number, began, status = uuid.uuid4().hex[:12], time.monotonic(), 0

        async def out(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
                headers = MutableHeaders(scope=message)
                headers["x-request-id"] = number
                for name, value in PROTECTION.items():
                    headers[name] = value
                if status >= 500:
                    spent = (time.monotonic() - began) * 1000
                    asked = f"{scope['method']} {scope['path']}"
                    _LOG.warning("%d %s after %.0f ms, request %s", status, asked, spent, number)
            await send(message)

        taken, most = 0, _most(scope["path"])

        async def limited() -> Message:
            nonlocal taken
            message = await receive()
            taken += len(message.get("body", b""))
            if taken > most:  # one that does not say how long it is
                raise HTTPException(413)
            return message

        refused = self._refusal(scope, most)
        if refused is not None:
            await _answer(out, *refused)
            return
        scope.setdefault("state", {})["request"] = number
        try:
            await self.app(scope, limited, out)
        except ClientDisconnect:
            _LOG.info("request %s: %s %s was broken off", number, scope["method"], scope["path"])
        except Exception:
            _LOG.exception("request %s: %s %s failed", number, scope["method"], scope["path"])
            if status:
                raise  # half an answer is out already: the connection must break
            said = f"a fault in Jambo, noted as request {number}. Nothing already saved is lost"
            await _answer(out, 500, "fault", said, number)

    def _refusal(self, scope: Scope, most: int) -> tuple[int, str, str] | None:
        """Say why a request is not meant for us, or None."""
        headers = Headers(scope=scope)
        host = headers.get("host", "")
        name = name_in(host)
        if name not in self.hosts and not _own_address(scope, name):
            said = f"this Jambo does not answer to {host[:60]!r}; start it with --host {name[:60]} if it should"
            return 421, "wrong host", said
        origin = headers.get("origin")
        if origin is not None and urlsplit(origin).netloc.lower() != host.lower():
            return 403, "wrong origin", f"a page of {origin[:60]!r} may not use this Jambo"
        length = headers.get("content-length", "0")
        if not length.isdecimal() or int(length[:20]) > most:
            return 413, *TOO_LARGE
        return None


def _most(path: str) -> int:
    """How many bytes may be sent to an address."""
    if path == "/api/job-files":
        return MOST_JOB
    return MOST_PICTURE if path.startswith("/api/") and path.endswith("/photos") else MOST_BYTES


def _own_address(scope: Scope, name: str) -> bool:
    """Whether a request names the very address it came in at: a number, which no website can have pointed at this machine."""
    return scope["scheme"] == "https" and bool(scope.get("server")) and name == scope["server"][0].lower()


def name_in(host: str) -> str:
    """The name in a Host header, without its port and brackets; "" where it is none."""
    try:
        return (urlsplit(f"//{host}").hostname or "").lower()
    except ValueError:
        return ""


async def _answer(send: Send, status: int, error: str, reason: str, request: str | None = None) -> None:
    said = {"error": error, "reason": reason, **({"request": request} if request else {})}
    body = json.dumps(said, ensure_ascii=True).encode()
    headers = [(b"content-type", b"application/json"), (b"content-length", str(len(body)).encode())]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": body})
