"""The commands of `./jambo`. Each one imports what it needs, so that small ones start fast."""

from __future__ import annotations

import json
from pathlib import Path
from typing import TextIO

import click

from jambo.running.machine import Trouble


@click.group(context_settings={"help_option_names": ["-h", "--help"]})
def main() -> None:
    """Jambo: rough openings for doors. `./jambo demo` starts it with three made-up jobs."""


PORT = click.option("--port", type=click.IntRange(1024, 65535), help="Port to serve on; a free one if left out.")


@main.command()
@PORT
def demo(port: int | None) -> None:
    """Serve with the demo jobs (loaded when the database is empty)."""
    from jambo.running.serve import serve

    serve(port, demo=True)


@main.command()
@PORT
def serve(port: int | None) -> None:
    """Serve without demo data. JAMBO_DATABASE_URL names an existing server to use instead of a private one."""
    from jambo.running.serve import serve as start

    start(port, demo=False)


@main.command()
@click.argument("file", type=click.File(encoding="utf-8"))
def solve(file: TextIO) -> None:
    """Solve one opening document (FILE, or - for standard input) and print the results as JSON."""
    from jambo.files.exchange import solve_text
    from jambo.files.problems import Refused

    try:
        click.echo(json.dumps(solve_text(file.read()), indent=1, ensure_ascii=False))
    except Refused as refused:
        raise Trouble("the document is refused:\n  " + "\n  ".join(map(str, refused.errors))) from None
    except UnicodeDecodeError:
        raise Trouble("the document is refused: it is not UTF-8 text") from None


@main.command()
def schema() -> None:
    """Print the JSON Schema of the opening document."""
    from jambo.files.exchange import schema as schema_of

    click.echo(json.dumps(schema_of(), indent=1))


@main.command(context_settings={"ignore_unknown_options": True})
@click.argument("pytest_args", nargs=-1)
def test(pytest_args: tuple[str, ...]) -> None:
    """Run lint, type checks and every test; arguments after it go to pytest alone."""
    from jambo.running.checks import run_all

    run_all(pytest_args)


@main.command()
@click.option("--into", type=click.Path(file_okay=False, path_type=Path), help="Folder for the pictures.")
@click.option("--only", help="Names of the views to take, with commas.")
def shots(into: Path | None, only: str | None) -> None:
    """Retake the pictures in docs/screenshots from the demo data."""
    from jambo.running.shots import take

    take(into, only)


@main.command()
def bench() -> None:
    """Measure and print the figures Jambo means to reach."""
    from jambo.running.bench import measure

    measure()


@main.command(hidden=True)
def openapi() -> None:
    """Print the API's OpenAPI document (docs/openapi.json and the front end's types are made from it)."""
    from jambo.api.app import create_app

    click.echo(json.dumps(create_app(None).openapi(), indent=1, sort_keys=True))
