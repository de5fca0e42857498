"""Judgements on a set of bypass leaves, from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Known
from jambo.core.quantities.length import ZERO

FLAGS = FlagWords(
    {
        "opening": {
            "bypass-leaves-do-not-lap": (
                "stop",
                "The leaves are {short} too narrow to meet across the opening.",
                "Use leaves of at least {wanted}, or narrow the opening.",
            ),
            "bypass-laps-little": (
                "check",
                "The leaves lap {overlap}; {wanted} is wanted.",
                "Use wider leaves or narrow the opening by {needed}.",
            ),
            "bypass-leaf-too-high": (
                "stop",
                "Leaf, floor gap and track are {over} higher than the finished opening.",
                "Trim the leaves at the bottom as far as the maker allows, or raise the {head}.",
            ),
        },
        "door": {
            "bypass-too-deep": (
                "check",
                "The leaves on their channels are {deep} deep and the {frame} {frame_depth}.",
                "Use thinner leaves, fewer of them, or let the track stand out behind a fascia.",
            ),
        },
    }
)


def on_bypass(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Bypass leaves: whether they lap, pass under their track and find depth (handbook 11)."""
    by, overlap = bypass_of(opening), figures.value(names.BYPASS_OVERLAP_EACH)
    path = "opening.door.bypass.leaf_width"
    n, wide = by.count, figures.value(names.BYPASS_LEAF_WANTED)
    if overlap is not None and overlap <= ZERO and wide is not None:
        values: Values = {"short": -overlap * (n - 1), "wanted": wide}
        yield FLAGS("bypass-leaves-do-not-lap", values, (names.BYPASS_OVERLAP_EACH,), path)
    elif overlap is not None and overlap < by.overlap.value:
        values = {"overlap": overlap, "wanted": by.overlap.value, "needed": (by.overlap.value - overlap) * (n - 1)}
        yield FLAGS("bypass-laps-little", values, (names.BYPASS_OVERLAP_EACH,), path)
    left = figures.value(names.BYPASS_TRACK_LEFT)
    if left is not None and left < by.track.value:
        over = by.track.value - left
        yield FLAGS(
            "bypass-leaf-too-high", {"over": over}, (names.BYPASS_TRACK_LEFT,), "opening.door.bypass.leaf_height"
        )
    deep, frame = figures.value(names.BYPASS_DEPTH), figures.value(names.FRAME_DEPTH)
    has = opening.frame.depth.value if isinstance(opening.frame.depth, Known) else frame
    if deep is not None and has is not None and deep > has:
        yield FLAGS(
            "bypass-too-deep",
            {"deep": deep, "frame_depth": has},
            (names.BYPASS_DEPTH,),
            "opening.door.leaves[0].thickness",
        )
