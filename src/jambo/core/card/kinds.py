"""The steps that belong to a kind of door or frame (TRADE 10, 11, 12, 20) and to taking an old one out (TRADE 21)."""

from __future__ import annotations

from jambo.core.card.step import CODE, EYES, Step

TAKE_OUT = (
    Step("score", "Taking out", "Score the paint along the old {casing} and take it off; save what goes back.", "", "knife, flat bar", "",
         "Paint and board from before the 1990s may hold lead or asbestos: test first."),
    Step("old-frame", "Taking out", "Cut the old {frame} through the middle of each {leg} and pull it inward; pull or cut every nail.", "", "saw, nail puller", "no nail left proud", EYES),
    Step("look", "Taking out", "Look at the framing: rot, loose {stud}s, load, wires and pipes.", "", "light, awl", "written down what was found", CODE),
)  # fmt: skip

POCKET = (
    Step("zone", "Framing", "Look into the wall over the whole {ro_width}: wires, pipes, ducts and load out of the zone.", "services out of the pocket's zone", "", "", CODE),
    Step("pocket-frame", "Framing", "Frame the opening {ro_width} by {ro_height}.", "", "saw, level", "{header} level within 1/16 in over its whole length", EYES),
    Step("set-mark", "Framing", "Set a nail or screw in the middle of each rough {stud} at {set_mark}, standing proud 1/8 to 1/4 in.", "", "tape, level"),
    Step("kit-cuts", "Frame", "Cut the kit {header} {kit_header} and the track {pocket_track}; cut the trim board at the mark for {trim_board_mark}. Hang them on the marks.", "", "hacksaw, level", "level", EYES),
    Step("split-studs", "Frame", "Snap lines flush with both {stud} faces; stand the split {stud}s with the first pair flush at the mouth, feet fixed {foot_fixing} deep, two a foot.", "", "chalk line", "never through a heating pipe"),
    Step("straighten", "Frame", "Plumb and straighten with the longest level that fits, then fasten.", "frame before {wallboard}", "long level", "straight by eye and level"),
    Step("close", "Frame", "Close the wall with fixings of at most {longest_fixing_a} on side A and {longest_fixing_b} on side B.", "", "", "nothing enters the pocket"),
    Step("seal-leaf", "Hanging", "Seal all six faces of the {leaf}; hangers {hanger_1} and {hanger_2} from one edge, wheels alternating.", "{leaf} after {wallboard} and paint"),
    Step("hang-leaf", "Hanging", "Hang the {leaf}; screw the bumper on its back edge {bumper_on_leaf} up from its bottom; guides at the mouth, both sides.", "", "screwdriver", "runs free over its whole way"),
    Step("split-legs", "Finishing", "Fit the split {leg}s and one half of the {head} with screws, so that the {leaf} can come out again."),
)  # fmt: skip

STEEL = (
    Step("throat", "Before", "Check the finished opening {ro_width} by {ro_height} and the wall {wall_finished} against the throat.", "{wallboard} done first", "tape"),
    Step("wrap", "Setting", "One {leg} up against the wall, then the {head}, then the other {leg}; seat tabs and slots, bend the tabs over.", "", "mallet", "seams closed", "Edges cut: wear gloves."),
    Step("feet", "Setting", "Plumb the hinge {leg}; hold the feet apart at {frame_inside_width}, as at the {head}: the feet spread.", "", "level, spreader stick", "width at the foot equal to the head's"),
    Step("foot-screws", "Setting", "One screw of at least {steel_foot_screw} through each foot.", "", "drill", "{leg}s square to the wall, or the {leaf} will not lie against the stop"),
    Step("anchors", "Setting", "Turn the top anchors until the face just starts to draw, no more.", "", "screwdriver"),
)  # fmt: skip

OUTSIDE = (
    Step("rough-sill", "Before", "Check the rough sill; bed filler strips of {sill_filler} where the floor is higher.", "", "level", "level within 1/16 in"),
    Step("pan", "Before", "Pan or flashing tape over the sill, corners wrapped and stretched, up the {jack}s, not beyond the sill's nosing.", "pan before the frame", "knife, roller"),
    Step("beads", "Setting", "Three continuous beads of sealant, then the frame: sill level or shimmed and fully bedded, falling to the outside.", "", "sealant gun, level", "no gap in a bead", "Two people lift the frame."),
)  # fmt: skip

OUTSIDE_AFTER = (
    Step("seal-set", "Finishing", "Set the stop with the seal pressed about half: {seal_set}.", "", "", "the seal touches all round"),
    Step("flashing", "Finishing", "Head flashing last; fill the gap with low-expansion foam, mineral wool or the sealant the listing asks.", "", "", "sealant is no fixing"),
)  # fmt: skip

SLIDER = (
    Step("track-line", "Setting", "Mark the track line {track_line} above the finished floor, over the whole {track_length}.", "", "level, chalk line", "level"),
    Step("find-studs", "Setting", "Find every {stud} behind it and prove each with a thin nail.", "{stud}s found", "finder, nail", "", "Wires and pipes run in walls: know before you drill."),
    Step("backer", "Setting", "Fix the backer, then the track with its start {track_start} from the opening's edge; fixings of {lag_length}.", "", "drill, socket", "level, every fixing in a {stud}"),
    Step("hangers", "Hanging", "Set hangers {hanger_inset} from the slab's edges and the pull {pull_mark} up from its bottom."),
    Step("lift-on", "Hanging", "Two people lift the slab on. Guide at {guide_at}, where closed and open slab share their place.", "", "", "clear of the {casing} over its whole way", "A slab can fall: two people, fingers clear of the track."),
    Step("stops", "Finishing", "Stops at {stop_closed} and {stop_open}; slide it through, then the anti-jump blocks, last.", "slab on before anti-jump"),
)  # fmt: skip

BYPASS = (
    Step("bypass-track", "Setting", "Screw the track under the {head}, {frame_inside_width} long, the channels parallel to the wall.", "", "drill, level", "level"),
    Step("bypass-leaves", "Hanging", "Hang the rear leaf first, then those before it; each {leaf_size_width} wide, lapping {bypass_overlap_each}.", "", "", "they pass without touching"),
    Step("bypass-guide", "Hanging", "Guide on the floor in the middle of each lap, then set the wheels until the leaves stand plumb to the {leg}s.", "", "wrench"),
)  # fmt: skip
