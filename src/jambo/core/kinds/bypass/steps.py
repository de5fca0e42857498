"""The steps of bypass leaves (handbook 11 and 21)."""

from __future__ import annotations

from jambo.core.step import Step

BYPASS = (
    Step(
        key="bypass-track",
        part="Hanging",
        needs=("strike-leg",),
        text="Screw the track under the {head}, {frame_inside_width} long, the channels parallel to the wall.",
        tools="drill, level",
        check="level",
    ),
    Step(
        key="bypass-leaves",
        part="Hanging",
        needs=("bypass-track",),
        text="Hang the rear {leaf} first, then those before it; each {leaf_size_width} wide, lapping {bypass_overlap_each}.",
        tools="screwdriver",
        check="they pass without touching",
    ),
    Step(
        key="bypass-guide",
        part="Hanging",
        needs=("bypass-leaves",),
        text="Guide on the floor in the middle of each lap, then set the wheels until the {leaf}'s edge stands plumb to the {leg}s.",
        tools="wrench",
    ),
)
