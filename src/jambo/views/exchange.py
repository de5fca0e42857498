"""One document in, all results out: what `jambo solve` and POST /api/solve share."""

from __future__ import annotations

import json
from typing import Any

from pydantic import TypeAdapter

from jambo.format.cutting import CutList
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.habits import Habits
from jambo.format.job_file import JobFile
from jambo.format.plan import PlanList
from jambo.format.problems import FieldError, Refused, Some, parse
from jambo.views.days.plan import PlanOut
from jambo.views.material.cutting import CutPlanOut
from jambo.views.opening.answers import worked_out
from jambo.views.opening.result import ResultOut, result_out
from jambo.views.opening.states import states


def solve_document(document: Document, *, sums: bool = True) -> ResultOut:
    """Solve a validated document; without `sums` no figure says how it adds up. Raises Refused for facts that cannot be."""
    facts = facts_of(document)
    result = worked_out(facts)
    return result_out(result, facts, document.show.words, states(document, facts, result), sums=sums)


def from_text(model: type[Some], text: str) -> Some:
    """Read a document of an open format given as JSON text. Raises Refused for text that is not such a document."""
    try:
        data = json.loads(text)
    except (ValueError, RecursionError) as error:
        said = "it is nested too deep" if isinstance(error, RecursionError) else "a number in it has too many digits"
        if isinstance(error, json.JSONDecodeError):
            said = f"{error.msg} at line {error.lineno}, column {error.colno}"
        raise Refused([FieldError("document", f"this is not JSON ({said})", "see docs/FORMAT.md")]) from None
    return parse(model, data)


def solve_text(text: str) -> ResultOut:
    """Solve a document given as JSON text. Raises Refused for text that is not such a document."""
    return solve_document(from_text(Document, text))


FORMATS: dict[str, Any] = {
    "document": Document,
    "result": ResultOut,
    "cut": CutList,
    "cut-plan": CutPlanOut,
    "plan": PlanList,
    "plan-result": PlanOut,
    "job": JobFile,
    "habits": Habits,
}


def schema(of: str = "document") -> dict[str, Any]:
    """Give the JSON Schema of one of the open formats, by its key in FORMATS."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **TypeAdapter(FORMATS[of]).json_schema()}
