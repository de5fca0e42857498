"""Judgements on a pocket door, from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.placing import Placing
from jambo.core.facts.wall import Wall
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords, Values
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.boxes import hole_from_left
from jambo.core.framing.plate import Plate
from jambo.core.kinds.pocket.facts import kit_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO, size
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "pocket": {
            "kit-for-narrower-leaf": (
                "stop",
                "The pocket kit is made for a {leaf} of {kit}; this one is {width}.",
                "Get the kit for this {leaf}: a kit can be cut down, never stretched.",
            ),
            "kit-cut-down": (
                "note",
                "The pocket kit is made for a {leaf} of {kit}; this one is {width}.",
                "Cut the kit's {header} only at the mark for {width}, shorten the track, and move the end bracket.",
            ),
            "kit-cut-down-unmarked": (
                "note",
                "The pocket kit is made for a {leaf} of {kit}; this one is {width}, and the kit has no mark for it.",
                "Measure {long} from the fixed bracket and cut the kit's {header} there; shorten the track, and move the end bracket.",
            ),
            "kit-thickness-differs": (
                "stop",
                "The {leaf} is {thickness} thick; the pocket kit takes {least} to {most}.",
                "Get the kit for this thickness, or another {leaf}.",
            ),
            "kit-without-sheet": (
                "check",
                "No maker's sheet is recorded for this pocket kit: the figures are house rules.",
                "Take the kit's sheet, correct what differs, and write down which sheet it is.",
            ),
            "pocket-wall-too-thin": (
                "stop",
                "The {stud}s are {over} too shallow for the {leaf} between two split {stud}s.",
                "Use deeper {stud}s or a thinner {leaf}.",
            ),
            "pocket-gap-tight": (
                "check",
                "The {leaf} has {gap} on each side in its pocket; it wants {least}.",
                "Use deeper {stud}s or a thinner {leaf}: a bowed {leaf} will rub.",
            ),
            "pocket-leaf-drags": (
                "stop",
                "At this set mark the {leaf} hangs {over} into the floor.",
                "Raise the set mark by {needed}, or use a lower {leaf}.",
            ),
            "pocket-gap-asked": (
                "note",
                "The floor gap asked for puts the set mark at {mark}; the kit's own is {kit}.",
                "Check that the hangers' adjustment reaches that far before setting the nails.",
            ),
            "pocket-not-cleared": (
                "stop",
                "{what} stands in the pocket's zone.",
                "Have it moved by the one whose trade it is, or choose another door. " + LOCAL_CODE,
            ),
            "pocket-not-looked-into": (
                "check",
                "The wall stands, and nobody has written down what is inside the pocket's zone.",
                "Open it up or probe it over the whole width of both leaves before anything is cut. " + LOCAL_CODE,
            ),
            "pocket-fixing-too-long": (
                "stop",
                "Fixings of {fixing} through the finish on side {side} would enter the pocket; the longest safe one is {longest}.",
                "Use fixings of at most {longest} everywhere over the pocket.",
            ),
            "caution-pocket-fixings": (
                "note",
                "Nothing longer than {a} on side A or {b} on side B may be driven over the pocket.",
                "Say so to whoever hangs board, base, rails or pictures here.",
            ),
            "pocket-heated-floor": (
                "check",
                "The feet of the split {stud}s are fixed into a floor with heating.",
                "Find the pipes first and never drill through one; glue the feet where the run is not known.",
            ),
            "pocket-floor-rises": (
                "note",
                "The floor is {rise} higher at the {side} {stud}: the set marks lie on one level line, {left} over the floor at the left {stud} and {right} over it at the right one.",
                "Mark the level line first; each {leg}, {jack} and split {stud} is as long as the floor where it stands asks for.",
            ),
            "split-studs-not-measured": (
                "check",
                "Nobody has said how high the kit's split {stud}s reach, and here the set mark is {mark} over what they stand on.",
                "Measure one, from its foot to where the kit's {header} takes it, and write down the highest set mark it reaches.",
            ),
            "split-studs-short": (
                "check",
                "The kit's split {stud}s reach a set mark of {reach}; here it is {mark} over what they stand on.",
                "Pack {pack} under their feet with what takes up no water, fixed through into the floor, or get longer ones.",
            ),
            "pocket-floor-poured": (
                "check",
                "The floor is poured around what stands in it: timber {leg}s and split {stud}s would stand in the wet.",
                "Stand them on packing of {foot} that takes up no water, or pour first and stand them on the floor.",
            ),
            "pocket-soft-close-narrow": (
                "check",
                "The soft-close needs a {leaf} of at least {least}; this one is {width}.",
                "Leave the soft-close out, or take the one for narrow leaves.",
            ),
            "pocket-base-cabinet": (
                "check",
                "A cabinet stands against the pocket: its screws would go through the wall finish into it.",
                "Fix the cabinet to blocks outside the pocket, or with fixings short enough.",
            ),
            "pocket-wants-flat-legs": (
                "note",
                "A pocket is lined with flat legs: the kind of {frame} chosen before does not count here.",
                "Cut split legs from flat stock; no trench, no rabbet.",
            ),
        },
    }
)


POCKET = "opening.door.pocket"


def _kit(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Whether the kit is made for this leaf."""
    kit, about = kit_of(opening), (names.RO_WIDTH, names.KIT_HEADER)
    for leaf in opening.leaves:
        width, thick = value_of(leaf.width), value_of(leaf.thickness)
        if kit.leaf_width is not None and width is not None and width != kit.leaf_width.value:
            values: Values = {"kit": kit.leaf_width.value, "width": width}
            code = "kit-for-narrower-leaf" if kit.leaf_width.value < width else "kit-cut-down"
            long = figures.value(names.KIT_HEADER)
            if code == "kit-cut-down" and kit.unmarked and long is not None:
                code, values = "kit-cut-down-unmarked", values | {"long": long}
            yield FLAGS(code, values, about, f"{POCKET}.leaf_width")
        least, most = kit.thickness_least, kit.thickness_most
        if thick is not None and ((least and thick < least.value) or (most and thick > most.value)):
            end = least or most
            values = {
                "thickness": thick,
                "least": least.value if least else "any",
                "most": most.value if most else "any",
            }
            yield FLAGS("kit-thickness-differs", values, (names.JAMB_GAP,), end.source.path if end else POCKET)
        soft = kit.soft_close_least
        if soft is not None and width is not None and width < soft.value:
            yield FLAGS("pocket-soft-close-narrow", {"least": soft.value, "width": width}, (), soft.source.path)
    if not kit.source.strip():
        yield FLAGS("kit-without-sheet", {}, (names.SET_MARK, names.RO_HEIGHT), f"{POCKET}.source")


