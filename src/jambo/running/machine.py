"""The machine: where things live in the tree, and the Debian packages that must be there."""

import contextlib
import errno
import hashlib
import logging
import os
import secrets
import shutil
import socket
import subprocess
from collections.abc import Iterable
from logging.handlers import RotatingFileHandler, WatchedFileHandler
from pathlib import Path

import click

from jambo.views.paper.faces import PACKAGES

ROOT = Path(__file__).resolve().parents[3]
VAR = ROOT / "var"
WEB = ROOT / "web"

LOG_BYTES, LOGS = 2_000_000, 5
PORTS = range(20_000, 32_000)  # below those that whoever calls out is given
WAITING = 128  # calls that may wait in line while everything starts
LEAST_ROOM = 500_000_000  # bytes: below, it is said

# command that must exist -> Debian package that brings it
GALERA = "/usr/lib/galera/libgalera_smm.so"
PROGRAMS = {
    "mariadbd": "mariadb-server-core",
    "mariadb-install-db": "mariadb-server-core",
    "my_print_defaults": "mariadb-client-core",  # mariadb-install-db calls it
    "chromium": "chromium",
    "caddy": "caddy",  # for a test of the proxy that docs/Caddyfile is for
    "ip": "iproute2",  # for a test with phones at other addresses
    GALERA: "galera-4",  # for a test of several database servers that are one
    **{str(face): package for face, package in PACKAGES.items()},  # the type on paper
}


class CommandError(click.ClickException):
    """Something the user can put right: shown as one clear line, exit code 1, never a traceback."""

    def show(self, file: object = None) -> None:
        """Print the reason the way every other line of the command is printed."""
        click.echo(f"jambo: {self.message}", err=True)


def say(line: str) -> None:
    """Tell the user what is going on, on standard error (standard output is for results), and in the log if one is kept."""
    click.echo(f"jambo: {line}", err=True)
    logging.getLogger("jambo.running").info(line)


def keep_log(file: Path, *, beside: bool = False) -> None:
    """Keep a log with times from here on, in a file that is begun anew when it is long; warnings are on standard error too.

    Raises CommandError where there is no room for it.

    Args:
        file: where; beside: another process keeps it, and begins it anew.
    """
    try:
        file.parent.mkdir(parents=True, exist_ok=True)
        if beside:
            written: logging.Handler = WatchedFileHandler(file, encoding="utf-8")
        else:
            written = RotatingFileHandler(file, maxBytes=LOG_BYTES, backupCount=LOGS, encoding="utf-8")
    except OSError as error:
        raise CommandError(f"cannot write to {error.filename}: {error.strerror}.") from None
    shown = logging.StreamHandler()
    shown.setLevel(logging.WARNING)
    logging.basicConfig(
        level=logging.INFO,
        handlers=[shown, written],
        format="%(asctime)s %(levelname)s %(name)s: %(message)s",
        force=True,
    )


def room_told(folder: Path) -> str:
    """What is to be said of a disk that is nearly full; "" where there is room."""
    free = shutil.disk_usage(folder).free
    return f"the disk is nearly full: {free // 1_000_000} MB are left" if free < LEAST_ROOM else ""


def find(program: str) -> str | None:
    """Full path of a program, or of a file that is where it is named, looking in the sbin folders too (they are not on every user's PATH)."""
    if program.startswith("/"):
        return program if Path(program).exists() else None
    return shutil.which(program, path=os.environ.get("PATH", "") + ":/usr/sbin:/sbin")


def run(step: list[str], failed: str, cwd: Path | None = None, env: dict[str, str] | None = None) -> None:
    """Run a set-up step quietly; on failure raise `CommandError` with its last lines."""
    try:
        done = subprocess.run(step, cwd=cwd, env=env, capture_output=True, text=True)
    except FileNotFoundError:
        raise CommandError(f"{failed} ({step[0]} is not on this machine)") from None
    if done.returncode:
        lines = [line for line in (done.stdout + "\n" + done.stderr).splitlines() if line.strip()]
        tail = [line for line in lines if "ERROR" in line][:2] or lines[-4:]
        raise CommandError("\n  ".join([failed, *tail]))


def need_programs(programs: Iterable[str]) -> None:
    """Install the Debian packages behind missing programs, or say exactly which command installs them."""
    packages = sorted({PROGRAMS[p] for p in programs if not find(p)})
    if not packages:
        return
    install = ["apt-get", "install", "-y", "--no-install-recommends", *packages]
    if not shutil.which("apt-get"):
        raise CommandError(
            f"missing programs; install the equivalent of Debian's {' and '.join(packages)} and start again."
        )
    root = os.geteuid() == 0
    sudo = [] if root else ["sudo", "-n"]
    if not root and (
        not shutil.which("sudo") or subprocess.run(["sudo", "-n", "true"], capture_output=True).returncode
    ):
        raise CommandError(f"missing packages. Install them with: sudo {' '.join(install)}")
    say(f"installing Debian's {' and '.join(packages)} (once)")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    run([*sudo, "apt-get", "update"], "apt-get update failed; is there a network?", env=env)
    run([*sudo, *install], f"could not install {' and '.join(packages)}; is there a network?", env=env)


def listen(port: int | None, usual: int, address: str = "127.0.0.1", option: str = "--port") -> socket.socket:
    """Listen on the port asked for, or the usual one, or a free one. Raises CommandError when the one asked for is taken.

    From here on whoever calls waits in line until the application answers. The protocol is named so that the event
    loop sends small answers at once instead of gathering them (TCP_NODELAY).

    Args:
        port: asked for; usual: where none is; address: of this machine; option: of the command that asks for a port.
    """
    for wanted in (port,) if port is not None else (usual, 0):
        listener = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listener.bind((address, wanted))
            listener.listen(WAITING)
        except OSError as error:
            listener.close()
            if error.errno != errno.EADDRINUSE:
                raise CommandError(f"port {wanted} cannot be listened on: {error.strerror}.") from None
        else:
            return listener
    raise CommandError(f"port {port} is taken by another program. Leave {option} out to use a free one.")


def free_port() -> int:
    """Return a TCP port on 127.0.0.1 that nobody listens on, and that the system gives nobody before it is taken."""
    while True:
        port = secrets.choice(PORTS)
        with socket.socket() as probe, contextlib.suppress(OSError):
            probe.bind(("127.0.0.1", port))
            return port


def digest(paths: Iterable[Path]) -> str:
    """One fingerprint of the names and contents of files, in a stable order."""
    total = hashlib.sha256()
    for path in sorted(paths):
        total.update(str(path.relative_to(ROOT)).encode() + b"\0" + path.read_bytes() + b"\0")
    return total.hexdigest()
