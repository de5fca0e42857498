"""The work card (TRADE 21, with 10, 11, 12, 20 and 22): numbered steps with an opening's own figures, tools, checks, gates.

Braces in a step name figures, house rules and parts of the word list; `files` fills them in. Both schools of order are
here: which one a card follows is a fact of the opening.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from jambo.core.door.frame import LegsPastHead, Trenched
from jambo.core.opening.cut_in import Opened
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.sums import Reckoned

Part = Literal["Before", "Taking out", "Framing", "Frame", "Setting", "Hanging", "Finishing"]


@dataclass(frozen=True, slots=True)
class Step:
    """One step. A `gate` must be open before it; `check` is what makes it good; `caution` what can hurt."""

    key: str
    part: Part
    text: str
    gate: str = ""
    tools: str = ""
    check: str = ""
    caution: str = ""


EYES = "Eye, ear and dust protection; work held, both hands clear of the blade."
CODE = "Follow the local code; where structure, fire or wiring is touched, a licensed person decides."

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


def _floor(opening: Opening) -> Iterable[Step]:
    layers = [layer for side in (opening.floors.a, opening.floors.b) for layer in side.layers or ()]
    unsettled = any(getattr(layer, "source", None) and layer.source.kind == "allowance" for layer in layers)  # type: ignore[union-attr]
    stands = {
        "rough_floor": "The {leg}s stand on the rough floor: the finish is laid to them, or they are undercut for it.",
        "finished_floor": "The finished floor is laid first; the {leg}s stand on it.",
        "spacer": "Stand the {leg}s on scraps {foot} high, so that the floor can slide under them later.",
    }[opening.frame.stands_on]
    gate = "the floor decided, or its allowance accepted" if unsettled else ""
    yield Step(
        "floor", "Before", stands, gate, "", "floor under the {leaf} {floor_under}, highest it passes {floor_clear}"
    )


def _into_wall(opening: Opening, wall: Wall, opened: Opened | None, figures: Mapping[str, Reckoned]) -> Iterable[Step]:
    """A new hole in a standing wall: support, what is in it, which studs go and which stay, and what is made good."""
    asked = opening.cut_in
    if wall.bearing != "no":
        said = f": {asked.support}, by {asked.support_by}" if asked and asked.support and asked.support_by else ""
        yield Step("support", "Before", "Set the temporary support" + _plain(said) + ", before the first {stud} is cut.",
                   "support planned and recorded", "posts, beam, screw jacks", "the load stands on it, nothing has sunk", CODE)  # fmt: skip
    yield Step("services", "Before", "Turn off and prove dead what runs in the wall; look along the whole {header_length} before a blade goes in.",
               "what is in the wall known", "tester, light, awl", "no wire, pipe or duct within the hole", CODE)  # fmt: skip
    yield Step("mark-hole", "Framing", "Mark the hole at {mark_ro_near} and {mark_ro_far}; open the {wallboard} from {king} to {king}, on both sides.",
               "", "level, knife", "plumb lines; the {stud}s stand where they were found",
               "Paint and board from before the 1990s may hold lead or asbestos: test first.")  # fmt: skip
    if opened is not None:
        cut = ", ".join(f"{{mark_found_{n + 1}}}" for n in opened.cut)
        whole = ", ".join(f"{{mark_found_{n + 1}}}" for n in opened.cleared)
        if cut:
            yield Step("cut-standing", "Framing", f"Cut the {{stud}}s at {cut} at {{header_top}} and take their lower parts out; the tops stay as {{cripple}}s.",
                       "" if wall.bearing == "no" else "support in place; {header} size and who gave it written down", "saw, pry bar", "cuts square, at one height", EYES)  # fmt: skip
        if whole:
            yield Step(
                "clear-standing",
                "Framing",
                f"Take the {{stud}} at {whole} out whole, to make room for a new {{king}}.",
                "",
                "saw, pry bar",
                "",
                EYES,
            )
        kept = [side for side, king in zip(("left", "right"), opened.kings, strict=True) if king is not None]
        if kept:
            packs = [f"{{king_filler_{side}}} on the {side}" for side in kept if f"king_filler_{side}" in figures]
            fill = f"; fill to the {{jack}} with {' and '.join(packs)}" if packs else ""
            yield Step(
                "keep-standing",
                "Framing",
                f"The standing {{stud}} on the {' and on the '.join(kept)} serves as {{king}}{fill}.",
                "",
                "level",
                "sound, plumb, nailed to its plates",
            )
        new = 2 * opening.header.kings - opened.reused
        length = (
            "{king_low_long} and {king_high_long} at their long points"
            if "king_low_long" in figures
            else "{king_length}"
        )
        if new:
            yield Step(
                "new-kings",
                "Framing",
                f"Add {new} {{king}}{'s' if new > 1 else ''}, {length}.",
                "",
                "saw, nailer",
                "tight between the plates",
                EYES,
            )
    yield Step(
        "cut-plate",
        "Framing",
        "Cut the {plate} out: {plate_cut}.",
        "",
        "saw",
        "flush with both {jack}s; no nail left in the way",
        EYES,
    )
    if "floor_extension" in figures:
        yield Step(
            "floor-extension",
            "Framing",
            "Set a block of {plate_block} under each cut end of the {plate}, and fill the floor between with {floor_extension}.",
            "",
            "saw, screws",
            "flush with the floor, no spring",
        )
    yield Step("stand", "Framing", "Stand {jack}s of {jack_length}, then the {header} {header_length} tight on them and under the {cripple}s.",
               "" if wall.bearing == "no" else "{header} size and who gave it written down", "level, nailer",
               "opening {ro_width} by {ro_height}, {header} level within 1/16 in", "Two people lift the {header}.")  # fmt: skip
    if "slope_nailer" in figures:
        yield Step(
            "nailer",
            "Framing",
            "Fix a nailer of {slope_nailer} along the sloping ceiling and nail every {cripple} to it.",
            "",
            "saw, screws",
            "each {cripple} held at both ends",
        )
    if wall.bearing != "no":
        yield Step(
            "unload",
            "Framing",
            "Let the load down on the {header} slowly, then take the support away.",
            "{header} fixed and checked",
            "screw jacks",
            "{header} level, no new crack",
            CODE,
        )
    if "base_cut_near" in figures:
        yield Step(
            "base-trim",
            "Finishing",
            "Cut the base trim back at {base_cut_near} and {base_cut_far}, to the {casing}'s outer edges.",
            "",
            "multi-tool",
            "square, tight to the {casing}",
            EYES,
        )


def _plain(text: str) -> str:
    """A text somebody typed, so that its braces are no names."""
    return text.replace("{", "(").replace("}", ")")


def _framing(opening: Opening, wall: Wall) -> Iterable[Step]:
    gate = "" if wall.bearing == "no" else "{header} size and who gave it written down"
    if wall.existing:
        yield Step("cut-in", "Framing", "Cut into the wall {ro_width} by {ro_height}; {header} {header_length} on {jack}s of {jack_length}.",
                   gate or "what is in the wall known", "saw", "{header} level within 1/16 in", EYES + " " + CODE)  # fmt: skip
        return
    yield Step(
        "plate",
        "Framing",
        "Mark the plate at {mark_ro_near} and {mark_ro_far}; the cross on the side where the {stud}s stand.",
        "",
        "tape, square",
        "measured from the same end each time",
    )
    yield Step(
        "cut-studs",
        "Framing",
        "Cut {jack}s {jack_length}, {king}s {king_length}, {header} {header_length}, {cripple}s {cripple_length}.",
        gate,
        "saw",
        "",
        EYES,
    )
    yield Step(
        "stand",
        "Framing",
        "Nail the {jack}s to the {king}s, the {header} tight on the {jack}s.",
        "",
        "level, nailer",
        "opening {ro_width} by {ro_height}, {header} level within 1/16 in",
        "Two people lift the {header}.",
    )
    yield Step(
        "cut-plate",
        "Framing",
        "Cut the {plate} out between the {jack}s: {plate_cut}.",
        "",
        "saw",
        "flush with both {jack}s",
        EYES,
    )


def _frame(opening: Opening) -> Iterable[Step]:
    """Cut and join the frame by its kind."""
    frame = opening.frame
    pre_hung = frame.kind == "flat_jamb" and frame.supply == "pre_hung"
    lengths = (
        "hinge {leg} {leg_hinge_set}, {strike} {leg} {leg_strike_set}"
        if opening.survey.readings
        else "{leg}s {leg_length}"
    )
    if pre_hung:
        yield Step(
            "unpack",
            "Frame",
            "Check the unit against the plan: {leaf}, hand, {frame_outside_width} over its backs. Take out the transport clips.",
            "",
            "tape",
            "nothing racked or cracked",
        )
        if opening.survey.readings:
            yield Step(
                "trim-legs",
                "Frame",
                f"Cut the {{leg}}s from their feet: {lengths}.",
                "",
                "saw",
                "measured from the {head} end",
                EYES,
            )
        return
    if opening.kind == "swing" and isinstance(frame.joint, LegsPastHead):
        yield Step(
            "hinge-rabbets",
            "Frame",
            "Cut the hinge rabbets on the bench, before the frame is joined: {hinge_leg_1} from the {head} to the first.",
            "",
            "router, jig",
            "each pair of hinge halves kept together",
            EYES,
        )
    joint = {
        Trenched: "the {leg}s into the trenches of the {head} {head_length}",
        LegsPastHead: "the {head} {head_length} into its rabbets",
    }.get(type(frame.joint), "the {head} {head_length} over the {leg}s")
    yield Step(
        "cut-frame", "Frame", f"Cut {lengths}; join {joint}.", "", "saw, glue, screws", "both diagonals alike", EYES
    )
    if frame.kind == "split_jamb":
        yield Step(
            "split",
            "Frame",
            "Set one half from each side; they slide together on the wall {wall_finished}.",
            "",
            "",
            "tongue home all round",
        )


def _setting(opening: Opening) -> Iterable[Step]:
    """The frame into its hole, by the schools chosen (TRADE 14)."""
    how = opening.setting
    order = "from the top hinge down" if how.nailing == "top_down" else "from the lowest hinge up"
    by = "tight to its {stud}, which is plumb" if how.hinge_by == "stud" else "by the level, plumb both ways"
    if how.school == "pre_packed":
        yield Step(
            "blocks",
            "Setting",
            "Pack the hinge {stud} plumb with blocks at five places; then it carries the {leg}.",
            "",
            "level, blocks",
            "plumb over its whole height",
        )
    place = ", its back {set_at} from the {stud}'s foot" if opening.survey.readings else ""
    yield Step(
        "hinge-leg",
        "Setting",
        f"Set the hinge {{leg}} {by}{place}; {{shim}}s behind every hinge, {order}.",
        "",
        "level, {shim}s",
        "straight within {straight}; never force a {shim}",
    )
    yield Step(
        "head",
        "Setting",
        "Level the {head} at {head_set}." if opening.survey.readings else "Level the {head} at {head_underside}.",
        "",
        "level",
        "level; the gap over it {head_shim} or more",
    )
    strike = "by the hung {leaf}'s edge" if how.strike_by == "leaf" else "by the level"
    yield Step(
        "strike-leg",
        "Setting",
        f"Set the {{strike}} {{leg}} {strike}; {{shim}}s above and below the latch, at the top and low.",
        "",
        "{shim}s",
        "the gap even from top to foot",
    )


def _hanging(opening: Opening) -> Iterable[Step]:
    caution = "Two people hang a heavy {leaf}; fingers out of the hinge side."
    yield Step(
        "hinges",
        "Hanging",
        "Let the hinges in, {hinge_leaf_1} from the {leaf}'s top to the first; halves stay in pairs.",
        "",
        "chisel, drill",
        "flush",
    )
    yield Step(
        "hang",
        "Hanging",
        "Hang the {leaf}; one long screw {long_screw} a hinge into the {stud}, at least at the top.",
        "",
        "drill",
        "it stays where it is left",
        caution,
    )
    yield Step(
        "gaps",
        "Hanging",
        "Read all seven gaps, make the moves the card of the check gives, read again.",
        "no handle bored yet",
        "gap gauge",
        "every gap within {gap_tolerance} of what was planned",
    )
    yield Step(
        "latch",
        "Hanging",
        "Bore for the latch {latch_on_leaf} from the {leaf}'s top; {strike} at {latch_on_leg} from the {head}.",
        "gaps good",
        "drill, chisel",
        "latches without lifting or pushing",
        EYES,
    )


def _finishing(opening: Opening) -> Iterable[Step]:
    worked = isinstance(opening.frame.joint, LegsPastHead) or opening.frame.kind in ("steel_wrap", "outside_sill")
    if not worked:
        yield Step(
            "plant-stops",
            "Finishing",
            "Plant the stops last, to the closed {leaf}.",
            "",
            "pins",
            "touches all round, no spring",
        )
    if opening.fire_rated:
        yield Step(
            "fire",
            "Finishing",
            "Fill round the frame as the listing says, and keep its gaps.",
            "",
            "",
            "nothing trimmed beyond the listing",
            CODE,
        )


def _casing(opening: Opening) -> Iterable[Step]:
    if opening.casing is None or (opening.kind == "swing" and opening.frame.kind == "steel_wrap"):
        return
    head = "{casing_head}" if opening.casing.corner == "butted" else "{casing_head_short} short to short"
    yield Step(
        "casing",
        "Finishing",
        f"{{casing}}: head {head}, {{leg}}s {{casing_leg_a}} on side A and {{casing_leg_b}} on side B; setback {{setback}}.",
        "",
        "saw, pins",
        "short nails into the {frame}, long ones into the {stud}",
        EYES,
    )


def work_card(
    opening: Opening, wall: Wall, opened: Opened | None = None, figures: Mapping[str, Reckoned] | None = None
) -> tuple[Step, ...]:
    """The whole card of an opening, for its kind and its schools of order. `opened` is the standing wall a new hole is cut into."""
    steps: list[Step] = [*TAKE_OUT] if wall.existing and opening.cut_in is None else []
    into = [*_into_wall(opening, wall, opened, figures or {})] if opening.cut_in is not None else []
    if (wall.existing and opening.cut_in is None) or opening.survey.readings:
        steps.append(
            Step(
                "survey",
                "Before",
                "Read the opening all round: widths, heights, both {stud}s, floor.",
                "",
                "tape, level, straightedge",
                "no reading left that cannot be right",
            )
        )
    steel, outside = (opening.kind == "swing" and opening.frame.kind == kind for kind in ("steel_wrap", "outside_sill"))
    steps += _floor(opening)
    steps += [step for step in into if step.part == "Before"]
    framing = [step for step in into if step.part == "Framing"] if into else [*_framing(opening, wall)]
    if opening.kind == "pocket":
        steps += [*(framing if into else ()), *POCKET]
    else:
        steps += framing
        if steel:
            steps += STEEL
        else:
            steps += [*(OUTSIDE if outside else ()), *_frame(opening), *_setting(opening)]
        if opening.kind == "face_slider":
            steps += SLIDER
        elif opening.kind == "bypass":
            steps += BYPASS
        else:
            steps += [*_hanging(opening), *_finishing(opening), *(OUTSIDE_AFTER if outside else ())]
    steps += _casing(opening)
    steps += [step for step in into if step.part == "Finishing"]
    steps.append(
        Step(
            "again",
            "Finishing",
            "Check again after the latch and after the paint; sign it off.",
            "",
            "",
            "it stays, shuts and latches",
        )
    )
    return tuple(steps)
