"""The commands of `./jambo`. Each one imports what it needs, so that small ones start fast."""

from __future__ import annotations

import gc
import json
from pathlib import Path
from typing import Any, Literal, TextIO, cast

import click

from jambo.core.quantities.tape import Unit
from jambo.core.words.lists import REGIONS, Region
from jambo.running.machine import CommandError


class _Commands(click.Group):
    """The commands; what the machine does not do for one of them is a line, and no traceback."""

    def invoke(self, ctx: click.Context) -> Any:
        """Run the command that is asked for."""
        try:
            return super().invoke(ctx)
        except BrokenPipeError:
            raise  # whoever reads it has seen enough
        except OSError as error:
            raise CommandError(f"{error.filename or 'the output'}: {error.strerror or error}") from None


@click.group(cls=_Commands, context_settings={"help_option_names": ["-h", "--help"]})
def main() -> None:
    """Jambo: rough openings for doors. `./jambo demo` starts it with three made-up jobs."""


EXISTING = click.Path(exists=True, dir_okay=False, path_type=Path)
PORT = click.option("--port", type=click.IntRange(1024, 65535), help="Port to serve on; a free one if left out.")


def _serve(port: int | None, *, demo: bool, **how: Any) -> None:
    # little of what is made while it starts is garbage: nothing looks for it until it is warm
    gc.disable()
    from jambo.running.serve import serve as start

    start(port, demo=demo, **how)


@main.command()
@PORT
def demo(port: int | None) -> None:
    """Serve with the demo jobs (loaded when the database is empty)."""
    _serve(port, demo=True)


@main.command()
@PORT
@click.option(
    "--host",
    "hosts",
    multiple=True,
    help="A name this Jambo is asked by through a proxy of your own; then everybody signs in.",
)
@click.option(
    "--site", is_flag=True, help="Answer phones on the site’s network too; somebody leads first (./jambo lead)."
)
@click.option(
    "--site-port", type=click.IntRange(1024, 65535), help="Port for phones; 8138, or a free one, if left out."
)
@click.option(
    "--certificate", type=EXISTING, help="A certificate for --site in the place of the machine’s own, with its --key."
)
@click.option("--key", type=EXISTING)
@click.option("--workers", type=click.IntRange(1, 64), default=1, show_default=True, help="Processes that answer.")
def serve(
    port: int | None,
    hosts: tuple[str, ...],
    site: bool,
    site_port: int | None,
    certificate: Path | None,
    key: Path | None,
    workers: int,
) -> None:
    """Serve without demo data, on this machine alone; with --site, phones on the site’s network too.

    JAMBO_DATABASE_URL names an existing database to use instead of a private one, and JAMBO_DATABASE_OWNER_URL the same
    under an account that may define its tables.
    """
    if hosts and site:
        raise CommandError("--site answers phones itself, and --host is for a proxy that does: leave one of them out")
    if (certificate is None) != (key is None):
        raise CommandError("--certificate and --key go together")
    given = (certificate, key) if certificate and key else None
    _serve(port, demo=False, hosts=hosts, open_site=site, site_port=site_port, certificate=given, workers=workers)


@main.command()
@click.argument("name", nargs=-1, required=True)
@click.option("--passphrase", is_flag=True, help="Ask for a passphrase to sign in with, too.")
def lead(name: tuple[str, ...], passphrase: bool) -> None:
    """Make NAME a lead, who says who else may sign in, and print a code that pairs a phone; while Jambo runs or not."""
    from jambo.running.leads import make_lead

    said = " ".join(name)
    words = (
        click.prompt(f"A passphrase for {said}", hide_input=True, confirmation_prompt=True, err=True)
        if passphrase
        else None
    )
    make_lead(said, words)


@main.command()
@click.argument("file", type=click.File(encoding="utf-8"))
def solve(file: TextIO) -> None:
    """Solve one opening document (FILE, or - for standard input) and print the results as JSON."""
    from jambo.format.problems import Refused
    from jambo.views.exchange import solve_text

    try:
        click.echo(json.dumps(solve_text(file.read()), indent=1, ensure_ascii=False))
    except Refused as refused:
        raise CommandError("the document is refused:\n  " + "\n  ".join(map(str, refused.errors))) from None
    except UnicodeDecodeError:
        raise CommandError("the document is refused: it is not UTF-8 text") from None


