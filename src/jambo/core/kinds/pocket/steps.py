"""The steps of a pocket door (handbook 10 and 21)."""

from __future__ import annotations

from jambo.core.flags import LOCAL_CODE
from jambo.core.step import EYES, Step

POCKET = (
    Step(
        key="zone",
        part="Framing",
        text="Look into the wall over the whole {ro_width}: wires, pipes, ducts and load out of the zone.",
        gate="services out of the pocket's zone",
        caution=LOCAL_CODE,
    ),
    Step(
        key="pocket-frame",
        part="Framing",
        text="Frame the opening {ro_width} by {ro_height}.",
        tools="saw, level",
        check="{header} level within {level_tolerance} over its whole length",
        caution=EYES,
    ),
    Step(
        key="set-mark",
        part="Framing",
        text="Set a nail or screw in the middle of each rough {stud} at {set_mark}; let its head stand out to hang the kit on.",
        tools="tape, level",
    ),
    Step(
        key="kit-cuts",
        part="Frame",
        text="Cut the kit {header} {kit_header} and the track {pocket_track}; cut the trim board at the mark for {trim_board_mark}. Hang them on the marks.",
        tools="hacksaw, level",
        check="level",
        caution=EYES,
    ),
    Step(
        key="split-studs",
        part="Frame",
        text="Snap lines flush with both {stud} faces; stand the split {stud}s with the first pair flush at the mouth, feet fixed {foot_fixing} deep, two a foot.",
        tools="chalk line",
        check="never through a heating pipe",
    ),
    Step(
        key="straighten",
        part="Frame",
        text="Plumb and straighten with the longest level that fits, then fasten.",
        gate="frame before {wallboard}",
        tools="long level",
        check="straight by eye and level",
    ),
    Step(
        key="close",
        part="Frame",
        text="Close the wall with fixings of at most {longest_fixing_a} on side A and {longest_fixing_b} on side B.",
        check="nothing enters the pocket",
    ),
    Step(
        key="seal-leaf",
        part="Hanging",
        text="Seal all six faces of the {leaf}; hangers {hanger_1} and {hanger_2} from one edge, wheels alternating.",
        gate="{leaf} after {wallboard} and paint",
    ),
    Step(
        key="hang-leaf",
        part="Hanging",
        text="Hang the {leaf}; screw the bumper on its back edge {bumper_on_leaf} up from its bottom; guides at the mouth, both sides.",
        tools="screwdriver",
        check="runs free over its whole way",
    ),
    Step(
        key="split-legs",
        part="Finishing",
        text="Fit the split {leg}s and one half of the {head} with screws, so that the {leaf} can come out again.",
    ),
)
