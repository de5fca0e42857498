"""The order of work and its gates (TRADE 10, 12, 20, 21): numbered steps with an opening's own figures filled in."""

from __future__ import annotations

from dataclasses import dataclass

from jambo.core.opening.facts import Opening


@dataclass(frozen=True, slots=True)
class Step:
    """One step: words with parts of the word list and names of figures in braces. A `gate` must be open before it."""

    text: str
    gate: str = ""


POCKET = (
    Step("Look into the wall over the whole {ro_width}: wires, pipes, ducts and load out of the zone.", "services out of the pocket's zone"),
    Step("Frame the opening {ro_width} by {ro_height}; the {header} level within 1/16 in over its whole length."),
    Step("Set a nail or screw in the middle of each rough {stud} at {set_mark}, standing proud 1/8 to 1/4 in."),
    Step("Cut the kit {header} {kit_header} and the track {pocket_track}; cut the trim board at the mark for {trim_board_mark}. Hang them on the marks, level."),
    Step("Snap lines flush with both {stud} faces; stand the split {stud}s with the first pair flush at the mouth, feet fixed {foot_fixing} deep, two a foot."),
    Step("Plumb and straighten with the longest level that fits, then fasten.", "frame before {wallboard}"),
    Step("Close the wall with fixings of at most {longest_fixing_a} on side A and {longest_fixing_b} on side B."),
    Step("Seal all six faces of the {leaf}; hangers {hanger_1} and {hanger_2} from one edge, wheels alternating.", "{leaf} after {wallboard} and paint"),
    Step("Hang the {leaf}; screw the bumper on its back edge {bumper_on_leaf} up from its bottom; guides at the mouth, both sides."),
    Step("Fit the split {leg}s and one half of the {head} with screws, so that the {leaf} can come out again."),
)  # fmt: skip

STEEL = (
    Step("Check the finished opening {ro_width} by {ro_height} and the wall {wall_finished} against the throat.", "{wallboard} done first"),
    Step("One {leg} up against the wall, then the {head}, then the other {leg}; seat tabs and slots, bend the tabs over."),
    Step("Plumb the hinge {leg}; hold the feet apart at {frame_inside_width}, as at the {head}: the feet spread."),
    Step("One screw of at least {steel_foot_screw} through each foot; {leg}s square to the wall, or the {leaf} will not lie against the stop."),
    Step("Turn the top anchors until the face just starts to draw, no more."),
)  # fmt: skip

OUTSIDE = (
    Step("Check the rough sill level within 1/16 in; bed filler strips of {sill_filler} where the floor is higher."),
    Step("Pan or flashing tape over the sill, corners wrapped and stretched, up the {jack}s, not beyond the sill's nosing.", "pan before the frame"),
    Step("Three continuous beads of sealant, then the frame: sill level or shimmed and fully bedded, falling to the outside."),
    Step("Plumb, {shim} and fix as any frame; gap {weather_gap} at the {strike}."),
    Step("Set the stop with the seal pressed about half: {seal_set}."),
    Step("Head flashing last; fill the gap with low-expansion foam, mineral wool or the sealant the listing asks. Sealant is no fixing."),
)  # fmt: skip

SLIDER = (
    Step("Mark the track line {track_line} above the finished floor, level over the whole {track_length}."),
    Step("Find every {stud} behind it and prove each with a thin nail.", "{stud}s found"),
    Step("Fix the backer level, then the track with its start {track_start} from the opening's edge; fixings of {lag_length}."),
    Step("Set hangers {hanger_inset} from the slab's edges and the pull {pull_mark} up from its bottom."),
    Step("Two people lift the slab on. Guide at {guide_at}, where closed and open slab share their place."),
    Step("Stops at {stop_closed} and {stop_open}; slide it through, then the anti-jump blocks, last.", "slab on before anti-jump"),
)  # fmt: skip


def order_of_work(opening: Opening) -> tuple[Step, ...]:
    """The steps that belong to this kind of door; none where any order will do."""
    if opening.kind == "pocket":
        return POCKET
    if opening.kind == "face_slider":
        return SLIDER
    if opening.kind == "swing" and opening.frame.kind == "steel_wrap":
        return STEEL
    if opening.kind == "swing" and opening.frame.kind == "outside_sill":
        return OUTSIDE
    return ()
