"""The format's models of facts, derived from their declarations: which keys a part has and what each length is the length of."""

from __future__ import annotations

import types
from collections.abc import Mapping
from dataclasses import MISSING, dataclass, fields
from typing import Annotated, Any, Literal, Union, get_args, get_origin, get_type_hints

from pydantic import BaseModel, ConfigDict, Field, create_model

from jambo.core.facts.declared import lengths_of
from jambo.core.quantities.tape import Unit


@dataclass(frozen=True, slots=True)
class Of:
    """What a length is the length of: a key of `core.quantities.limits.KINDS`."""

    kind: str


class Model(BaseModel):
    """Base of every part of the format: unknown keys are refused, so a misspelt fact is never lost silently."""

    model_config = ConfigDict(extra="forbid", frozen=True, str_strip_whitespace=True)


class ExactLength(Model):
    """A length as an exact number with its unit: {"value": "165/2", "unit": "in"} or {"value": 686, "unit": "mm"}."""

    value: Annotated[str, Field(max_length=40)] | int | float
    unit: Unit


LengthText = Annotated[
    str | ExactLength,
    Field(description='Tape text such as "82 1/2", "2/6" or "686 mm", or an exact number with its unit.'),
]


Price = Annotated[
    Annotated[str, Field(max_length=20)] | int | float,
    Field(description='A price as a number, such as 4.12 or "4.12"; in any money, the same for all.'),
]


def is_choice(hint: Any) -> bool:
    """Say whether a fact is a yes or no or one of a few words, which the format writes as it stands."""
    if hint is bool or get_origin(hint) is Literal:
        return True
    if get_origin(hint) is Annotated:
        return is_choice(get_args(hint)[0])
    if get_origin(hint) in (Union, types.UnionType):
        return all(part is types.NoneType or is_choice(part) for part in get_args(hint))
    return False


def lengths_model(name: str, kinds: Mapping[str, str]) -> Any:
    """Make a model of lengths, each of which may be left out.

    Args:
        name: what the model is called.
        kinds: what each is the length of, by key.
    """
    keys: dict[str, Any] = {key: (Annotated[LengthText | None, Of(kind)], None) for key, kind in kinds.items()}
    return create_model(name, __base__=Model, **keys)


def picked(name: str, model: type[BaseModel], *keys: str) -> Any:
    """Make a model of some fields of another, each of which may be left out.

    Args:
        name: what it is called; model: whose fields they are; keys: which.
    """
    fields_of: dict[str, Any] = {}
    for key in keys:
        field = model.model_fields[key]
        hint: Any = field.annotation
        hint = hint | None
        fields_of[key] = (Annotated[(hint, *field.metadata)] if field.metadata else hint, None)
    return create_model(name, __base__=Model, **fields_of)


def model_of(part: type[Any]) -> Any:
    """Make the model of a dataclass of facts: its declared lengths, and its choices with their defaults.

    Args:
        part: a dataclass of core/facts whose lengths are declared (`declare`).

    Returns:
        A Pydantic model with one field for each declared length and choice; its keys are the published ones.
    """
    kinds = {key: fact.of for key, fact in lengths_of(part).items()}
    hints = get_type_hints(part)
    choices: dict[str, Any] = {
        field.name: (hints[field.name], field.default)
        for field in fields(part)
        if field.name not in kinds and is_choice(hints[field.name]) and field.default is not MISSING
    }
    return create_model(f"{part.__name__}Said", __base__=lengths_model(f"{part.__name__}Lengths", kinds), **choices)
