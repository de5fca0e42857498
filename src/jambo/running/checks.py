"""`jambo test`: lint, type checks, generated files that must match their sources, and every test."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from collections.abc import Sequence
from pathlib import Path

from jambo.running import web
from jambo.running.docs import stale
from jambo.running.machine import PROGRAMS, ROOT, WEB, CommandError, need_programs, say

BIN = Path(sys.executable).parent


def _step(name: str, command: list[str], cwd: Path = ROOT) -> None:
    say(f"checking: {name}")
    if subprocess.run(command, cwd=cwd).returncode:
        raise CommandError(f"{name} failed")


def _same(name: str, made: Path, kept: Path) -> None:
    if made.read_bytes() != kept.read_bytes():
        raise CommandError(f"{kept.relative_to(ROOT)} is out of date: {name}")


def _generated() -> None:
    """Make the OpenAPI document and the front end's types afresh and compare them with what is kept."""
    say("checking: generated files")
    python, openapi, types = [sys.executable, "-m", "jambo"], ROOT / "docs/openapi.json", WEB / "src/api/schema.d.ts"
    with tempfile.TemporaryDirectory() as folder:
        fresh = Path(folder) / "openapi.json"
        fresh.write_bytes(subprocess.run([*python, "openapi"], capture_output=True, check=True).stdout)
        _same("run ./jambo openapi > docs/openapi.json", fresh, openapi)
        made = Path(folder) / "schema.d.ts"
        tool = WEB / "node_modules/.bin/openapi-typescript"
        subprocess.run(
            [str(tool), str(openapi), "--default-non-nullable=false", "-o", str(made)],
            cwd=WEB, capture_output=True, check=True,
        )  # fmt: skip
        _same("run npm run types in web/", made, types)
    if pages := stale():
        raise CommandError(f"{pages[0].relative_to(ROOT)} is out of date: run ./jambo docs")


def run_all(pytest_args: Sequence[str]) -> None:
    """Run every check, or only pytest when it is given arguments. Raises CommandError at the first that fails."""
    need_programs(PROGRAMS)  # at once: tests run beside each other, and two cannot install
    web.packages()
    if not pytest_args:
        _step("ruff", [f"{BIN}/ruff", "check", "src", "tests", "jambo"])
        _step("ruff format", [f"{BIN}/ruff", "format", "--check", "src", "tests", "jambo"])
        _step("mypy", [f"{BIN}/mypy"])
        _step("layers", [f"{BIN}/lint-imports", "--no-logo", "--no-cache"])
        _step("eslint", ["npm", "run", "--silent", "lint"], WEB)
        _step("prettier", ["npm", "run", "--silent", "format"], WEB)
        _step("tsc", ["npm", "run", "--silent", "check"], WEB)
        _generated()
    web.build()
    # a Jambo of its own for each processor and one more, for each waits now and then; and none is idle at the end
    every = ["-n", str((os.cpu_count() or 1) + 1), "--dist", "worksteal"]
    done = subprocess.run([sys.executable, "-m", "pytest", *(pytest_args or every)], cwd=ROOT, env={**os.environ})
    if done.returncode:
        raise CommandError("tests failed")