@main.command()
@click.argument("text", nargs=-1, required=True)
@click.option(
    "--unit", type=click.Choice(["in", "mm"]), default="in", show_default=True, help="What a bare number is in."
)
@click.option("--words", type=click.Choice(REGIONS), help="Whose words; by the unit if left out.")
def line(text: tuple[str, ...], unit: Unit, words: Region | None) -> None:
    """Read one door as it is pencilled on a list, such as "101 2868 RH", and print its rough opening."""
    from jambo.format.problems import Refused
    from jambo.views.opening.lines import told

    try:
        click.echo(told(" ".join(text), unit, words or ("north_america" if unit == "in" else "britain")))
    except Refused as refused:
        raise CommandError("; ".join(f"{e.reason}; {e.accepted}" for e in refused.errors)) from None


@main.command()
@click.option(
    "--of",
    type=click.Choice(["document", "result", "cut", "cut-plan", "plan", "plan-result", "job", "habits"]),
    default="document",
    show_default=True,
)
def schema(of: str) -> None:
    """Print the JSON Schema of the opening document or the result that comes back, of a cutting list or its plan, of a whole job, of a crew's habits."""
    from jambo.views import exchange

    click.echo(json.dumps(exchange.schema(of), indent=1))


@main.command()
@click.argument("file", type=click.File(encoding="utf-8"))
@click.option(
    "--seconds",
    type=click.FloatRange(0.1, 3600),
    default=20.0,
    show_default=True,
    help="Then the best so far is given.",
)
def cut(file: TextIO, seconds: float) -> None:
    """Plan one cutting list (FILE, or - for standard input): the plan as JSON, how it goes on the error stream."""
    from jambo.format.cutting import CutList
    from jambo.format.problems import Refused
    from jambo.views.exchange import from_text
    from jambo.views.material.cutting import cut as plan

    def tell(what: str, best: float, bound: float) -> None:
        click.echo(f"jambo: {what}: {best:g}, and no plan comes to less than {bound:g}", err=True)

    try:
        click.echo(json.dumps(plan(from_text(CutList, file.read()), seconds, tell), indent=1, ensure_ascii=False))
    except Refused as refused:
        raise CommandError("the cutting list is refused:\n  " + "\n  ".join(map(str, refused.errors))) from None
    except UnicodeDecodeError:
        raise CommandError("the cutting list is refused: it is not UTF-8 text") from None


@main.command()
@click.argument("file", type=click.File("r", encoding="utf-8"))
def plan(file: TextIO) -> None:
    """Plan who does what when (FILE, or - for standard input), `jambo-plan/1`: the plan as JSON, what it comes to on the error stream."""
    from jambo.format.plan import PlanList
    from jambo.format.problems import Refused
    from jambo.views.days.plan import plan_list
    from jambo.views.exchange import from_text

    try:
        made = plan_list(from_text(PlanList, file.read()))
    except Refused as refused:
        raise CommandError("the plan is refused:\n  " + "\n  ".join(map(str, refused.errors))) from None
    except UnicodeDecodeError:
        raise CommandError("the plan is refused: it is not UTF-8 text") from None
    click.echo(f"jambo: {made['told']}", err=True)
    click.echo(json.dumps(made, indent=1, ensure_ascii=False))


