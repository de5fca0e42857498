"""Field errors: what is wrong, where, and what would be accepted. Pydantic's own are put in the same words."""

from __future__ import annotations

import difflib
import types
import typing
from collections.abc import Sequence
from dataclasses import asdict, dataclass

from pydantic import BaseModel, ValidationError
from pydantic.fields import FieldInfo

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
        if isinstance(part, str) and (field := _field(at, part)) is not None:
            at = _model_in(field.annotation)
    return [field.alias or name for name, field in at.model_fields.items()] if at else []


def _known_parts(model: type[BaseModel], parts: Sequence[str | int]) -> list[str | int]:
    """Drop the names of union branches that Pydantic puts into locations."""
    kept: list[str | int] = []
    at: type[BaseModel] | None = model
    for part in parts:
        if isinstance(part, int):
            kept.append(part)
        elif (field := _field(at, part)) is not None:
            kept.append(part)
            at = _model_in(field.annotation)
    return kept


def _field(model: type[BaseModel] | None, name: str | int) -> FieldInfo | None:
    """A field of a model by its key in the document."""
    fields = model.model_fields.items() if model is not None else ()
    return next((field for known, field in fields if name in (known, field.alias)), None)


def _described(model: type[BaseModel] | None, parts: Sequence[str | int]) -> str:
    """What the schema says of the field at a place; "" where it says nothing."""
    field = None
    for part in parts:
        if isinstance(part, str):
            field = _field(model, part)
            model = _model_in(field.annotation) if field is not None else None
    return (field.description or "").rstrip(".") if field is not None else ""


_BOOL = ("true or false is needed here", "true or false")
_WHOLE = ("a whole number is needed here", "a number such as 1")
_NUMBER = ("a number is needed here", "a number such as 1.5")
_OBJECT = ("an object is needed here", "write { ... }")
# by Pydantic's name of an error; what stands in brackets is its own
_SAID = {
    "list_type": ("a list is needed here", "write [ ... ]"),
    "bool_type": _BOOL, "bool_parsing": _BOOL, "int_type": _WHOLE, "int_parsing": _WHOLE, "int_from_float": _WHOLE, "int_parsing_size": _WHOLE,
    "float_type": _NUMBER, "float_parsing": _NUMBER, "finite_number": _NUMBER, "model_type": _OBJECT, "model_attributes_type": _OBJECT, "dict_type": _OBJECT,
    "string_type": ("a text is needed here", 'write "..."'), "string_too_short": ("nothing is written here", "a text that is not empty"),
    "greater_than_equal": ("this is too little", "%(ge)s or more"), "greater_than": ("this is too little", "more than %(gt)s"),
    "less_than_equal": ("this is too much", "%(le)s at most"), "less_than": ("this is too much", "less than %(lt)s"),
    "too_short": ("the list is too short", "at least %(min_length)s"), "too_long": ("the list is too long", "at most %(max_length)s"),
    "string_pattern_mismatch": ("this is not written as it is here", "see docs/FORMAT.md"),
    "missing": ("this key is missing", "it has no default"),
}  # fmt: skip


def _said(error: typing.Any, accepted: str) -> tuple[str, str]:
    """What is wrong and what would be accepted, in plain words; where none of them fit, as Pydantic says it."""
    reason, would_do = _SAID.get(error["type"], (error["msg"][:1].lower() + error["msg"][1:], accepted))
    return reason, would_do % error.get("ctx", {})


def in_words(error: typing.Any, model: type[BaseModel] | None) -> FieldError:
    """Put one of Pydantic's errors into a field error; `model` is what was validated, if it was a model."""
    parts, kind = error["loc"], error["type"]
    if kind == "string_too_long":
        place = path_of(_known_parts(model, parts) if model else parts) or "document"
        return FieldError(place, "the text is too long", f"at most {error['ctx']['max_length']} characters")
    if kind == "value_error" and len(said := error["ctx"]["error"].args) == 2:  # a check of ours says both in our words
        return FieldError(path_of(_known_parts(model, parts) if model else parts) or "document", *said)
    if model is None:
        return FieldError(path_of(parts) or "request", *_said(error, "see the API's page"))
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
    reason, accepted = _said(error, "see docs/FORMAT.md")
    described = _described(model, parts) if kind == "string_pattern_mismatch" else ""
    return FieldError(path, reason, described[:1].lower() + described[1:] or accepted)


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
