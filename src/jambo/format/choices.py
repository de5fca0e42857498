"""The choices of a document as its fields have them: what may be chosen, and what counts while nobody chose."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Literal, get_args, get_origin

from jambo.core.choices import CHOICES
from jambo.core.frames.registry import FRAMES
from jambo.format.paths import fields

ChoiceKind = Literal["word", "number", "yes_no"]
_FRAMES: dict[str, str] = {
    kind.name: kind.label for kind in FRAMES.values()
}  # each says in its own module what it is called


@dataclass(frozen=True, slots=True)
class Offered:
    """A choice of the document.

    Attributes:
        path: where it stands; [] for any place in a list.
        label: what it is called, a template over the word list.
        kind: what a document writes there.
        fallback: the option that counts while nobody chose; "" for none.
        options: what each is called, a template alike.
    """

    path: str
    label: str
    kind: ChoiceKind
    fallback: str
    options: dict[str, str]


def offered() -> Iterator[Offered]:
    """Give every choice of a document."""
    found = dict(fields())
    for path, choice in CHOICES.items():
        field = found[path]
        kind = _kind(field.annotation)
        options = choice.options or (_numbers(field.metadata) if kind == "number" else _FRAMES)
        default = ("no", "yes")[field.default] if kind == "yes_no" else field.default
        yield Offered(path, choice.label, kind, "" if default is None else str(default), dict(options))


def _kind(annotation: Any) -> ChoiceKind:
    if annotation is bool or annotation is int:
        return "yes_no" if annotation is bool else "number"
    parts = [] if get_origin(annotation) is Literal else get_args(annotation)
    return next((kind for part in parts if (kind := _kind(part)) != "word"), "word")


def _numbers(metadata: list[Any]) -> dict[str, str]:
    least, most = (next(getattr(one, end) for one in metadata if hasattr(one, end)) for end in ("ge", "le"))
    return {str(n): str(n) for n in range(least, most + 1)}
