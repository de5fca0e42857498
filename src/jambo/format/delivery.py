"""What was measured of a thing that came, as it was written, and put into an opening's document (handbook 27)."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any

from jambo.core.delivery.asked import paths_of
from jambo.core.delivery.case import Measures
from jambo.core.items import PRINTED, Asked, asked_of
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import NotALength, ParsedLength, exact_text, read
from jambo.core.quantities.tape import Unit
from jambo.format.document import Document, Opening
from jambo.format.facts import Facts
from jambo.format.paths import lengths, put
from jambo.format.problems import FieldError, Refused, parse


def kind_of(asked: Asked) -> str:
    """The kind of length a measure is, as its fact is declared; "" for a choice."""
    if asked.choices:
        return ""
    path = re.sub(r"\[\d+\]", "[]", paths_of(asked, "pocket", 0)[0])
    return next(one.kind for one in lengths() if one.path == path)


def measured(item: str, texts: Mapping[str, str], unit: Unit) -> Measures:
    """Read what was measured of a thing; empty texts say nothing.

    Args:
        item: a key of `ITEMS`; texts: by the key they are asked under; unit: of bare numbers.

    Raises:
        Refused: for what is not asked of such a thing, is no length or no choice, by "measured.<key>".
    """
    asked = {one.key: one for one in asked_of(item)}
    found: dict[str, Length] = {}
    chosen: dict[str, str] = {}
    wrong: list[FieldError] = []
    for key, text in texts.items():
        path, one = f"measured.{key}", asked.get(key)
        if not text.strip():
            continue
        if one is None:
            wrong.append(FieldError(path, "this is not asked of it", "accepted: " + ", ".join(asked)))
        elif one.choices and text not in dict(one.choices):
            wrong.append(
                FieldError(path, f"{text[:40]!r} is none of them", "accepted: " + ", ".join(dict(one.choices)))
            )
        elif one.choices:
            chosen[key] = text
        else:
            heard = _heard(text, unit, kind_of(one), path, wrong)
            if heard is not None:
                found[key] = heard.length
                if key == PRINTED and heard.also is not None and text.strip().isdigit():
                    found["printed_also"], chosen[key] = heard.also, text.strip()
    if {"thickness_least", "thickness_most"} <= {*found} and found["thickness_least"] > found["thickness_most"]:
        wrong.append(FieldError("measured.thickness_most", "it is less than the thinnest", "a larger thickness"))
    if wrong:
        raise Refused(wrong)
    return Measures(found, chosen)


def _heard(text: str, unit: Unit, kind: str, path: str, wrong: list[FieldError]) -> ParsedLength | None:
    try:
        return read(text, unit, kind)
    except NotALength as error:
        wrong.append(FieldError(path, error.reason, error.accepted))
        return None


def says(item: str, measures: Measures, facts: Facts, leaf: int) -> dict[str, str]:
    """Give the facts of an opening that a thing's measures say, by path, as they are kept.

    Args:
        item: a key of `ITEMS`; measures: of the thing; facts: of the opening; leaf: which of its leaves it is, where it is one.
    """
    opening, unit = facts.opening, facts.rules.habit
    lengths_ = dict(measures.lengths)
    alone = len(opening.leaves) == 1
    if item == "leaf" and not (opening.kind == "swing" and alone):
        own = opening.leaves[leaf]
        # the size it is called by gives way as a whole: a call-out in its width says its height too
        planned = {"width": value_of(own.width), "height": value_of(own.height), "thickness": value_of(own.thickness)}
        lengths_ = {k: v for k, v in planned.items() if v is not None} | lengths_
    found: dict[str, str] = {}
    for asked in asked_of(item):
        value = lengths_.get(asked.key)
        text = (
            exact_text(value, unit)
            if value is not None
            else ""
            if not asked.choices
            else measures.chosen.get(asked.key, "")
        )
        if text:
            found |= dict.fromkeys(paths_of(asked, opening.kind, leaf, alone=alone), text)
    return found


def opening_with(kept: Any, said: Mapping[str, str | None]) -> Opening:
    """Give an opening with some facts in it, by their path in its document; None takes one out. Raises Refused.

    Args:
        kept: the opening as it is kept, plain data; said: texts by path.
    """
    tree: Any = {"opening": kept}
    for path, value in said.items():
        tree = put(tree, path, value)
    return parse(Opening, tree["opening"])


def with_facts(document: Document, said: Mapping[str, str | None]) -> Document:
    """Give the document with some facts of its opening in it, by path; None takes one out. Raises Refused."""
    kept = document.opening.model_dump(mode="json", exclude_unset=True, exclude_none=True)
    return document.model_copy(update={"opening": opening_with(kept, said)})