def _floor(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """A floor that is not level, thick, heated or poured under the kit's split studs and the legs."""
    kit, mark = kit_of(opening), figures.value(names.SET_MARK)
    left, right = (figures.value(name) for name in names.SET_MARK_ON.values())
    if left is not None and right is not None:
        side = "left" if left < right else "right"
        values: Values = {"rise": size(left - right), "side": side, "left": left, "right": right}
        yield FLAGS("pocket-floor-rises", values, (*names.SET_MARK_ON.values(), names.POCKET_FLOOR_GAP_MOST), "survey")
    floor, wanted = figures.value(names.FLOOR_CLEAR), figures.value(names.SPLIT_REACH_WANTED)
    pack, path = figures.value(names.SPLIT_PACK), f"{POCKET}.split_reach"
    thick = floor is not None and floor >= rules.value(house.POCKET_FLOOR_THICK)
    farthest = max((m for m in (mark, left, right) if m is not None), default=None)
    if pack is not None and wanted is not None and kit.split_reach is not None:
        values = {"reach": kit.split_reach.value, "mark": wanted, "pack": pack}
        yield FLAGS("split-studs-short", values, (names.SPLIT_REACH_WANTED, names.SPLIT_PACK), path)
    elif kit.split_reach is None and farthest is not None and (thick or kit.heated or kit.poured):
        yield FLAGS("split-studs-not-measured", {"mark": farthest}, (names.SET_MARK,), path)
    if kit.poured and floor is not None and floor > ZERO and opening.frame.stands_on == "rough_floor":
        yield FLAGS("pocket-floor-poured", {"foot": floor}, (names.FOOT,), f"{POCKET}.poured")


def on_services(plate: Plate, wall: Wall, placing: Placing, figures: Figures) -> Iterator[Flag]:
    """What runs in the wall through the pocket's zone, be the wall new or standing."""
    hole, high = hole_from_left(plate, wall, placing), figures.value(names.RO_HEIGHT)
    if hole is None or high is None:
        return
    for one in wall.services:
        if one.low < hole[1] and one.high > hole[0] and one.bottom < high:
            yield FLAGS("pocket-not-cleared", {"what": one.told}, (names.RO_WIDTH,), one.path)


def on_pocket(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """A pocket's kit, wall, floor, zone and fixings (handbook 10)."""
    kit = kit_of(opening)
    yield from _kit(opening, figures)
    gap, least = figures.value(names.JAMB_GAP), rules.value(house.POCKET_JAMB_GAP)
    if gap is not None and gap < ZERO:
        yield FLAGS("pocket-wall-too-thin", {"over": -gap * 2}, (names.JAMB_GAP,), "wall.stud_depth")
    elif gap is not None and gap < least:
        yield FLAGS("pocket-gap-tight", {"gap": gap, "least": least}, (names.JAMB_GAP,), "wall.stud_depth")
    under = figures.value(names.POCKET_FLOOR_GAP)
    if under is not None and under < ZERO:
        path = f"{POCKET}.gap" if kit.gap else f"{POCKET}.set_above"
        yield FLAGS("pocket-leaf-drags", {"over": -under, "needed": -under}, (names.POCKET_FLOOR_GAP,), path)
    mark, own = figures.value(names.SET_MARK), figures.value(names.SET_MARK_KIT)
    if kit.gap is not None and mark is not None and own is not None and mark != own:
        yield FLAGS(
            "pocket-gap-asked", {"mark": mark, "kit": own}, (names.SET_MARK, names.SET_MARK_KIT), f"{POCKET}.gap"
        )
    for found in kit.found:
        if not found.moved:
            yield FLAGS("pocket-not-cleared", {"what": found.what or "Something"}, (names.RO_WIDTH,), found.path)
    if wall.existing and not kit.looked and not kit.found:
        yield FLAGS("pocket-not-looked-into", {}, (names.RO_WIDTH,), f"{POCKET}.looked")
    longest = {side: figures.value(name) for side, name in names.LONGEST_FIXING_ON.items()}
    for side, value in longest.items():
        if kit.finish_fixing is not None and value is not None and kit.finish_fixing.value > value:
            about: Values = {"fixing": kit.finish_fixing.value, "side": side, "longest": value}
            yield FLAGS(
                "pocket-fixing-too-long", about, (names.LONGEST_FIXING_ON[side],), kit.finish_fixing.source.path
            )
    a, b = longest.values()
    if a is not None and b is not None:
        yield FLAGS(
            "caution-pocket-fixings",
            {"a": a, "b": b},
            (names.LONGEST_FIXING_A, names.LONGEST_FIXING_B),
            "wall.finish_a",
        )
    if kit.heated:
        yield FLAGS("pocket-heated-floor", {}, (names.FOOT_FIXING,), f"{POCKET}.heated")
    yield from _floor(opening, figures, rules)
    if kit.base_cabinet:
        yield FLAGS("pocket-base-cabinet", {}, (names.LONGEST_FIXING_A,), f"{POCKET}.base_cabinet")
    if not kind_of_frame(opening.frame).flat:
        yield FLAGS("pocket-wants-flat-legs", {}, (names.LEG_LENGTH,), "opening.frame.thickness")
