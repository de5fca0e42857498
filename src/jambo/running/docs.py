"""`jambo docs`: the tables of the documentation that are made from the code, between `<!-- made: NAME -->` and `<!-- end -->`."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator
from pathlib import Path

from jambo.core.all_flags import KINDS as FLAGS
from jambo.core.facts.readings import PLACES
from jambo.core.quantities import limits, names
from jambo.core.quantities.notation import exact_text
from jambo.core.rules import GROUPS, RULES
from jambo.core.stages import STAGES
from jambo.core.words.lists import REGIONS, WORDS, fill
from jambo.format.paths import lengths
from jambo.running.machine import ROOT

PAGES = (ROOT / "docs/HANDBOOK.md", ROOT / "docs/FORMAT.md")
_PLACE = re.compile(r"(<!-- made: (\w+) -->\n).*?(<!-- end -->)", re.DOTALL)


def _table(head: Iterable[str], rows: Iterable[Iterable[str]]) -> Iterator[str]:
    """A table, its cells free of what would end one."""
    columns = [*head]
    yield "| " + " | ".join(columns) + " |"
    yield "|" + "---|" * len(columns)
    for row in rows:
        yield "| " + " | ".join(cell.replace("|", "\\|") for cell in row) + " |"


def _said(template: str) -> str:
    """A template in the first word list, as a sentence of a table."""
    return fill(template, REGIONS[0]) if "{" in template else template[:1].upper() + template[1:]


def _words() -> Iterator[str]:
    parts = WORDS[REGIONS[0]]
    rows = ([f"`{part}`", *(WORDS[region][part] for region in REGIONS)] for part in parts)
    return _table(("part", "North America", "Britain", "Australia"), rows)


def _rules() -> Iterator[str]:
    rows = (
        [
            group,
            f"`{name}`",
            _said(rule.label),
            *(exact_text(rule.default(unit), unit) for unit in ("in", "mm")),
            rule.why,
        ]
        for group in GROUPS
        for name, rule in RULES.items()
        if rule.group == group
    )
    return _table(("group", "rule", "what it is", "inches", "millimetres", "why"), rows)


def _flags() -> Iterator[str]:
    def plain(text: str) -> str:
        return re.sub(r"\{(\w+)\}", r"*\1*", text)

    rows = (
        [STAGES[stage], f"`{code}`", kind.level, plain(kind.reason), plain(kind.cure)]
        for stage in STAGES
        for code, kind in FLAGS.items()
        if kind.stage == stage
    )
    return _table(("stage", "flag", "level", "reason", "cure"), rows)


def _figures() -> Iterator[str]:
    every: tuple[names.FigureName | names.Numbered, ...] = (*names.FIGURES.values(), *names.FAMILIES)
    rows = (
        [
            f"`{one.stem}_#`" if isinstance(one, names.Numbered) else f"`{one}`",
            _said(one.label.replace("{n}", "#")),
            "" if isinstance(one, names.Numbered) else one.symbol,
            one.rounding,
            one.group.title if one.group else "",
        ]
        for one in every
    )
    return _table(("figure", "what it is", "symbol", "rounded", "listed under"), rows)


def _places() -> Iterator[str]:
    rows = (
        [
            f"`{place}`",
            _said(asked.label),
            asked.phase,
            "level" if asked.written == "level" else asked.kind,
            ", ".join(f"`{way}`" for way in asked.ways) or "none",
            "yes" if asked.needs_at else "",
        ]
        for place, asked in PLACES.items()
    )
    return _table(("place", "what is read", "phase", "takes", "`toward`", "needs `at`"), rows)


def _lengths() -> Iterator[str]:
    rules = {f"opening.rules.{name}" for name in RULES} | {
        f"rules.{level}.{name}" for level in ("crew", "job") for name in RULES
    }
    rows = (
        [f"`{one.path}`", one.kind, f"`{one.fact.rule}`" if one.fact and one.fact.rule else ""]
        for one in lengths()
        if one.path not in rules
    )
    return _table(("path", "kind of length", "house rule that stands in"), rows)


def _kinds() -> Iterator[str]:
    rows = (
        [
            name,
            kind.words,
            *(f"{exact_text(kind.least, unit)} to {exact_text(kind.most, unit)}" for unit in ("in", "mm")),
        ]
        for name, kind in limits.KINDS.items()
    )
    return _table(("kind", "it is", "inches", "millimetres"), rows)


_MADE = {
    "words": _words, "rules": _rules, "flags": _flags, "figures": _figures,
    "places": _places, "lengths": _lengths, "kinds": _kinds,
}  # fmt: skip


def made(page: str) -> str:
    """Give a page of the documentation with its tables made afresh. Raises KeyError for a table nobody makes."""
    return _PLACE.sub(lambda found: f"{found[1]}{chr(10).join(_MADE[found[2]]())}\n{found[3]}", page)


def stale() -> list[Path]:
    """Give the pages whose tables are not what the code says."""
    return [page for page in PAGES if made(page.read_text(encoding="utf-8")) != page.read_text(encoding="utf-8")]


def write() -> None:
    """Make the tables of every page afresh."""
    for page in PAGES:
        page.write_text(made(page.read_text(encoding="utf-8")), encoding="utf-8")
