"""Judgements on a set of bypass leaves, from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, Values
from jambo.core.kinds.bypass.facts import bypass_of
from jambo.core.quantities.figure import Figures, Known
from jambo.core.quantities.length import ZERO


def on_bypass(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Bypass leaves: whether they lap, pass under their track and find depth (TRADE 11)."""
    by, overlap = bypass_of(opening), figures.value("bypass_overlap_each")
    path = "opening.door.bypass.leaf_width"
    n, wide = by.count, figures.value("bypass_leaf_wanted")
    if overlap is not None and overlap <= ZERO and wide is not None:
        values: Values = {"short": -overlap * (n - 1), "wanted": wide}
        yield Flag("bypass-leaves-do-not-lap", values, ("bypass_overlap_each",), path)
    elif overlap is not None and overlap < by.overlap.value:
        values = {"overlap": overlap, "wanted": by.overlap.value, "needed": (by.overlap.value - overlap) * (n - 1)}
        yield Flag("bypass-laps-little", values, ("bypass_overlap_each",), path)
    left = figures.value("bypass_track_left")
    if left is not None and left < by.track.value:
        over = by.track.value - left
        yield Flag("bypass-leaf-too-high", {"over": over}, ("bypass_track_left",), "opening.door.bypass.leaf_height")
    deep, frame = figures.value("bypass_depth"), figures.value("frame_depth")
    has = opening.frame.depth.value if isinstance(opening.frame.depth, Known) else frame
    if deep is not None and has is not None and deep > has:
        yield Flag(
            "bypass-too-deep", {"deep": deep, "frame_depth": has}, ("bypass_depth",), "opening.door.leaves[0].thickness"
        )
