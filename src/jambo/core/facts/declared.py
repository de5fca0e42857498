"""One declaration per fact: what it is the length of, what a slip calls it, the house rule behind it, its stage.

A dataclass of facts says each of its lengths once, as `Annotated[Known, declare(...)]`. The format's models, the reader, the
stock book's columns, the labels of a slip and the homes of paths on the screen all derive from that declaration.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from typing import Any, get_type_hints

from jambo.core.frozen import dataclass
from jambo.core.rules import RuleName
from jambo.core.stages import Stage


@dataclass(frozen=True, slots=True)
class LengthFact:
    """A length somebody may say.

    Attributes:
        of: a key of `quantities.limits.KINDS`: what it is the length of.
        label: what a slip calls it, a template over the word list; "" where the rule's or an older label counts.
        name: what its terms are called; the fact's own name unless another says the same thing.
        rule: the house rule that stands in while nobody has said it; None for none.
        stage: where it is settled, when that is not where its part is.
        short: what a field or a column calls it, where the label is too long for one.
        required: whether figures wait for it: it is `Missing` while nobody has said it, and not None.
    """

    of: str
    label: str = ""
    name: str = ""
    rule: RuleName | None = None
    stage: Stage | None = None
    short: str = ""
    required: bool = False


@dataclass(frozen=True, slots=True)
class Settled:
    """Where a fact that is no length is settled, when that is not where its part is."""

    stage: Stage


def declare(
    of: str,
    label: str = "",
    *,
    name: str = "",
    rule: RuleName | None = None,
    stage: Stage | None = None,
    short: str = "",
    required: bool = False,
) -> LengthFact:
    """Declare a length. See `LengthFact` for the arguments."""
    return LengthFact(of, label, name, rule, stage, short, required)


def lengths_of(part: type[Any]) -> dict[str, LengthFact]:
    """Give the lengths a dataclass of facts declares, by field, with their term names filled in."""
    return _lengths_of(part)  # type: ignore[arg-type]  # classes can be hashed, which the type checker does not see


@cache
def _lengths_of(part: type[Any]) -> dict[str, LengthFact]:
    found: dict[str, LengthFact] = {}
    for field, hint in get_type_hints(part, include_extras=True).items():
        for one in getattr(hint, "__metadata__", ()):
            if isinstance(one, LengthFact):
                name = one.name or one.rule or field
                found[field] = LengthFact(one.of, one.label, name, one.rule, one.stage, one.short, one.required)
    return found


def stages_of(part: type[Any]) -> Iterator[tuple[str, Stage]]:
    """Give the fields of a dataclass of facts that are settled elsewhere than the part, with their stage."""
    for field, hint in get_type_hints(part, include_extras=True).items():
        for one in getattr(hint, "__metadata__", ()):
            if isinstance(one, (LengthFact, Settled)) and one.stage is not None:
                yield field, one.stage
