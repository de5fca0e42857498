"""Every length an opening's document may say, by path: what it is the length of, and the house rule that stands in."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any, get_args

from pydantic import BaseModel
from pydantic.fields import FieldInfo

from jambo.core.facts.declared import LengthFact, lengths_of
from jambo.core.parts import PARTS
from jambo.format.declared import Of
from jambo.format.document import Document


@dataclass(frozen=True, slots=True)
class LengthAt:
    """A length of the document.

    Attributes:
        path: where it stands; [] for any place in a list.
        kind: a key of `core.quantities.limits.KINDS`.
        fact: its declaration, where a part of facts has it.
    """

    path: str
    kind: str
    fact: LengthFact | None


def _models(annotation: Any) -> Iterator[tuple[type[BaseModel], bool]]:
    """The models inside an annotation, and whether they stand in a list."""
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        yield annotation, False
        return
    for inner in get_args(annotation):
        for model, listed in _models(inner):
            yield model, listed or getattr(annotation, "__origin__", None) is list


def fields(model: type[BaseModel] = Document, path: str = "") -> Iterator[tuple[str, FieldInfo]]:
    """Give every field of a document that is no part with fields of its own, by path; [] for any place in a list."""
    for name, field in model.model_fields.items():
        where = f"{path}.{name}" if path else name
        inner = [] if _kind(field) else [*_models(field.annotation)]
        for part, listed in inner:
            yield from fields(part, f"{where}[]" if listed else where)
        if not inner:
            yield where, field


def _kind(field: FieldInfo) -> str | None:
    """What a length is the length of; None for what is none."""
    return next((one.kind for one in field.metadata if isinstance(one, Of)), None)


@cache
def lengths() -> tuple[LengthAt, ...]:
    """Give every length of a document, in its order."""
    declared = {f"{part.path}.{key}": fact for part in PARTS for key, fact in lengths_of(part.facts).items()}
    return tuple(LengthAt(path, kind, declared.get(path)) for path, field in fields() if (kind := _kind(field)))


def differences(old: Any, new: Any, path: str = "") -> list[tuple[str, Any, Any]]:
    """Name the fields in which two documents differ, with what each has there; None where it has nothing."""
    if _part(old) or _part(new):
        if (old is None or _part(old)) and (new is None or _part(new)):
            old, new = old or {}, new or {}
            keys = [*old, *(k for k in new if k not in old)]
            return [d for k in keys for d in differences(old.get(k), new.get(k), f"{path}.{k}" if path else k)]
        return [(path, old, new)]
    if isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        return [d for i, pair in enumerate(zip(old, new, strict=True)) for d in differences(*pair, f"{path}[{i}]")]
    return [] if old == new else [(path, old, new)]


def _part(value: Any) -> bool:
    """Whether this is a part of a document: a length written as a number with its unit is one value, and not two fields."""
    return isinstance(value, dict) and set(value) != {"value", "unit"}


def put(tree: Any, path: str, value: Any) -> Any:
    """Give a copy of a document with a value at a path, such as "opening.door.leaves[0].width"; None takes the field out.

    Args:
        tree: plain data, as kept; path: to a field; value: plain data.
    """
    key, _, deeper = path.partition(".")
    name, _, index = key.partition("[")
    if index:
        rows, at = [*(tree.get(name) or [])], int(index.rstrip("]"))
        while len(rows) <= at:
            rows.append({})
        rows[at] = put(rows[at], deeper, value)
        return {**tree, name: rows}
    if deeper:
        return {**tree, key: put(tree.get(key) or {}, deeper, value)}
    others = {k: v for k, v in tree.items() if k != key}
    return others if value is None else {**others, key: value}


def at(tree: Any, path: str) -> Any:
    """Give what a document has at a path; None where it says nothing."""
    for key in path.split("."):
        name, _, index = key.partition("[")
        tree = (tree or {}).get(name)
        if index:
            rows, n = tree or [], int(index.rstrip("]"))
            tree = rows[n] if n < len(rows) else None
    return tree
