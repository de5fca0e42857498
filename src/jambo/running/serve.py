"""`jambo demo` and `jambo serve`: database, migrations, front end, web server, in that order; down in reverse."""

from __future__ import annotations

import os
import signal
import socket
import threading
from collections.abc import Iterator
from contextlib import contextmanager

import uvicorn

from jambo.api.app import create_app
from jambo.api.jobs import warm_up
from jambo.running import web
from jambo.running.machine import VAR, Trouble, port_is_free, say
from jambo.running.mariadb import Server
from jambo.store.database import Database, Unreachable

USUAL_PORT = 8137


def _listen(port: int | None) -> socket.socket:
    """Take the port asked for, or the usual one, or a free one. Raises Trouble when the one asked for is taken."""
    if port is not None and not port_is_free(port):
        raise Trouble(f"port {port} is taken by another program. Leave --port out to use a free one.")
    wanted = port or (USUAL_PORT if port_is_free(USUAL_PORT) else 0)
    listener = socket.socket()
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    listener.bind(("127.0.0.1", wanted))
    return listener


@contextmanager
def _database_url() -> Iterator[tuple[str, Server | None]]:
    if given := os.environ.get("JAMBO_DATABASE_URL"):
        yield given, None
        return
    with Server(VAR / "db") as server:
        yield server.url, server


def open_database(url: str) -> Database:
    """Connect and migrate. Raises Trouble when the address is wrong or nobody answers there."""
    try:
        database = Database(url)
        database.migrate()
    except ValueError as error:
        raise Trouble(str(error)) from None
    except Exception as error:  # PooledDB connects at once; whatever it raises means the same to the user
        if isinstance(error, Unreachable) or type(error).__module__.startswith("pymysql"):
            raise Trouble(f"the database does not answer: {error}") from None
        raise
    return database


def _keep_alive(server: Server, ended: threading.Event) -> None:
    """Start the database again if it is killed under us."""
    while not ended.wait(1.0):
        try:
            if server.revive():
                say("the database had stopped; it runs again")
        except Trouble as trouble:
            say(trouble.message)


def serve(port: int | None, *, demo: bool) -> None:
    """Serve until Ctrl-C. Everything started here is stopped here, and nothing else."""
    # A plain kill must end like Ctrl-C: the database goes down cleanly with us.
    signal.signal(signal.SIGTERM, lambda *_: signal.raise_signal(signal.SIGINT))
    listener = _listen(port)
    dist = web.build()
    ended = threading.Event()
    try:
        with _database_url() as (url, server):
            database = open_database(url)
            if demo:
                from jambo.demo.load import load_if_empty

                load_if_empty(database)
            if server:
                threading.Thread(target=_keep_alive, args=(server, ended), daemon=True).start()
            threading.Thread(target=warm_up, args=(database,), daemon=True).start()
            listener.listen(128)  # whoever reads the next line and calls at once waits in line instead of being refused
            say(f"ready at http://127.0.0.1:{listener.getsockname()[1]}/ (Ctrl-C stops it)")
            config = uvicorn.Config(create_app(database, dist), log_level="warning", access_log=False)
            uvicorn.Server(config).run(sockets=[listener])
            ended.set()
            database.close()
    except KeyboardInterrupt:
        pass
    finally:
        ended.set()
    say("stopped")
