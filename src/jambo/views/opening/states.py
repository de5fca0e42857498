"""How each stage of an opening stands: whether something was said of it, what it waits for, what stands against it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from pydantic import BaseModel

from jambo.core.parts import home_of, unsettled
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure
from jambo.core.solve import Result
from jambo.core.stages import Stage, State
from jambo.format.document import Document
from jambo.format.facts import Facts

NAMES = (
    "opening.mark",
    "opening.room",
    "opening.note",
    "wall.name",
    "wall.storey",
)  # what it is called says nothing of it


def _paths(said: Any, path: str) -> Iterator[str]:
    """The places where something stands."""
    if isinstance(said, dict):
        for key, inner in said.items():
            yield from _paths(inner, f"{path}.{key}")
    elif isinstance(said, list) and any(isinstance(one, dict) for one in said):
        for i, inner in enumerate(said):
            yield from _paths(inner, f"{path}[{i}]")
    elif said not in (None, ""):
        yield path


def _said(document: Document, facts: Facts) -> set[Stage]:
    """The stages of which somebody, or the job, has said something."""
    parts: dict[str, BaseModel] = {"opening": document.opening, "wall": document.wall}
    found: set[Stage] = {home_of(path) for path in facts.usual}
    for root, model in parts.items():
        said = model.model_dump(exclude_unset=True, exclude_none=True)
        found |= {home_of(path) for path in _paths(said, root) if path not in NAMES}
    return found


def _answered(result: Result) -> set[Stage]:
    """The stages whose question is answered by a figure or by readings, whoever said what it needs."""
    found: set[Stage] = set()
    if isinstance(result.figures.get(names.RO_WIDTH), Figure) and isinstance(
        result.figures.get(names.RO_HEIGHT), Figure
    ):
        found.add("opening")
    if result.found.adjustment is not None:
        found.add("survey")
    if result.found.plan is not None:
        found.add("set")
    if result.found.check is not None:
        found.add("hang")
    return found


def states(document: Document, facts: Facts, result: Result) -> dict[Stage, State]:
    """Say how each stage of an opening stands.

    Args:
        document: as it was sent, so that what nobody said is told from what stands by default; facts, result: what follows.
    """
    begun = _said(document, facts) - {"survey", "set", "hang", "card"} | _answered(result)
    missing = unsettled(result.missing, result.stages)
    against = {level: {f.kind.stage for f in result.flags if f.kind.level == level} for level in ("stop", "check")}
    found: dict[Stage, State] = {}
    for stage in result.stages:
        if stage in against["stop"]:
            found[stage] = "stop"
        elif stage in against["check"]:
            found[stage] = "check"
        elif stage not in begun:
            found[stage] = "nothing"
        else:
            found[stage] = "under_way" if stage in missing else "clear"
    return found
