"""The steps of a face slider (handbook 11 and 21)."""

from __future__ import annotations

from jambo.core.step import Step

SLIDER = (
    Step(
        key="track-line",
        part="Setting",
        text="Mark the track line {track_line} above the finished floor, over the whole {track_length}.",
        tools="level, chalk line",
        check="level",
    ),
    Step(
        key="find-studs",
        part="Setting",
        text="Find every {stud} behind it and prove each with a thin nail.",
        gate="{stud}s found",
        tools="finder, nail",
        caution="Wires and pipes run in walls: know before you drill.",
    ),
    Step(
        key="backer",
        part="Setting",
        text="Fix the backer, then the track with its start {track_start}; fixings of {lag_length}.",
        tools="drill, socket",
        check="level, every fixing in a {stud}",
    ),
    Step(
        key="hangers",
        part="Hanging",
        text="Set hangers {hanger_inset} from the slab's edges and the pull {pull_mark} up from its bottom.",
    ),
    Step(
        key="lift-on",
        part="Hanging",
        text="Two people lift the slab on. Guide at {guide_at}, where closed and open slab share their place.",
        check="clear of the {casing} over its whole way",
        caution="A slab can fall: two people, fingers clear of the track.",
    ),
    Step(
        key="stops",
        part="Finishing",
        text="Stops with their faces {stop_closed} and {stop_open}; slide it through, then the anti-jump blocks, last.",
        gate="slab on before anti-jump",
    ),
)
