"""What is asked of a thing when it comes, as a form shows it (handbook 27)."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.core.items import asked_of
from jambo.core.words.lists import Region, fill
from jambo.format.delivery import kind_of


class AskedChoiceOut(TypedDict):
    """A choice that is offered."""

    value: str
    label: str


class AskedOut(TypedDict):
    """A measure or choice asked of a thing that comes; `kind` is "" for a choice."""

    key: str
    label: str
    how: str
    kind: str
    choices: list[AskedChoiceOut]


def asked_out(item: str, words: Region) -> list[AskedOut]:
    """What is asked of a thing when it comes; nothing of what is only counted."""
    return [
        {
            "key": one.key,
            "label": fill(one.label, words),
            "how": fill(one.how, words),
            "kind": kind_of(one),
            "choices": [{"value": value, "label": label} for value, label in one.choices],
        }
        for one in asked_of(item)
    ]
