"""`jambo demo` and `jambo serve`: database, migrations, front end, web server, in that order; down in reverse."""

from __future__ import annotations

import contextlib
import errno
import gc
import os
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from functools import partial
from pathlib import Path
from types import FrameType

import uvicorn
from fastapi import FastAPI

from jambo.api.app import create_app
from jambo.children import CHILDREN
from jambo.jobs.boards import warm_up
from jambo.running import backups, web
from jambo.running.machine import VAR, CommandError, keep_log, room_told, say
from jambo.running.mariadb import Server
from jambo.store.database import Database
from jambo.store.failures import StoreFailure
from jambo.store.migrate import BrokenOff, NewerDatabase, migrate, pending

USUAL_PORT = 8137
WAITING = 128  # calls that may wait in line while everything starts
LEAVE_SECONDS = 2  # for requests under way when it is stopped; one that never ends does not hold it up
LAST_SECONDS = 3.5  # after which it is ended whatever it is doing
PAUSES = (1.0, 2.0, 4.0, 8.0, 15.0, 30.0)  # between tries to start a database that does not start


def listen(port: int | None) -> socket.socket:
    """Listen on the port asked for, or the usual one, or a free one. Raises CommandError when the one asked for is taken.

    From here on whoever calls waits in line until the application answers. The protocol is named so that the event
    loop sends small answers at once instead of gathering them (TCP_NODELAY).
    """
    for wanted in (port,) if port is not None else (USUAL_PORT, 0):
        listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listener.bind(("127.0.0.1", wanted))
            listener.listen(WAITING)
        except OSError as error:
            listener.close()
            if error.errno != errno.EADDRINUSE:
                raise CommandError(f"port {wanted} cannot be listened on: {error.strerror}.") from None
        else:
            return listener
    raise CommandError(f"port {port} is taken by another program. Leave --port out to use a free one.")


class _Server(uvicorn.Server):
    """A web server that is told to end once: searches end with it, and what does not end in time is left where it is."""

    def __init__(self, config: uvicorn.Config, last: Callable[[], None] | None) -> None:
        super().__init__(config)
        self.last = last

    def handle_exit(self, sig: int, frame: FrameType | None) -> None:
        """A signal to end."""
        if self.last is not None and not self.should_exit:
            threading.Thread(target=self._end_in_time, args=(self.last,), daemon=True).start()
        super().handle_exit(sig, frame)

    def _end_in_time(self, last: Callable[[], None]) -> None:
        CHILDREN.stop()  # whoever waits for a search is answered with what there is
        time.sleep(LAST_SECONDS)
        last()


def web_server(app: FastAPI, last: Callable[[], None] | None = None) -> uvicorn.Server:
    """The web server of an application, as every command and every test runs it: give it `listen`'s socket.

    Args:
        app: the application; last: what is done when it was told to end and has not after `LAST_SECONDS`.
    """
    config = uvicorn.Config(
        app,
        log_config=None,
        log_level="warning",
        access_log=False,
        server_header=False,
        timeout_graceful_shutdown=LEAVE_SECONDS,
    )
    return _Server(config, last)


@contextmanager
def _database() -> Iterator[tuple[str, str, Server | None]]:
    """The addresses of the database, for the application and for the owner of its tables, and the server if it is ours."""
    if given := os.environ.get("JAMBO_DATABASE_URL"):
        yield given, os.environ.get("JAMBO_DATABASE_OWNER_URL", given), None
        return
    with Server(VAR / "db") as server:
        yield server.url, server.owner_url, server


def open_database(url: str, owner: str, backups_in: Path | None = None) -> Database:
    """Bring a database up to date and connect to it. Raises CommandError that says what stands in the way.

    Args:
        url, owner: addresses of the database, as for `migrate`; backups_in: where it is kept as it was before it is brought up to date.
    """
    try:
        todo, had = pending(owner)
        if todo and had and backups_in is not None:
            made = backups.keep(owner, backups_in, f"before-{todo[0][:4]}")
            say(f"kept the database as it was before the upgrade: {made}")
        for name in migrate(owner, url):
            say(f"brought the database up to date: {name}")
        return Database(url)
    except StoreFailure as failure:
        detail = f" ({failure})" if str(failure) not in failure.reason else ""
        raise CommandError(f"{failure.reason}{detail}") from None
    except (ValueError, NewerDatabase, BrokenOff) as error:
        raise CommandError(str(error)) from None
    except OSError as error:
        raise CommandError(
            f"the database is not brought up to date, since no backup can be kept first: {error}"
        ) from None


def _warm(database: Database) -> None:
    try:
        with contextlib.suppress(StoreFailure):  # then the first list is as slow as it is, and says what is the matter
            warm_up(database)
    finally:
        gc.enable()


def keep_alive(server: Server, ended: threading.Event, pauses: Sequence[float] = PAUSES) -> None:
    """Start the database again whenever it is killed under us, with longer and longer pauses while it does not start."""
    failed = 0
    while not ended.wait(pauses[min(failed, len(pauses) - 1)]):
        try:
            if server.revive():
                say("the database had stopped; it runs again")
            failed = 0
        except CommandError as trouble:
            failed += 1
            say(f"{trouble.message}; trying again in {pauses[min(failed, len(pauses) - 1)]:.0f} s")


def serve(port: int | None, *, demo: bool, hosts: Sequence[str] = ()) -> None:
    """Serve until Ctrl-C. Everything started here is stopped here, and nothing else.

    Args:
        port: where to listen on 127.0.0.1; the usual port or a free one if None.
        demo: load the demo jobs when no job was ever kept.
        hosts: names this machine is called by beside the loopback ones, for a proxy of one's own in front.
    """
    # A plain kill must end like Ctrl-C: the database goes down cleanly with us.
    signal.signal(signal.SIGTERM, lambda *_: signal.raise_signal(signal.SIGINT))
    keep_log(VAR / "log/jambo.log")
    listener = listen(port)
    ended = threading.Event()
    try:
        dist = web.build()
        with _database() as (url, owner, server):
            database = open_database(url, owner, backups.folder())
            if demo:
                from jambo.demo.load import load_if_empty

                load_if_empty(database)
            if server:
                threading.Thread(target=keep_alive, args=(server, ended), daemon=True).start()
            threading.Thread(target=backups.keep_daily, args=(url, backups.folder(), ended), daemon=True).start()
            threading.Thread(target=_warm, args=(database,), daemon=True).start()
            say(f"ready at http://127.0.0.1:{listener.getsockname()[1]}/ (Ctrl-C stops it)")
            web_server(create_app(database, dist, hosts, partial(room_told, VAR)), partial(_leave, server)).run(
                sockets=[listener]
            )
            ended.set()
            database.close()
    except KeyboardInterrupt:
        pass
    finally:
        ended.set()
        listener.close()
    _leave(None)


def _leave(server: Server | None) -> None:
    """End this process now: what was acknowledged is kept, and a thread that is still at something holds nothing up."""
    if server is not None:
        server.close()
    say("stopped")
    sys.stderr.flush()
    os._exit(0)
