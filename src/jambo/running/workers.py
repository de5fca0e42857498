"""More than one process: each an application of its own on the same address, over one database, started anew if it dies."""

from __future__ import annotations

import gc
import json
import multiprocessing
import os
import threading
import time
from dataclasses import asdict, dataclass
from functools import partial
from pathlib import Path
from socket import socket

import uvicorn
from fastapi import FastAPI
from uvicorn.supervisors import Multiprocess

from jambo.api.app import create_app
from jambo.demo.load import load_if_empty
from jambo.running.machine import VAR, keep_log, room_told, say
from jambo.running.site import Site
from jambo.store.database import Database

ENV = "JAMBO_WORKER"
LOG = "log/jambo.log"
START_SECONDS = 60  # a worker that says nothing for so long is started anew
LAST_SECONDS = 5.0  # after which one that was told to end is ended


@dataclass(frozen=True)
class Setting:
    """What every worker is started with: the database, the front end, the names it is asked by, and the door to phones.

    `opens` says whether phones may be let in here, or a proxy sees to that.
    """

    url: str
    dist: str
    hosts: tuple[str, ...]
    opens: bool
    site_port: int | None
    certificate: tuple[str, str] | None

    def site(self) -> Site | None:
        """The door to phones, None behind a proxy."""
        given = (Path(self.certificate[0]), Path(self.certificate[1])) if self.certificate else None
        return Site(VAR / "tls", self.site_port, given) if self.opens else None

    def application(self, database: Database, site: Site | None) -> FastAPI:
        """The application over a database, with a door to phones if it has one."""
        told = partial(room_told, VAR)
        return create_app(database, Path(self.dist), self.hosts, told, load_if_empty, site, proxied=not self.opens)


def application() -> FastAPI:
    """The application of one worker, as its environment says."""
    gc.disable()
    said = json.loads(os.environ[ENV])
    keep_log(VAR / LOG, beside=True)
    setting = Setting(**said)
    threading.Timer(1, gc.enable).start()
    threading.Thread(target=_end_with_parent, daemon=True).start()
    return setting.application(Database(setting.url), setting.site())


def _end_with_parent() -> None:
    """End with the process that started this one, also where that was killed."""
    if (parent := multiprocessing.parent_process()) is not None:
        parent.join()
    os._exit(0)


class _Workers(Multiprocess):
    """Workers that end when they are told to, or soon after."""

    def join_all(self) -> None:
        """Wait for all of them, and not for ever."""
        last = time.monotonic() + LAST_SECONDS
        for one in self.processes:
            one.process.join(max(0.0, last - time.monotonic()))
            if one.process.is_alive():
                one.kill()


def serve_by(workers: int, setting: Setting, listener: socket) -> None:
    """Serve by so many processes until a signal comes.

    Args:
        workers: how many; setting: what each is started with; listener: the socket all of them answer on.
    """
    os.environ[ENV] = json.dumps(asdict(setting))
    config = uvicorn.Config(
        "jambo.running.workers:application", factory=True, workers=workers, log_config=None, log_level="warning",
        access_log=False, server_header=False, timeout_graceful_shutdown=2, timeout_worker_healthcheck=START_SECONDS,
    )  # fmt: skip
    say(f"{workers} processes answer")
    _Workers(config, sockets=[listener]).run()
