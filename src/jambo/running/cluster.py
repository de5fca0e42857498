"""Three database servers that are one (Galera), on loopback: to try what Jambo does where one of them dies or is cut off."""

from __future__ import annotations

import getpass
import os
import re
import shutil
import subprocess
import tempfile
import threading
import time
from collections.abc import Iterator, Sequence
from contextlib import ExitStack, contextmanager
from pathlib import Path
from typing import Any

import httpx
import pymysql

from jambo.running.machine import GALERA, CommandError, find, free_port, need_programs
from jambo.running.mariadb import START_SECONDS, Server
from jambo.running.strain import Acknowledged, Outcome, Tally, lost, new_job, served, writing
from jambo.store.database import Database

NODES = 3
# a server that says nothing is out of it after two seconds, not five: so that a trial takes no minutes
GROUP = "evs.keepalive_period=PT0.5S;evs.suspect_timeout=PT2S;evs.inactive_timeout=PT5S;evs.install_timeout=PT5S;gcache.size=64M"
# how a server that comes back is given what it missed: it says where it waits, and is told up to where the others are
HAND_OVER = """#!/bin/sh
while [ $# -gt 0 ]; do
  case $1 in
    --role) role=$2; shift ;;
    --address) address=$2; shift ;;
    --datadir) data=$2; shift ;;
    --gtid) position=$2; shift ;;
    --bypass) missed=1 ;;
  esac
  shift
done
if [ "$role" = joiner ]; then
  waits=${data}missed
  rm -f "$waits"
  echo "ready $waits"
  until [ -s "$waits" ]; do kill -0 "$PPID" || exit 1; sleep 0.05; done
  cat "$waits"
elif [ "$missed" ]; then
  echo "$position" > "$address"
  echo "done $position"
else
  exit 22
fi
"""


class Node(Server):
    """One server of a cluster.

    Args:
        folder: of its data; group: the port each server of the cluster speaks to the others on; number: which of them it is.
    """

    def __init__(self, folder: Path, group: list[int], number: int) -> None:
        super().__init__(folder)
        self.group, self.number, self.catch_up = group, number, free_port()
        self.begins_it = False
        self.environ = {"PATH": f"{self.folder.parent}/bin{os.pathsep}{os.environ['PATH']}"}

    def start(self) -> None:
        """Start it, and wait until it is one with the others; one that was killed takes up where it was."""
        own, others = self.group[self.number], ",".join(f"127.0.0.1:{port}" for port in self.group)
        self.options = [
            "--binlog-format=ROW", "--innodb-autoinc-lock-mode=2", "--log-bin-trust-function-creators=ON", "--wsrep-on=ON",
            f"--wsrep-provider={GALERA}", f"--wsrep-cluster-address=gcomm://{'' if self.begins_it else others}",
            "--wsrep-cluster-name=jambo", f"--wsrep-node-name=server{self.number}", f"--wsrep-node-address=127.0.0.1:{own}",
            "--wsrep-sst-method=hand_over",
            f"--wsrep-provider-options=base_port={own};gmcast.listen_addr=tcp://127.0.0.1:{own}"
            f";ist.recv_addr=127.0.0.1:{self.catch_up};{GROUP}",
        ]  # fmt: skip
        if not self.begins_it and (position := self._position()):
            self.options.append(f"--wsrep-start-position={position}")
        super().start()
        self.wait()

    def wait(self) -> None:
        """Wait until it is one with the others. Raises CommandError if it never is."""
        last = time.monotonic() + START_SECONDS
        while self.status() != "Synced":
            if time.monotonic() > last:
                raise CommandError(f"a server of the cluster stays at {self.status()}: {self.folder}/mariadbd.log")
            time.sleep(0.05)

    def status(self) -> str:
        """How it stands to the others, as it says itself."""
        try:
            return str(self.ask("SHOW STATUS LIKE 'wsrep_local_state_comment'")[0]["Value"])
        except pymysql.MySQLError as error:
            return str(error)

    def ask(self, sql: str) -> list[dict[str, Any]]:
        """Run a statement on it as the one who may do everything."""
        connection = pymysql.connect(
            unix_socket=str(self.data / "db.sock"), user=getpass.getuser(), cursorclass=pymysql.cursors.DictCursor
        )
        with connection, connection.cursor() as cursor:
            cursor.execute(sql)
            return list(cursor.fetchall())

    def kill(self) -> None:
        """End it as a power cut would."""
        assert self.process is not None
        self.process.kill()
        self.process.wait()

    def cut_off(self, on: bool = True) -> None:
        """Cut it off from the others, while whoever works with it still reaches it; or let it speak with them again."""
        self.ask(f"SET GLOBAL wsrep_provider_options = 'gmcast.isolate={int(on)}'")

    def _position(self) -> str | None:
        """Where it was when it was killed, None if it ended by itself and knows."""
        if "seqno:   -1" not in (self.data / "grastate.dat").read_text():
            return None
        program = find("mariadbd")
        assert program is not None
        process = subprocess.Popen(
            [
                program, "--no-defaults", f"--datadir={self.data}", f"--user={getpass.getuser()}", "--skip-networking",
                "--socket=recover.sock", "--wsrep-recover", "--performance-schema=OFF", *self.options,
            ],
            stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, text=True, errors="replace",
        )  # fmt: skip
        assert process.stderr is not None
        late = threading.Timer(START_SECONDS, process.kill)
        late.start()
        try:
            told = (re.search(r"Recovered position: ([^\s,]+)", line) for line in process.stderr)
            found = next(filter(None, told), None)
        finally:  # it has said it, and now and then takes all the memory there is instead of ending by itself
            late.cancel()
            process.kill()
            process.wait()
        return found[1] if found else None


