"""A whole Jambo for the length of a `with`: throw-away database, application, web server on a free port."""

from __future__ import annotations

import tempfile
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from fastapi import FastAPI

from jambo.api.app import create_app
from jambo.demo.load import load_if_empty
from jambo.running import web
from jambo.running.machine import CommandError, listen
from jambo.running.mariadb import Server
from jambo.running.serve import open_database, type_for_paper, web_server
from jambo.running.site import Site
from jambo.store.database import Database

PHONES_COME_TO = "127.0.0.2"


@dataclass(frozen=True)
class Local:
    """A running Jambo: its address, its database, and the database server behind it."""

    url: str
    database: Database
    server: Server


@contextmanager
def serving(app: FastAPI, port: int = 0) -> Iterator[str]:
    """Serve an application on a port, or a free one, the way the command does; gives its address."""
    listener = listen(port, port)
    server = web_server(app)
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
    thread.start()
    try:
        while not server.started:
            if not thread.is_alive():
                raise CommandError("the web server did not start")
            time.sleep(0.01)
        yield f"http://127.0.0.1:{listener.getsockname()[1]}"
    finally:
        server.should_exit = True
        thread.join(10)


@contextmanager
def running(*, demo: bool = False, front_end: bool = True) -> Iterator[Local]:
    """Run a Jambo of its own in a temporary folder, gone with everything in it afterwards."""
    dist = web.build() if front_end else None
    type_for_paper()
    with tempfile.TemporaryDirectory(prefix="jambo-") as folder, Server(Path(folder)) as server:
        database = open_database(server.url, server.owner_url)
        if demo:
            load_if_empty(database)
        try:
            # phones come to an address of this machine that is not the machine's own name
            site = Site(Path(folder) / "tls", 0, numbers=lambda: [PHONES_COME_TO])
            with serving(create_app(database, dist, demo=load_if_empty, site=site)) as url:
                yield Local(url, database, server)
        finally:
            database.close()