@main.command()
def docs() -> None:
    """Make the tables of docs/HANDBOOK.md and docs/FORMAT.md afresh from the code."""
    from jambo.running.docs import write

    write()


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
@click.option("--crash", is_flag=True, help="Instead: 50 writers, a backup under writers, heavy questions, then kills.")
@click.option("--seconds", type=float, default=60, show_default=True, help="How long the 50 writers write.")
@click.option("--kills", type=int, default=20, show_default=True, help="How often each of the two is killed.")
@click.option("--crew", is_flag=True, help="Instead: readers by several processes, a hundred who listen, signing in.")
@click.option("--cluster", is_flag=True, help="Instead: 60 writers while database servers of a cluster of three die.")
@click.option("--growth", is_flag=True, help="Instead: five years of a firm, 2,000 jobs, and what reading them takes.")
def bench(crash: bool, seconds: float, kills: int, crew: bool, cluster: bool, growth: bool) -> None:
    """Measure and print the figures Jambo means to reach."""
    from jambo.running.bench import measure, strain
    from jambo.running.cluster import outages
    from jambo.running.crew_bench import measure_crew
    from jambo.running.firm import measure_growth

    if crew:
        measure_crew()
    elif growth:
        measure_growth()
    elif cluster:
        click.echo(outages(writers=60, jobs=5, apart=8.0))
    elif crash:
        strain(seconds, kills)
    else:
        measure()


@main.command()
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def backup(file: Path) -> None:
    """Write everything that is kept into FILE, while Jambo runs or not."""
    from jambo.running import backups

    made = backups.backup(file)
    click.echo(
        f"jambo: {file}: {made.jobs} jobs, {file.stat().st_size:,} bytes, as they stood at {made.taken_at}", err=True
    )


@main.command("export")
@click.argument("job")
@click.argument("file", type=click.Path(dir_okay=False, path_type=Path))
def export_job(job: str, file: Path) -> None:
    """Write the whole JOB, by its number or its name, into FILE (`jambo-job/1`), while Jambo runs or not."""
    from jambo.running import job_files

    name = job_files.export(job, file)
    click.echo(f"jambo: {file}: {name}, {file.stat().st_size:,} bytes", err=True)


@main.command("import")
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option(
    "--look", "how", flag_value="look", help="Say what it holds and how it stands to what is here; keep nothing."
)
@click.option(
    "--new", "how", flag_value="new", help="Keep it as a job of its own, even beside the one it is the same as."
)
@click.option(
    "--onto", "how", flag_value="onto", help="Add what it has more of to the job here that it is the same as."
)
def import_job(file: Path, how: str | None) -> None:
    """Bring the job in FILE in as a new job. Of one that is here already it is said what would change, and nothing is kept."""
    from jambo.running import job_files

    made = job_files.bring_in(file, None if how == "look" else cast(Literal["new", "onto"] | None, how))
    if how is None and made["here"]["against"] == "none":
        made = job_files.bring_in(file, "new")
    click.echo(f"jambo: {job_files.told(made)}", err=True)


@main.command()
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path))
@click.option("--replace", is_flag=True, help="Do not ask whether what is there may be replaced.")
def restore(file: Path, replace: bool) -> None:
    """Bring the backup FILE back. What is there is asked about twice, kept as one more backup, and replaced."""
    from jambo.running import backups

    def sure(jobs: int) -> bool:
        if replace:
            return True
        word = "replace"
        return (
            bool(
                click.confirm(f"This database holds {jobs} jobs. Shall all of it be replaced by {file.name}?", err=True)
            )
            and click.prompt(f"Type “{word}” to go on", err=True) == word
        )

    made, before = backups.restore(file, sure)
    if before is not None:
        click.echo(f"jambo: what was there is kept in {before}", err=True)
    click.echo(f"jambo: {made.jobs} jobs are back as they stood at {made.taken_at}", err=True)


@main.command()
@click.argument("file", type=click.Path(exists=True, dir_okay=False, path_type=Path), required=False)
def check(file: Path | None) -> None:
    """Read everything that is kept (or the backup FILE) and name what is wrong with it."""
    from jambo.running import backups

    wrong = 0
    for line in backups.check(file):
        click.echo(line)
        wrong += 1
    if wrong:
        raise CommandError(f"{wrong} {'thing is' if wrong == 1 else 'things are'} wrong")
    click.echo("jambo: all is well", err=True)


@main.command(hidden=True)
def openapi() -> None:
    """Print the API's OpenAPI document (docs/openapi.json and the front end's types are made from it)."""
    from jambo.api.app import create_app

    click.echo(json.dumps(create_app(None).openapi(), indent=1, sort_keys=True))
