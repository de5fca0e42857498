"""What a choice of a document and its options are called, each said once; which options there are stands with the facts themselves."""

from __future__ import annotations

from collections.abc import Mapping

from jambo.core.frozen import dataclass


@dataclass(frozen=True, slots=True)
class Choice:
    """A fact that is one of a few, or a small whole number.

    Attributes:
        label: what it is called, a template over the word list.
        options: what each option is called, by what a document writes, "yes" and "no" for true and false; "" is what stands there
            while nobody said. Where there are none, every number a document may say.
    """

    label: str
    options: Mapping[str, str]


def _one_of(label: str, **options: str) -> Choice:
    return Choice(label, options)


def _unsaid(choice: Choice, text: str) -> Choice:
    return Choice(choice.label, {"": text, **choice.options})


def _number(label: str) -> Choice:
    return Choice(label, {})


def _numbers(label: str, text: str, *values: int) -> Choice:
    return Choice(label, {str(value): text.format(value) for value in values})


def _yes_no(label: str) -> Choice:
    return _one_of(label, yes="Yes", no="No")


def _side(label: str) -> Choice:
    return _one_of(label, A="Side A", B="Side B")


def _end(label: str) -> Choice:
    return _one_of(label, left="Left end", right="Right end")


def _hand(label: str) -> Choice:
    return _one_of(label, left="Left", right="Right")


def _corner(label: str) -> Choice:
    return _unsaid(_one_of(label, square="square", round="round"), "not known")


def _meets(label: str) -> Choice:
    return _one_of(label, open="Free or outside", inside="A wall meets it")


def _floor(label: str) -> Choice:
    return _one_of(label, hard="Hard", carpet="Carpet", air="Air under the door")


_SLIDER = "opening.door.slider"
_SETTING = "opening.setting"

