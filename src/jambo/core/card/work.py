"""The work card (TRADE 21, with 10, 11, 12, 20 and 22): numbered steps with an opening's own figures, tools, checks, gates.

Braces in a step name figures, house rules and parts of the word list; `files` fills them in. Both schools of order are
here: which one a card follows is a fact of the opening.
"""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.card.into_wall import into_wall
from jambo.core.card.kinds import BYPASS, OUTSIDE, OUTSIDE_AFTER, POCKET, SLIDER, STEEL, TAKE_OUT
from jambo.core.card.step import CODE, EYES, Step
from jambo.core.door.frame import LegsPastHead, Trenched
from jambo.core.opening.cut_in import Opened
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.sums import Figures


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


def _framing(opening: Opening, wall: Wall, figures: Figures) -> Iterable[Step]:
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
    sloped = "king_low_long" in figures
    uprights = (
        "the {king} on the low side {king_low_long} and on the high side {king_high_long} at their long points, {header} {header_length}, "
        "each {cripple} to its own length on the cut list"
        if sloped
        else "{king}s {king_length}, {header} {header_length}, {cripple}s {cripple_length}"
    )
    yield Step(
        "cut-studs",
        "Framing",
        f"Cut {{jack}}s {{jack_length}}, {uprights}.",
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
    opening: Opening, wall: Wall, opened: Opened | None = None, figures: Figures | None = None
) -> tuple[Step, ...]:
    """The whole card of an opening, for its kind and its schools of order. `opened` is the standing wall a new hole is cut into."""
    steps: list[Step] = [*TAKE_OUT] if wall.existing and opening.cut_in is None else []
    into = [*into_wall(opening, wall, opened, figures or Figures())] if opening.cut_in is not None else []
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
    framing = (
        [step for step in into if step.part == "Framing"] if into else [*_framing(opening, wall, figures or Figures())]
    )
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
