"""One document in, all results out: what `jambo solve` and POST /api/solve share."""

from __future__ import annotations

import json
from typing import Any

from pydantic import TypeAdapter

from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import FieldError, Refused, parse
from jambo.views.answers import worked_out
from jambo.views.opening import ResultOut, result_out
from jambo.views.states import states


def solve_document(document: Document) -> ResultOut:
    """Solve a validated document. Raises Refused for facts that cannot be."""
    facts = facts_of(document)
    result = worked_out(facts)
    return result_out(result, facts, document.show.words, states(document, facts, result))


def solve_text(text: str) -> ResultOut:
    """Solve a document given as JSON text. Raises Refused for text that is not such a document."""
    try:
        data = json.loads(text)
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        raise Refused(
            [FieldError("document", f"this is not JSON ({error.msg} at {where})", "see docs/FORMAT.md")]
        ) from None
    return solve_document(parse(Document, data))


def schema() -> dict[str, Any]:
    """Give the JSON Schema of the format."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **Document.model_json_schema()}


def result_schema() -> dict[str, Any]:
    """Give the JSON Schema of the result, `jambo-result/1`."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **TypeAdapter(ResultOut).json_schema()}
