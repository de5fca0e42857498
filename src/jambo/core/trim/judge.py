"""Judgements on the casing (handbook 8)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.words.lists import listed

FLAGS = FlagWords(
    {
        "trim": {
            "casing-does-not-cover": (
                "check",
                "The {casing} is {width} wide; at {where} it takes {wanted} to cover the joint on the {wallboard}.",
                "Use wider {casing}, a larger {casing_step} toward the opening, or fill the joint before trimming.",
            ),
        },
    }
)

AT = {
    names.CASING_WANTED_HINGE: "the hinge {leg}", names.CASING_WANTED_STRIKE: "the {strike} {leg}",
    names.CASING_WANTED_HEAD: "the {head}",
}  # fmt: skip


def on_trim(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Whether the casing covers from the frame over the edge of the rough opening, at every leg and the head (handbook 8)."""
    casing = opening.casing
    wanted = {name: value for name in AT if (value := figures.value(name)) is not None}
    narrow = [name for name, value in wanted.items() if casing is not None and casing.width.value < value]
    if casing is not None and narrow:
        where, worst = listed([AT[name] for name in narrow]), max(wanted[name] for name in narrow)
        values: Values = {"width": casing.width.value, "wanted": worst, "where": where}
        yield FLAGS("casing-does-not-cover", values, tuple(narrow), casing.width.source.path)
