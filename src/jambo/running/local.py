"""A whole Jambo for the length of a `with`: throw-away database, application, web server on a free port."""

from __future__ import annotations

import tempfile
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

import uvicorn

from jambo.api.app import create_app
from jambo.demo.load import load_if_empty
from jambo.running import web
from jambo.running.machine import Trouble, free_port
from jambo.running.mariadb import Server
from jambo.store.database import Database


@dataclass(frozen=True)
class Local:
    """A running Jambo: its address, its database, and the database server behind it."""

    url: str
    database: Database
    server: Server


@contextmanager
def running(*, demo: bool = False, front_end: bool = True) -> Iterator[Local]:
    """Run a Jambo of its own in a temporary folder, gone with everything in it afterwards."""
    dist = web.build() if front_end else None
    with tempfile.TemporaryDirectory(prefix="jambo-") as folder, Server(Path(folder)) as server:
        database = Database(server.url)
        database.migrate()
        if demo:
            load_if_empty(database)
        port = free_port()
        web_server = uvicorn.Server(
            uvicorn.Config(
                create_app(database, dist), host="127.0.0.1", port=port, log_level="warning", access_log=False
            )
        )
        thread = threading.Thread(target=web_server.run, daemon=True)
        thread.start()
        try:
            while not web_server.started:
                if not thread.is_alive():
                    raise Trouble("the web server did not start")
                time.sleep(0.01)
            yield Local(f"http://127.0.0.1:{port}", database, server)
        finally:
            web_server.should_exit = True
            thread.join(10)
            database.close()
