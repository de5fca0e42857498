"""What does not change while Jambo runs: rules, words, stages, where facts are settled, where figures are listed, stock sizes."""

from __future__ import annotations

from fastapi import APIRouter
from typing_extensions import TypedDict

from jambo.api.shared import Route
from jambo.core import rules
from jambo.core.facts.frame import FrameKind
from jambo.core.facts.leaf import STOCK_HEIGHTS, STOCK_THICKNESSES, STOCK_WIDTHS
from jambo.core.frames.registry import FRAMES
from jambo.core.labels import label
from jambo.core.lines.cells import COLUMNS, Column
from jambo.core.parts import homes
from jambo.core.quantities import names
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import Unit
from jambo.core.rules import RULES
from jambo.core.stages import STAGES, Stage
from jambo.core.words.lists import REGIONS, WORDS, Region, Words, fill, of_wall
from jambo.format.choices import ChoiceKind, Offered, offered
from jambo.format.dates import FIRST_YEAR, LAST_YEAR
from jambo.format.paths import LengthAt, lengths
from jambo.format.usual import OF_MANY, USUAL
from jambo.views.job.record import EVENTS
from jambo.views.paper.sheets import LEADS, Lead

router = APIRouter(prefix="/api", tags=["solving"], route_class=Route)
UNITS: tuple[Unit, ...] = ("in", "mm")


class RuleOut(TypedDict):
    """A house rule: its label in each region, its kind of length, why, and its defaults."""

    label: dict[Region, str]
    kind: str
    why: str
    default: dict[Unit, str]


class RuleGroupOut(TypedDict):
    """House rules that are listed together."""

    title: str
    rules: list[str]


class LengthFactOut(TypedDict):
    """A length a document may say: its kind, the house rule that stands in ("" for none), and its short label in each region."""

    kind: str
    rule: str
    label: dict[Region, str]


class StageOut(TypedDict):
    """A stage of the work."""

    name: Stage
    label: str


class FrameOut(TypedDict):
    """A kind of frame, the facts that only it asks for, by their keys in `opening.frame`, and the house rule of its legs' thickness."""

    kind: FrameKind
    label: str
    facts: list[str]
    stock_rule: str | None


class OptionOut(TypedDict):
    """One option of a choice."""

    value: str
    label: dict[Words, str]


class ChoiceOut(TypedDict):
    """A fact that is chosen: its label in each region, and in a wall of steel where that is another; what a document writes there, the
    option that counts while nobody chose ("" for none), and the options in order."""

    label: dict[Words, str]
    kind: ChoiceKind
    fallback: str
    options: list[OptionOut]


class FigureGroupOut(TypedDict):
    """Figures that are listed together, in order. A name that ends in # stands for a numbered family.

    `first` are the stages on which they come first. `unless` names, for some, the figure that is listed in their stead when there is one.
    """

    title: str
    first: list[Stage]
    figures: list[str]
    unless: dict[str, str]


class CatalogueOut(TypedDict):
    """Lists that do not change while Jambo runs.

    `facts` are the lengths of a document by path, [] for any place in a list; `homes` the stage on which a fact is settled,
    by path: the longest that a fact's own path starts with. `choices` are the facts that are chosen, by path alike. `columns` are what a schedule's columns may be about. `usual` are the facts a job may
    give an opening and its wall, by path, with where the job keeps them; `of_many` those that are never usual, and can be said of many at once. `leads` are the figures that lead a cut list and a
    set sheet, and those along a track. A day may be from `first_year` to `last_year`.
    """

    rules: dict[str, RuleOut]
    rule_groups: list[RuleGroupOut]
    words: dict[Region, dict[str, str]]
    words_in_steel: dict[Region, dict[str, str]]
    stock: dict[Unit, dict[str, list[str]]]
    events: dict[str, str]
    facts: dict[str, LengthFactOut]
    choices: dict[str, ChoiceOut]
    stages: list[StageOut]
    homes: dict[str, Stage]
    figure_groups: list[FigureGroupOut]
    frames: list[FrameOut]
    columns: dict[Column, dict[Region, str]]
    usual: dict[str, str]
    of_many: list[str]
    leads: dict[Lead, list[str]]
    first_year: int
    last_year: int


