"""Judgements on the casing (handbook 8)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures

FLAGS = FlagWords(
    {
        "trim": {
            "casing-does-not-cover": (
                "check",
                "The {casing} is {width} wide; it takes {wanted} to cover the joint on the {wallboard}.",
                "Use wider {casing}, a larger {casing_step} toward the opening, or fill the joint before trimming.",
            ),
        },
    }
)


def on_trim(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Whether the casing covers from the frame over the edge of the rough opening (handbook 8)."""
    casing, wanted = opening.casing, figures.value(names.CASING_WANTED)
    if casing is not None and wanted is not None and casing.width.value < wanted:
        values = {"width": casing.width.value, "wanted": wanted}
        yield FLAGS("casing-does-not-cover", values, (names.CASING_WANTED,), casing.width.source.path)
