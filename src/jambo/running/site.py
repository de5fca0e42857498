"""Answering phones on a site's network: TLS beside the plain address of the machine itself, opened and closed while Jambo runs."""

from __future__ import annotations

import asyncio
import contextlib
import socket
import ssl
import time
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import cast

import psutil
import uvicorn
from fastapi import FastAPI

from jambo.api.live import let_go
from jambo.format.problems import FieldError, Refused
from jambo.running.certificates import Certificates, fingerprint
from jambo.running.machine import CommandError, listen, say

USUAL_PORT = 8138
LOOK_SECONDS = 15.0  # between looks whether the machine has other addresses now
FOLLOW_MOST = 3.0
FOLLOW_SECONDS = 0.2  # between looks whether the door is to be open
ANYWHERE = "0.0.0.0"
LINK_LOCAL = "169.254."


def own_addresses() -> list[str]:
    """The numbers of this machine on its networks, those of its own interfaces to itself left out."""
    up = {name for name, state in psutil.net_if_stats().items() if state.isup}
    found = [
        one.address
        for name, ones in psutil.net_if_addrs().items()
        if name in up
        for one in ones
        if one.family == socket.AF_INET and not one.address.startswith("127.")
    ]
    return sorted(set(found), key=lambda one: (one.startswith(LINK_LOCAL), found.index(one)))


class _Server(uvicorn.Server):
    """A second web server in the same loop: signals are the first one's."""

    @contextlib.contextmanager
    def capture_signals(self) -> Iterator[None]:
        """Leave signals to the first."""
        yield

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        """End; whoever listens is let go first, since they would never end."""
        let_go(cast(FastAPI, self.config.app))
        await super().shutdown(sockets)


class Site:
    """The door to a site's network. Several processes share one: where one opens or closes it the others follow within a second.

    Args:
        folder: where the machine's own certificates lie, and whether the door is open; port: to listen on, the usual or a free one if
        None; given: a certificate and its key, as files, in the place of the machine's own; numbers: gives those of the machine.
    """

    def __init__(
        self,
        folder: Path,
        port: int | None = None,
        given: tuple[Path, Path] | None = None,
        numbers: Callable[[], list[str]] = own_addresses,
    ) -> None:
        self._own, self._given, self._port, self._numbers = Certificates(folder), given, port, numbers
        self._open = folder / "open"  # holds the port while the door is open
        self._app: FastAPI | None = None
        self._server: _Server | None = None
        self._loaded = b""
        self._tasks: list[asyncio.Task[None]] = []

    def run_in(self, app: FastAPI) -> None:
        """Answer for an application, in the loop that runs now, whenever the door is open."""
        self._app = app
        self._tasks.append(asyncio.get_running_loop().create_task(self._watch()))

    def open(self) -> None:
        """Answer on the network of the site. Raises Refused where that cannot be."""
        if self._port_of() is not None:
            return
        try:
            self._made_context()
            with listen(self._port, USUAL_PORT, ANYWHERE, "--site-port") as free:
                port = free.getsockname()[1]
            self._open.parent.mkdir(mode=0o700, parents=True, exist_ok=True)
            self._open.write_text(str(port))
            self._until(lambda: self._server is not None and self._server.started)
        except CommandError as error:
            raise Refused([FieldError("site", error.message, "a port and a certificate that can be used")]) from None

    def close(self) -> None:
        """Answer at the machine alone."""
        self._open.unlink(missing_ok=True)
        self._until(lambda: self._server is None)

    def _until(self, followed: Callable[[], bool]) -> None:
        """Wait until this process has followed, if it answers at all: whoever is told that the door is open comes at once."""
        last = time.monotonic() + FOLLOW_MOST
        while self._app is not None and not followed() and time.monotonic() < last:
            time.sleep(0.02)

    async def ended(self) -> None:
        """Answer no more in this process, and wait until it does not."""
        if self._server is not None:
            self._server.should_exit = True
        for task in self._tasks[:1]:
            task.cancel()
        if self._tasks:
            await asyncio.wait(self._tasks, timeout=3)

    def _port_of(self) -> int | None:
        try:
            return int(self._open.read_text())
        except (OSError, ValueError):
            return None

    def addresses(self) -> list[str]:
        """Where phones reach this machine now; none while the door is closed."""
        port = self._port_of()
        return [] if port is None else [f"https://{address}:{port}" for address in self._numbers()]

    def fingerprint(self) -> str:
        """By what a phone knows that it is this machine."""
        try:
            return fingerprint(self._files()[0])
        except (OSError, ValueError):
            return ""

    def authority(self) -> bytes | None:
        """The certificate a phone can be told to trust; None where one was given, or none is made yet."""
        own = self._own.authority
        return own.read_bytes() if self._given is None and own.exists() else None

    def _files(self) -> tuple[Path, Path]:
        return self._given or (self._own.certificate, self._own.key)

    def _made_context(self) -> ssl.SSLContext:
        context = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
        context.minimum_version = ssl.TLSVersion.TLSv1_2
        try:
            if self._given is None:
                self._own.issue(self._numbers())
            context.load_cert_chain(*self._files())
            self._loaded = self._files()[0].read_bytes()
        except (OSError, ValueError) as error:
            where = getattr(error, "filename", None) or self._files()[0]
            raise CommandError(f"{where}: this certificate cannot be used: {error}") from None
        return context

    async def _watch(self) -> None:
        """Follow the door, and have a certificate for every address the machine comes to: who was on one network is on the next."""
        context: ssl.SSLContext | None = None
        last = 0.0
        while True:
            port = self._port_of()
            try:
                if port is None and self._server is not None:
                    self._server.should_exit, self._server = True, None
                elif port is not None and self._server is None:
                    context = await asyncio.to_thread(self._made_context)
                    self._begin(context, _shared(port))
                elif context is not None and time.monotonic() - last > LOOK_SECONDS:
                    last = time.monotonic()
                    await asyncio.to_thread(self._look_at, context)
            except (CommandError, OSError, ValueError) as trouble:
                say(f"phones do not reach this Jambo: {trouble}")
                await asyncio.sleep(LOOK_SECONDS)
            await asyncio.sleep(FOLLOW_SECONDS)

    def _look_at(self, context: ssl.SSLContext) -> None:
        """Load the certificate if it is another one by now."""
        if self._given is None:
            self._own.issue(self._numbers())
        now = self._files()[0].read_bytes()
        if now != self._loaded:
            context.load_cert_chain(*self._files())
            self._loaded = now
            say(f"phones reach this Jambo at {', '.join(self.addresses()) or 'no address now'}")

    def _begin(self, context: ssl.SSLContext, listener: socket.socket) -> None:
        """Start the second server. In the loop."""
        assert self._app is not None
        config = uvicorn.Config(
            self._app, log_config=None, log_level="warning", access_log=False, server_header=False, lifespan="off",
            proxy_headers=False, timeout_graceful_shutdown=1,
        )  # fmt: skip
        config.load()
        config.ssl = context
        self._server = server = _Server(config)
        self._tasks.append(asyncio.get_running_loop().create_task(self._serve(server, listener)))

    async def _serve(self, server: _Server, listener: socket.socket) -> None:
        try:
            await server.serve(sockets=[listener])
        finally:
            listener.close()


def _shared(port: int) -> socket.socket:
    """A socket on a port that the other processes of this Jambo answer on too."""
    listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEPORT, 1)
    try:
        listener.bind((ANYWHERE, port))
        listener.listen(128)
    except OSError:
        listener.close()
        raise
    return listener