@router.get("/catalogue")
def catalogue() -> CatalogueOut:
    """Give the lists a screen is made from."""
    return {
        "rules": {
            name: {
                "label": {region: label(name, region) for region in REGIONS},
                "kind": rule.kind,
                "why": rule.why,
                "default": {unit: exact_text(rule.default(unit), unit) for unit in UNITS},
            }
            for name, rule in RULES.items()
        },
        "rule_groups": [
            {"title": group, "rules": [name for name, rule in RULES.items() if rule.group == group]}
            for group in rules.GROUPS
        ],
        "words": {region: WORDS[region] for region in REGIONS},
        "words_in_steel": {region: WORDS[of_wall(region, steel=True)] for region in REGIONS},
        "events": EVENTS,
        "stock": {
            unit: {
                "width": [f"{w} {unit}" for w in STOCK_WIDTHS[unit]],
                "height": [f"{h} {unit}" for h in STOCK_HEIGHTS[unit]],
                "thickness": [f"{t} {unit}" for t in STOCK_THICKNESSES[unit]],
            }
            for unit in UNITS
        },
        "facts": {one.path: _fact(one) for one in lengths()},
        "choices": {one.path: _choice(one) for one in offered()},
        "stages": [{"name": name, "label": said} for name, said in STAGES.items()],
        "homes": homes(),
        "figure_groups": [_figures(group) for group in names.GROUPS],
        "frames": [
            {"kind": kind.name, "label": kind.label, "facts": [*kind.facts], "stock_rule": kind.stock_rule}
            for kind in FRAMES.values()
        ],
        "columns": {name: {region: fill(text, region) for region in REGIONS} for name, text in COLUMNS.items()},
        "usual": USUAL,
        "of_many": list(OF_MANY),
        "leads": {name: list(figures) for name, figures in LEADS.items()},
        "first_year": FIRST_YEAR,
        "last_year": LAST_YEAR,
    }


def _fact(one: LengthAt) -> LengthFactOut:
    """A fact of an opening's own house rules is ruled by the level above it."""
    last = one.path.rpartition(".")[2]
    rule = one.fact.rule if one.fact is not None else last if one.path == f"opening.rules.{last}" else ""
    short = one.fact.short if one.fact is not None else ""
    name = one.fact.name if one.fact is not None else last
    return {
        "kind": one.kind,
        "rule": rule or "",
        "label": {region: fill(short, region) if short else label(name, region) for region in REGIONS},
    }


def _choice(one: Offered) -> ChoiceOut:
    return {
        "label": _said(one.label),
        "kind": one.kind,
        "fallback": one.fallback,
        "options": [
            # what stands there while nobody chose is no option, and begins small
            {"value": value, "label": _said(text) if value else dict.fromkeys(REGIONS, text)}
            for value, text in one.options.items()
        ],
    }


def _said(text: str) -> dict[Words, str]:
    """In each region's words, and in those for its walls of steel where they say it otherwise."""
    said: dict[Words, str] = {region: fill(text, region) for region in REGIONS}
    steel = {words: fill(text, words) for words in (of_wall(region, steel=True, buck=False) for region in REGIONS)}
    return said | {words: one for words, one in steel.items() if one not in said.values()}


def _figures(group: names.Group) -> FigureGroupOut:
    listed = [one for one in names.LISTED if one.group is group]
    return {
        "title": group.title,
        "first": [*group.first],
        "figures": [f"{one.stem}_#" if isinstance(one, names.Numbered) else one for one in listed],
        "unless": {one: one.unless for one in listed if isinstance(one, names.FigureName) and one.unless},
    }