CHOICES: Mapping[str, Choice] = {
    "wall.studs": _one_of("framed in", timber="Timber", steel="Steel studs and tracks"),
    "wall.height_by": _one_of(
        "its height is given as",
        under_plates="Floor to the underside of the {top_plate}s",
        stud="Length of a full stud",
        overall="Over all, plates and all",
    ),
    "wall.top_plates": _number("{top_plate}s"),
    "wall.bottom_plates": _number("{plate}s"),
    "wall.bearing": _one_of("does it carry load?", no="No", yes="Yes", unknown="Not known"),
    "wall.left_corner": _meets("at the left end"),
    "wall.right_corner": _meets("at the right end"),
    "wall.layout_from": _end("layout starts from"),
    "wall.plate_on": _one_of(
        "the {plate} stands on", deck="A deck that runs through", joists="The joists: no floor under it"
    ),
    "wall.fittings[].side": _side("on"),
    "wall.services[].taped_from": _one_of(
        "heights from", rough_floor="The rough floor", floor_a="The floor on side A", floor_b="The floor on side B"
    ),
    "opening.header.make_up": _one_of("the {header} is", solid="One piece", plies="Plies and packing"),
    "opening.header.plies": _number("plies"),
    "opening.header.jacks": _number("each side: {jack}s"),
    "opening.header.kings": _number("each side: {king}s"),
    "opening.school": _one_of(
        "method for the rough opening", build_up="Build up from the leaf", add_on="Add on to the leaf"
    ),
    "opening.add_from": _one_of(
        "height added from", rough_floor="The rough floor", finished_floor="The finished floor"
    ),
    "opening.head_gain": _one_of(
        "what this door gains goes to", **{"raise": "Legs and floor gap"}, pack="Packing over the head"
    ),
    "opening.floors.under": _one_of(
        "under the closed leaf", A="Floor of side A", B="Floor of side B", strip="A threshold strip"
    ),
    "opening.floors.a_is.kind": _floor("for the gap it is"),
    "opening.floors.b_is.kind": _floor("for the gap it is"),
    "floors[].kind": _floor("for the gap it is"),
    "opening.stays.old_frame": _one_of("old {frame}", out="Comes out", none="None there"),
    "opening.stays.casing": _one_of("{casing}", new="New", saved="Saved, goes back", stays="Stays up"),
    "opening.position.measured_from": _end("from A, measured from"),
    "opening.position.to": _one_of(
        "to the opening's",
        centre="Centre",
        near_edge="Near edge",
        far_edge="Far edge",
        hinge_edge="Hinge edge",
        near_king="Near {king}’s line",
        far_king="Far {king}’s line",
    ),
    "opening.frame.kind": _one_of("kind of frame"),
    "opening.frame.supply": _one_of("how it comes", site_built="Built on site", pre_hung="Pre-hung"),
    "opening.frame.stands_on": _one_of(
        "the {leg}s stand on", rough_floor="Rough floor", finished_floor="Finished floor", spacer="A spacer"
    ),
    "opening.frame.extension": _unsaid(_side("extension strip on"), "none"),
    "opening.frame.extension_by": _one_of("who makes the strip", site="Cut on site", supplied="It comes with it"),
    "opening.frame.legs_beside_sill": _yes_no("the {leg}s stand beside the sill, not on it"),
    "opening.frame.legs_past_head": _yes_no("the {leg}s run past the {head}, which sits in their rabbets"),
    "opening.frame.sill_site_made": _yes_no("the sill is made on site"),
    "opening.casing.corner": _one_of("corners", mitred="Mitred", butted="Butted"),
    "opening.door.hinge_side": _hand("hinges, seen from A"),
    "opening.door.opens_to": _side("opens to"),
    "opening.door.outside": _side("outside (key or corridor side)"),
    "opening.door.slides_to": _hand("opens toward, seen from A"),
    "opening.door.leads_to": _one_of(
        "it leads to", inside="Another room", outside="The open", garage="A garage", store="An unheated store"
    ),
    "opening.door.delivered_hand": _unsaid(
        _one_of("hand of the unit delivered", LH="LH", RH="RH", LHR="LHR", RHR="RHR"), "not delivered yet"
    ),
    "opening.door.delivered_stops": _unsaid(
        _one_of("stops of the unit delivered", loose="Loose strips", solid="Worked from the solid"),
        "as its kind has them",
    ),
    "opening.door.cased.by_maker": _yes_no("what goes in comes by its maker's sheet"),
    "opening.door.fire_minutes": _unsaid(_numbers("minutes it is rated for", "{} min", 20, 30, 45, 60, 90, 120), "not known"),
    "opening.door.in_hand.core": _unsaid(_one_of("its core", hollow="Hollow", solid="Solid"), "not known"),
    "opening.door.in_hand_fixed.core": _unsaid(_one_of("core of the fixed {leaf}", hollow="Hollow", solid="Solid"), "not known"),
    "opening.door.in_hand.hinge_count": _unsaid(_numbers("hinges it comes with", "{}", 2, 3, 4, 5), "by the rule"),
    "opening.door.in_hand_fixed.hinge_count": _unsaid(_numbers("hinges the fixed {leaf} comes with", "{}", 2, 3, 4, 5), "by the rule"),
    "opening.door.bypass.count": _number("leaves"),
    "opening.door.hardware.function": _unsaid(_one_of("what the lock does", passage="Passage", privacy="Privacy", keyed="Keyed", dummy="Dummy"), "not known"),
    "opening.door.hardware.hinge_corner": _corner("hinge corners"),
    "opening.door.hardware.hinge_mortise": _corner("hinge mortises"),
    "opening.door.hardware.latch_corner": _corner("latch plate"),
    "opening.door.hardware.latch_mortise": _corner("latch mortise"),
    "opening.door.pocket.floor": _one_of("feet are fixed to", wood="Wood", concrete="Concrete"),
    f"{_SLIDER}.guide": _one_of("floor guide", channel="In a groove", roller="Wall roller"),
    f"{_SLIDER}.studs_from": _one_of("{stud}s taped from", wall="The wall's end", casing="The {casing}'s outer edge"),
    f"{_SLIDER}.fixing": _one_of("fixing method", backer="Backer", spacers="Spacers", backer_only="On backer"),
    f"{_SLIDER}.hung_on": _side("the slab hangs on"),
    f"{_SLIDER}.lean[].toward": _one_of(
        "the wall stands", slab="Forward, toward the slab", wall="Back, away from it"
    ),
    "opening.unit.leg_taped": _one_of(
        "its {leg}s, taped from the foot", shoulder="To the shoulder, under the {head}", over_head="Over the {head}"
    ),
    f"{_SETTING}.school": _one_of(
        "where in its slot", centred="Centred", tight="Tight", fewest="Few {shim}s", pre_packed="Blocks"
    ),
    f"{_SETTING}.packing": _one_of("pack with", tapered="Tapered pairs", flat="Flat pieces"),
    f"{_SETTING}.nailing": _one_of("nail the hinge side", top_down="Top down", bottom_up="Bottom up"),
    f"{_SETTING}.hinge_by": _one_of("hinge {leg} by", level="The level", stud="Tight to its stud"),
    f"{_SETTING}.strike_by": _one_of("other {leg} by", leaf="The leaf’s edge", level="The level"),
    f"{_SETTING}.lean": _one_of(
        "against the wall’s face",
        auto="As the rule says",
        flush_top="Flush at the top",
        flush_foot="Flush at the foot",
        split="Split",
    ),
    f"{_SETTING}.legs": _one_of(
        "the two {leg}s",
        plumb="Both plumb",
        hinge_plane="In the hinge side’s plane",
        split="Half way each",
        stop_to_leaf="Each its wall, stop to leaf",
    ),
    f"{_SETTING}.opens": _numbers("the {leaf} opens to", "{} degrees", 60, 90, 100, 110, 120, 180),
    f"{_SETTING}.latch": _one_of(
        "the latch", not_tried="Not tried", latches="Latches", binds="Binds", rattles="Rattles"
    ),
}  # fmt: skip