class Cluster:
    """Three servers; `url` and `owner_url` name them all."""

    def __init__(self, nodes: list[Node]) -> None:
        self.nodes = nodes

    @property
    def url(self) -> str:
        """The address of them all, under the application's account."""
        return self._of([node.url for node in self.nodes])

    @property
    def owner_url(self) -> str:
        """The address of them all, under the account that owns the tables."""
        return self._of([node.owner_url for node in self.nodes])

    def turned(self, by: int) -> str:
        """The address with another server first, as a machine beside that one has it."""
        urls = [node.url for node in self.nodes]
        return self._of(urls[by:] + urls[:by])

    def _of(self, urls: list[str]) -> str:
        hosts = ",".join(re.findall(r"@([^/]+)/", " ".join(urls)))
        return re.sub(r"@[^/]+/", f"@{hosts}/", urls[0])


@contextmanager
def cluster(folder: Path) -> Iterator[Cluster]:
    """Run a cluster of three in a folder that is made anew. Raises CommandError."""
    need_programs([GALERA])
    (folder / "bin").mkdir(parents=True)
    script = folder / "bin/wsrep_sst_hand_over"
    script.write_text(HAND_OVER)
    script.chmod(0o755)
    group = [free_port() for _ in range(NODES)]
    nodes = [Node(folder / f"server{n}", group, n) for n in range(NODES)]
    nodes[0].begins_it = True
    with nodes[0]:
        pass  # makes what the others begin with
    for node in nodes[1:]:
        shutil.copytree(nodes[0].folder, node.folder)
    with ExitStack() as running:
        for node in nodes:
            running.enter_context(node)
        nodes[0].begins_it = False  # when it comes back there are others
        yield Cluster(nodes)


def outages(writers: int, jobs: int, apart: float) -> Outcome:
    """Kill each server of a cluster in turn under writers at three applications, then cut one off, and see what was lost.

    Args:
        writers: how many write; jobs: at how many jobs, each reached through every application; apart: seconds an outage
            lasts, and from its end to the next.
    """
    tally, slowest = Tally(), 0.0
    with (
        tempfile.TemporaryDirectory(prefix="jambo-") as folder,
        cluster(Path(folder) / "cluster") as three,
        ExitStack() as stack,
    ):
        served_at = [stack.enter_context(served(three.turned(n), three.owner_url))[1] for n in range(NODES)]
        begun = [new_job(served_at[0]) for _ in range(jobs)]
        each = max(1, writers // (jobs * NODES))
        with ExitStack() as at_work:
            tallies = [at_work.enter_context(writing(at, job, each)) for at in served_at for job in begun]
            time.sleep(apart)
            for node in three.nodes:
                node.kill()
                slowest = max(slowest, _answered(served_at))
                time.sleep(apart)
                node.start()
                time.sleep(apart)
            three.nodes[-1].cut_off()
            slowest = max(slowest, _answered(served_at))
            time.sleep(apart)
            three.nodes[-1].cut_off(on=False)
            three.nodes[-1].wait()
            time.sleep(apart)
        for told in tallies:
            tally.answers += told.answers
            tally.acknowledged += told.acknowledged
        gone: list[Acknowledged] = []
        for node in three.nodes:  # each of them holds all of it
            database = Database(node.url)
            gone += lost(database, tally.acknowledged)
            database.close()
    what = f"each of {NODES} servers killed, one cut off, under {each * jobs * NODES} writers at {jobs} jobs and {NODES} applications"
    return Outcome(what, tally, gone, slowest)


def _answered(addresses: Sequence[str]) -> float:
    """Give the seconds until every application says that all is well."""
    began = time.monotonic()
    for address in addresses:
        while httpx.get(f"{address}/api/health", timeout=60).status_code != 200:
            time.sleep(0.05)
    return time.monotonic() - began
