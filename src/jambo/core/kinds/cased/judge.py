"""Judgements on an opening without a leaf of ours."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords
from jambo.core.kinds.cased.facts import by_sheet, cased_of
from jambo.core.quantities import names

FLAGS = FlagWords(
    {
        "door": {
            "sheet-not-recorded": (
                "check",
                "The rough opening is a maker's, and nobody has written down whose sheet it is from.",
                "Write down which sheet it was taken from: nothing of what goes in is worked out here.",
            ),
        },
    }
)


def on_sheet(opening: Opening) -> Iterator[Flag]:
    """Whether the sheet that gave the rough opening is recorded."""
    if by_sheet(opening) and not cased_of(opening).source.strip():
        yield FLAGS("sheet-not-recorded", {}, (names.RO_WIDTH, names.RO_HEIGHT), "opening.door.cased.source")
