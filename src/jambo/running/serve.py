"""`jambo demo` and `jambo serve`: database, migrations, front end, web server, in that order; down in reverse."""

from __future__ import annotations

import contextlib
import gc
import os
import signal
import socket
import sys
import threading
import time
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from datetime import UTC, datetime
from functools import partial
from pathlib import Path
from types import FrameType
from typing import cast

import click
import uvicorn
from fastapi import FastAPI

from jambo.api.live import let_go
from jambo.api.people import pairing_address, picture_of
from jambo.children import CHILDREN
from jambo.demo.load import load_if_empty
from jambo.format.problems import Refused
from jambo.jobs.boards import warm_up
from jambo.jobs.people import first_lead, make_code
from jambo.jobs.thinning import thin
from jambo.running import backups, web
from jambo.running.certificates import names_of_machine
from jambo.running.machine import VAR, CommandError, keep_log, listen, need_programs, say
from jambo.running.mariadb import Server
from jambo.running.site import Site
from jambo.running.workers import LOG, Setting, serve_by
from jambo.store.database import Database
from jambo.store.failures import StoreFailure
from jambo.store.migrate import BrokenOff, NewerDatabase, migrate, pending
from jambo.views.paper.faces import PACKAGES

USUAL_PORT = 8137
LEAVE_SECONDS = 2  # for requests under way when it is stopped; one that never ends does not hold it up
LAST_SECONDS = 3.5  # after which it is ended whatever it is doing
PAUSES = (1.0, 2.0, 4.0, 8.0, 15.0, 30.0)  # between tries to start a database that does not start


class _Server(uvicorn.Server):
    """A web server that is told to end once: searches end with it, and what does not end in time is left where it is."""

    def __init__(self, config: uvicorn.Config, last: Callable[[], None] | None) -> None:
        super().__init__(config)
        self.last = last

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        """End; whoever listens is let go first, since they would never end."""
        let_go(cast(FastAPI, self.config.app))
        await super().shutdown(sockets)

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


def type_for_paper() -> None:
    """Have the type for paper on the machine; where it cannot be, everything else goes on without it."""
    try:
        need_programs(map(str, PACKAGES))
    except CommandError as lacking:
        say(f"nothing can be printed at full size: {lacking.message}")


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


def _thin(owner: str) -> None:
    """Let go what need not be kept of old versions, once what is there stands in a backup."""
    try:
        with contextlib.closing(Database(owner)) as database:
            if count := thin(database, datetime.now(UTC)):
                say(f"let the content of {count:,} old versions go; they stand in the backups until those are dropped")
    except StoreFailure as failure:
        say(f"old versions were not thinned: {failure.reason}")


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


def lead_of(database: Database, *, wanted: bool) -> tuple[int, str] | None:
    """Who leads: number and name, None where nobody is asked for. Raises CommandError while nobody does and others are to be let in."""
    lead = first_lead(database) if wanted else None
    if wanted and lead is None:
        raise CommandError(
            "nobody leads yet, and anybody on the network would be as good as a lead. First: ./jambo lead NAME"
        )
    return lead


def open_to_phones(database: Database, site: Site, person: int, name: str) -> None:
    """Answer on the site's network, and say how a phone of the lead gets in. Raises CommandError.

    Args:
        database: where people are kept; site: the door to the network; person, name: of the lead.
    """
    try:
        site.open()
    except Refused as refused:
        raise CommandError(refused.errors[0].reason) from None
    say(f"phones reach it at {', '.join(site.addresses()) or 'no address: this machine is on no network'}")
    say(f"its certificate is {site.fingerprint()}")
    tell_code(name, make_code(database, person)[0], site.addresses())


def tell_code(name: str, code: str, addresses: Sequence[str]) -> None:
    """Show a code that pairs a phone of somebody, with the picture to point it at where there is an address; the log has none of it."""
    click.echo(f"jambo: {name}’s phone is paired once, within ten minutes, by the code {code[:4]}-{code[4:]}", err=True)
    if addresses:
        click.echo(f"jambo: or by this picture of {pairing_address(addresses[0], code)}", err=True)
        picture_of(addresses[0], code).terminal(sys.stderr, compact=True)


def serve(
    port: int | None,
    *,
    demo: bool,
    hosts: Sequence[str] = (),
    open_site: bool = False,
    site_port: int | None = None,
    certificate: tuple[Path, Path] | None = None,
    workers: int = 1,
) -> None:
    """Serve until Ctrl-C. Everything started here is stopped here, and nothing else.

    Args:
        port: where to listen on 127.0.0.1; the usual port or a free one if None.
        demo: load the demo jobs when no job was ever kept.
        hosts: names this machine is called by beside the loopback ones, for a proxy of one's own in front: then everybody signs in.
        open_site: answer phones on the site's network; site_port: at which port; certificate: with its key, in the place of our own.
        workers: processes that answer.
    """
    # A plain kill must end like Ctrl-C: the database goes down cleanly with us.
    signal.signal(signal.SIGTERM, lambda *_: signal.raise_signal(signal.SIGINT))
    keep_log(VAR / LOG)
    listener = listen(port, USUAL_PORT)
    ended = threading.Event()
    try:
        dist = web.build()
        type_for_paper()
        with _database() as (url, owner, server):
            database = open_database(url, owner, backups.folder())
            if demo:
                load_if_empty(database)
            setting = Setting(
                url, str(dist), (*hosts, *names_of_machine()), not hosts, site_port,
                (str(certificate[0]), str(certificate[1])) if certificate else None,
            )  # fmt: skip
            site = setting.site()
            lead = lead_of(database, wanted=open_site or bool(hosts))
            if server:
                threading.Thread(target=keep_alive, args=(server, ended), daemon=True).start()
            daily = partial(backups.keep_daily, url, backups.folder(), ended, then=partial(_thin, owner))
            threading.Thread(target=daily, daemon=True).start()
            threading.Thread(target=_warm, args=(database,), daemon=True).start()
            say(f"ready at http://127.0.0.1:{listener.getsockname()[1]}/ (Ctrl-C stops it)")
            if site is not None:
                site.close()  # what was open when the last one was killed
                if lead is not None:
                    open_to_phones(database, site, *lead)
            if workers > 1:
                serve_by(workers, setting, listener)
            else:
                app = setting.application(database, site)
                web_server(app, partial(_leave, server)).run(sockets=[listener])
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
