"""Field errors: what is wrong, where, and what would be accepted. Pydantic's own are put in the same words."""

from __future__ import annotations

import difflib
import types
import typing
from collections.abc import Sequence
from dataclasses import asdict, dataclass

from pydantic import BaseModel, ValidationError

MOST_ERRORS = 20  # put into words at once: nobody reads more, and thousands would hold everybody up


@dataclass(frozen=True, slots=True)
class FieldError:
    """One thing wrong with one field. `path` is written like "opening.door.leaves[0].width"."""

    path: str
    reason: str
    accepted: str

    def as_dict(self) -> dict[str, str]:
        """The error as JSON gives it."""
        return asdict(self)

    def __str__(self) -> str:
        return f"{self.path}: {self.reason}; {self.accepted}"


class Refused(ValueError):
    """Input that cannot be taken; nothing stored was touched. `errors` says every reason found."""

    def __init__(self, errors: Sequence[FieldError]) -> None:
        super().__init__("\n".join(map(str, errors)))
        self.errors = tuple(errors)


def path_of(parts: Sequence[str | int]) -> str:
    """Write a location the way every error, slip and form field writes it."""
    text = ""
    for part in parts:
        text += f"[{part}]" if isinstance(part, int) else f".{part}" if text else part
    return text


def _model_in(annotation: object) -> type[BaseModel] | None:
    """Find the model inside an annotation such as list[Layer] | None."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return annotation
    for inner in typing.get_args(annotation):
        if not isinstance(inner, types.NoneType) and (found := _model_in(inner)):
            return found
    return None


def _keys_at(model: type[BaseModel], parts: Sequence[str | int]) -> list[str]:
    """Give the keys accepted at a location."""
    at: type[BaseModel] | None = model
    for part in parts:
        if at is not None and isinstance(part, str) and part in at.model_fields:
            at = _model_in(at.model_fields[part].annotation)
    return list(at.model_fields) if at else []


def _known_parts(model: type[BaseModel], parts: Sequence[str | int]) -> list[str | int]:
    """Drop the names of union branches that Pydantic puts into locations."""
    kept: list[str | int] = []
    at: type[BaseModel] | None = model
    for part in parts:
        if isinstance(part, int):
            kept.append(part)
        elif at is not None and part in at.model_fields:
            kept.append(part)
            at = _model_in(at.model_fields[part].annotation)
    return kept


_SAID = {
    "list_type": ("a list is needed here", "write [ ... ]"),
    "bool_type": ("true or false is needed here", "true or false"),
    "int_type": ("a whole number is needed here", "a number such as 1"),
    "model_type": ("an object is needed here", "write { ... }"),
    "missing": ("this key is missing", "it has no default"),
}


def in_words(error: typing.Any, model: type[BaseModel] | None) -> FieldError:
    """Put one of Pydantic's errors into a field error; `model` is what was validated, if it was a model."""
    parts, kind = error["loc"], error["type"]
    if kind == "string_too_long":
        place = path_of(_known_parts(model, parts) if model else parts) or "document"
        return FieldError(place, "the text is too long", f"at most {error['ctx']['max_length']} characters")
    if kind == "value_error" and len(said := error["ctx"]["error"].args) == 2:  # a check of ours says both in our words
        return FieldError(path_of(_known_parts(model, parts) if model else parts) or "document", *said)
    if model is None:
        return FieldError(
            path_of(parts) or "request", error["msg"][:1].lower() + error["msg"][1:], "see the API's page"
        )
    if kind == "json_invalid":
        return FieldError("document", "this is not JSON", "see docs/FORMAT.md")
    if kind == "extra_forbidden":
        where = _known_parts(model, parts[:-1])
        keys = _keys_at(model, where)
        close = difflib.get_close_matches(str(parts[-1]), keys, 1)
        hint = f"did you mean {close[0]}? Accepted keys: " if close else "accepted keys: "
        name = str(parts[-1])[:60]
        return FieldError(path_of([*where, name]), f"“{name}” is not a key of this format", hint + ", ".join(keys))
    path = path_of(_known_parts(model, parts)) or "document"
    if kind == "literal_error":
        return FieldError(
            path, f"{str(error['input'])[:40]!r} is not one of the choices", f"accepted: {error['ctx']['expected']}"
        )
    if len(parts) > 1 and parts[-1] in ("str", "constrained-str", "ExactLength"):
        return FieldError(
            path,
            "a length needs tape text or a number with its unit",
            'write "82 1/2" or {"value": "165/2", "unit": "in"}',
        )
    reason, accepted = _SAID.get(kind, (error["msg"][:1].lower() + error["msg"][1:], "see docs/FORMAT.md"))
    return FieldError(path, reason, accepted)


def from_pydantic(error: ValidationError, model: type[BaseModel]) -> Refused:
    """Put a validation error of `model` into field errors, one for each field."""
    found: dict[str, FieldError] = {}
    for one in error.errors(include_url=False)[:MOST_ERRORS]:
        said = in_words(one, model)
        found.setdefault(said.path, said)
    return Refused(tuple(found.values()))


Some = typing.TypeVar("Some", bound=BaseModel)


def parse(model: type[Some], data: object) -> Some:
    """Validate data as a model. Raises Refused with field errors.

    Args:
        model: the Pydantic model; data: decoded JSON.
    """
    try:
        return model.model_validate(data)
    except ValidationError as error:
        raise from_pydantic(error, model) from None
