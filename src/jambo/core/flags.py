"""Judgements (DESIGN 2, TRADE 23): flags are data; their words live here and nowhere else.

Levels: *stop* = do not cut; *check* = go and look; *note* = know it. Reason and cure are templates over the
word list and the flag's own lengths and texts.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName

FlagLevel = Literal["stop", "check", "note"]
Values = dict[str, Length | str]  # what a sentence is filled with: lengths, and words
LEVEL_ORDER: dict[str, int] = {"stop": 0, "check": 1, "note": 2}


@dataclass(frozen=True, slots=True)
class FlagKind:
    """The words of a flag: how bad it is, why, and what cures it. `stage` is where the screen shows it."""

    level: FlagLevel
    stage: Literal["door", "floor", "opening", "pocket", "track", "wall", "frame", "survey", "set", "hang", "trim"]
    reason: str
    cure: str


@dataclass(frozen=True, slots=True)
class Flag:
    """One judgement: its code, the values its words need, the figures it concerns and the field that cures it."""

    code: str
    values: Mapping[str, Length | str]
    figures: tuple[FigureName, ...] = ()
    path: str = ""

    @property
    def kind(self) -> FlagKind:
        """The words and level of this flag's code."""
        return KINDS[self.code]


LOCAL_CODE = "Follow the local code; where structure, fire or wiring is touched, a licensed person decides."

KINDS: dict[str, FlagKind] = {
    "not-worked-out": FlagKind(
        "stop", "door",
        "This opening cannot be worked out: a fault in Jambo, not in your work. Everything you said is kept.",
        "Take back the last thing you changed, or take out the reading taken last; the rest of the job goes on without it.",
    ),
    "leaf-width-two-readings": FlagKind(
        "check", "door",
        "The {leaf} width was read as {heard}, but the same writing could mean {also}, and both are stock sizes.",
        "Say which one it is; measure the {leaf} if it is on site.",
    ),
    "gap-too-small-for-paint": FlagKind(
        "check", "door",
        "The {where} is {gap}; under {least} a painted {leaf} binds.",
        "Make the gap at least {least}, or plan to plane the {leaf} after painting.",
    ),
    "floor-is-allowance": FlagKind(
        "check", "floor",
        "The floor on side {side} is not chosen: {amount} is an allowance ({why}).",
        "Choose the floor, or have the allowance accepted, before anything that stands on it is cut.",
    ),
    "floors-differ": FlagKind(
        "note", "floor",
        "The floors differ by {step} across the {leaf}; it passes over side {side}, the higher one it must clear.",
        "Agree where the step lies under the closed {leaf}, or plan a threshold strip.",
    ),
    "floor-gap-small": FlagKind(
        "note", "floor",
        "The floor gap of {gap} is less than usual over a hard floor ({usual}).",
        "Keep it only where the floor is proven level over the whole swing.",
    ),
    "leg-stands-on-unchosen-floor": FlagKind(
        "check", "frame",
        "The {leg}s stand on the finished floor, and that floor is still an allowance.",
        "Leave the {leg}s long, or stand them on scraps, until the floor is chosen.",
    ),
    "side-play-none": FlagKind(
        "stop", "opening",
        "The {frame} is {over} wider than the rough opening.",
        "Widen the opening by {needed}, or use a narrower {leaf} or thinner {leg}s.",
    ),
    "side-play-tight": FlagKind(
        "check", "opening",
        "Side play is {play} each side; less than {least} leaves nothing for a {stud} out of plumb.",
        "Add {needed} to the opening width, or prove both {stud}s plumb before setting.",
    ),
    "side-play-under-lean": FlagKind(
        "note", "opening",
        "Side play is {play} each side; a {stud} leaning as much as expected wants {wanted}.",
        "Plumb the {jack}s carefully, or add {needed} to the opening width.",
    ),
    "side-play-wide": FlagKind(
        "note", "opening",
        "Side play is {play} each side, more than {most}: {shim}s alone would be too thick.",
        "Fix blocks to the {stud}s first, then {shim} from them, or narrow the opening.",
    ),
    "head-play-none": FlagKind(
        "stop", "opening",
        "The {frame} stands {over} taller than the rough opening: {cause}.",
        "Raise the opening by {needed}, or shorten {leg}s and {leaf} at the bottom as far as the maker allows.",
    ),
    "cripple-does-not-fit": FlagKind(
        "stop", "frame",
        "The opening and its {header} need {over} more than the wall height.",
        "Use a shallower {header}, lower the opening, or raise the wall.",
    ),
    "header-against-plates": FlagKind(
        "note", "frame",
        "The {header} fills the wall to the plates: there are no {cripple}s over it.",
        "Set the {header} tight against the top plates and nail it through them.",
    ),
    "wall-too-low": FlagKind(
        "stop", "frame",
        "The rough opening is {over} higher than the wall.",
        "Raise the wall or choose a lower {leaf}.",
    ),
    "opening-past-wall-start": FlagKind(
        "stop", "frame",
        "The framing of the opening starts {over} before the {end} end of the wall.",
        "Move the opening at least {over} away from that end.",
    ),
    "opening-past-wall-end": FlagKind(
        "stop", "frame",
        "The framing of the opening runs {over} past the {end} end of the wall.",
        "Move the opening at least {over} back, or lengthen the wall.",
    ),
    "opening-wider-than-wall": FlagKind(
        "stop", "frame",
        "The opening with its {jack}s and {king}s needs {needed}; the wall is {length} long.",
        "Choose a narrower {leaf} or a longer wall.",
    ),
    "sliver-beside-king": FlagKind(
        "note", "frame",
        "Layout {stud} {number} stands only {space} from a {king}.",
        "Nail it solid to the {king}, or shift the opening by {space}.",
    ),
    "bearing-without-source": FlagKind(
        "stop", "frame",
        "The wall is {bearing}, and no {header} size with its source is recorded.",
        "Record who gave the {header}: local code table, drawing or engineer. Jambo never sizes a structural {header}. "
        + LOCAL_CODE,
    ),
    "frame-too-shallow": FlagKind(
        "stop", "frame",
        "The {frame} is {depth} deep and the finished wall {wall} thick: {short} short.",
        "Order a deeper {frame}, or plan an extension strip of {short}.",
    ),
    "kit-cannot-serve-leaf": FlagKind(
        "stop", "frame",
        "The lining kit is made for leaves of {first} or {last}; this one is {width}, or one of a pair.",
        "Get the kit for this {leaf}, or a {frame} cut to measure.",
    ),
    "rip-the-lining": FlagKind(
        "note", "frame",
        "The lining is {depth} wide and the {frame} needs {wanted}.",
        "Rip it to {rip}; that leaves a little to plane off the saw marks.",
    ),
    "split-jamb-out-of-range": FlagKind(
        "stop", "frame",
        "The finished wall is {wall}; the split jamb takes {least} to {most}.",
        "Get the split jamb for this wall, or change the wall finish.",
    ),
    "casing-does-not-cover": FlagKind(
        "check", "trim",
        "The {casing} is {width} wide; it takes {wanted} to cover the joint on the {wallboard}.",
        "Use wider {casing}, a larger {setback} toward the opening, or fill the joint before trimming.",
    ),
    "caution-clear-width": FlagKind(
        "note", "door",
        "The {leaf} leaves {clear} clear at 90 degrees; its own width is not the clear width.",
        "Compare it with what escape and access ask for here. " + LOCAL_CODE,
    ),
    "caution-way-through": FlagKind(
        "note", "door",
        "The door leaves a way through of {clear} when it is open.",
        "Compare it with what escape and access ask for here. " + LOCAL_CODE,
    ),
    "caution-cutting": FlagKind(
        "note", "frame",
        "Saws, nailers and overhead lifting hurt people: wear eye, ear and dust protection and support the work.",
        "Two people lift the {header}. " + LOCAL_CODE,
    ),
    "caution-existing-wall": FlagKind(
        "note", "frame",
        "A standing wall may hide wires and pipes, and old work may hold lead paint or asbestos.",
        "Find and make safe what is in the wall, and test old paint and board, before anything is cut. " + LOCAL_CODE,
    ),
    "hinge-corners-differ": FlagKind(
        "check", "door",
        "The hinges have {corner} corners and their mortises {mortise} ones.",
        "Get hinges with {mortise} corners, or square the mortises with a chisel before hanging.",
    ),
    "latch-corners-differ": FlagKind(
        "check", "door",
        "The latch plate has {corner} corners and its mortise {mortise} ones.",
        "Get a latch with a {mortise} plate, or cut the mortise to the plate.",
    ),
    "lock-wrong-for-leaf": FlagKind(
        "check", "door",
        "The {leaf} is {thickness} thick; the lock or bolt is made for {least} to {most}.",
        "Get the lock for this {leaf} before boring it.",
    ),
    "hand-differs": FlagKind(
        "stop", "door",
        "The unit delivered is {delivered}; this opening is planned {planned}, seen from outside.",
        "Send it back or change the plan: neither hinges nor a worked stop can simply change sides.",
    ),
    "garage-door-inside-grade": FlagKind(
        "stop", "door",
        "This door leads to {where} and its {frame} is of inside grade.",
        "Use an outside-grade unit; it must often be fire-rated and close by itself. " + LOCAL_CODE,
    ),
    "caution-garage-door": FlagKind(
        "note", "door",
        "A door to {where} must often be fire-rated, seal, and close by itself.",
        "Ask before ordering what is required here. " + LOCAL_CODE,
    ),
    "outside-door-without-sill": FlagKind(
        "check", "door",
        "This door leads outside and its {frame} has no sill.",
        "Choose the outside frame with sill, or say how water is kept out.",
    ),
    "caution-heavy-leaf": FlagKind(
        "note", "door",
        "The {leaf} weighs {mass}.",
        "Two people lift, hang and take it down; keep fingers out of the gap at the hinges or under the track.",
    ),
    "caution-safety-glass": FlagKind(
        "note", "door",
        "There is glass in or beside this door.",
        "It must be marked as safety glass. " + LOCAL_CODE,
    ),
    "caution-fire-rated": FlagKind(
        "note", "door",
        "This door is fire-rated: nothing is trimmed, bored or left wider than its listing says.",
        "Keep every gap and every piece of hardware to the listing. " + LOCAL_CODE,
    ),
    "long-screw-short": FlagKind(
        "check", "frame",
        "The long screw is {screw}; through {leg} and {shim}s into the {stud} it takes {reach}.",
        "Use screws of at least {reach}.",
    ),
    "steel-throat-narrow": FlagKind(
        "stop", "frame",
        "The steel frame's throat is {throat} and the finished wall {wall}: it lacks {short}.",
        "Get the frame for this wall; it cannot be spread over the wallboard.",
    ),
    "steel-throat-wide": FlagKind(
        "check", "frame",
        "The steel frame's throat is {throat}; a wall of {wall} is held by at most {most}.",
        "Measure the finished wall again, or get the narrower throat.",
    ),
    "steel-without-sheet": FlagKind(
        "check", "frame",
        "The opening of a steel frame is what its maker's sheet says, and no sheet is recorded.",
        "Write down which sheet the opening was taken from.",
    ),
    "steel-after-wallboard": FlagKind(
        "note", "frame",
        "A wrap-around frame goes on after the wallboard, and its feet spread.",
        "Make the width at the foot equal to the width at the head before the foot screws go in.",
    ),
    "sill-needs-filler": FlagKind(
        "note", "frame",
        "The floor the {leaf} swings over is higher than the sill brings it: filler strips of {strips} go under the sill.",
        "Bed the filler fully, level within 1/16 in, and run the pan over it.",
    ),
    "kit-for-narrower-leaf": FlagKind(
        "stop", "pocket",
        "The pocket kit is made for a {leaf} of {kit}; this one is {width}.",
        "Get the kit for this {leaf}: a kit can be cut down, never stretched.",
    ),
    "kit-cut-down": FlagKind(
        "note", "pocket",
        "The pocket kit is made for a {leaf} of {kit}; this one is {width}.",
        "Cut the kit's {header} only at the mark for {width}, shorten the track, and move the end bracket.",
    ),
    "kit-thickness-differs": FlagKind(
        "stop", "pocket",
        "The {leaf} is {thickness} thick; the pocket kit takes {least} to {most}.",
        "Get the kit for this thickness, or another {leaf}.",
    ),
    "kit-without-sheet": FlagKind(
        "check", "pocket",
        "No maker's sheet is recorded for this pocket kit: the figures are house rules.",
        "Take the kit's sheet, correct what differs, and write down which sheet it is.",
    ),
    "pocket-wall-too-thin": FlagKind(
        "stop", "pocket",
        "The {stud}s are {over} too shallow for the {leaf} between two split {stud}s.",
        "Use deeper {stud}s or a thinner {leaf}.",
    ),
    "pocket-gap-tight": FlagKind(
        "check", "pocket",
        "The {leaf} has {gap} on each side in its pocket; it wants {least}.",
        "Use deeper {stud}s or a thinner {leaf}: a bowed {leaf} will rub.",
    ),
    "pocket-leaf-drags": FlagKind(
        "stop", "pocket",
        "At this set mark the {leaf} hangs {over} into the floor.",
        "Raise the set mark by {needed}, or use a lower {leaf}.",
    ),
    "pocket-gap-asked": FlagKind(
        "note", "pocket",
        "The floor gap asked for puts the set mark at {mark}; the kit's own is {kit}.",
        "Check that the hangers' adjustment reaches that far before setting the nails.",
    ),
    "pocket-not-cleared": FlagKind(
        "stop", "pocket",
        "{what} stands in the pocket's zone.",
        "Have it moved by the one whose trade it is, or choose another door. " + LOCAL_CODE,
    ),
    "pocket-not-looked-into": FlagKind(
        "check", "pocket",
        "The wall stands, and nobody has written down what is inside the pocket's zone.",
        "Open it up or probe it over the whole width of both {leaf}s before anything is cut. " + LOCAL_CODE,
    ),
    "pocket-fixing-too-long": FlagKind(
        "stop", "pocket",
        "Fixings of {fixing} through the finish on side {side} would enter the pocket; the longest safe one is {longest}.",
        "Use fixings of at most {longest} everywhere over the pocket.",
    ),
    "caution-pocket-fixings": FlagKind(
        "note", "pocket",
        "Nothing longer than {a} on side A or {b} on side B may be driven over the pocket.",
        "Say so to whoever hangs board, base, rails or pictures here.",
    ),
    "pocket-heated-floor": FlagKind(
        "check", "pocket",
        "The feet of the split {stud}s are fixed into a floor with heating.",
        "Find the pipes first and never drill through one; glue the feet where the run is not known.",
    ),
    "pocket-soft-close-narrow": FlagKind(
        "check", "pocket",
        "The soft-close needs a {leaf} of at least {least}; this one is {width}.",
        "Leave the soft-close out, or take the one for narrow leaves.",
    ),
    "pocket-base-cabinet": FlagKind(
        "check", "pocket",
        "A cabinet stands against the pocket: its screws would go through the wall finish into it.",
        "Fix the cabinet to blocks outside the pocket, or with fixings short enough.",
    ),
    "pocket-wants-flat-legs": FlagKind(
        "note", "pocket",
        "A pocket is lined with flat legs: the kind of {frame} chosen before does not count here.",
        "Cut split legs from flat stock; no trench, no rabbet.",
    ),
    "slab-does-not-cover": FlagKind(
        "stop", "track",
        "The slab is {short} too narrow to cover the opening.",
        "Use a slab of at least {wanted}.",
    ),
    "slab-covers-little": FlagKind(
        "check", "track",
        "The slab covers {overlap} at each side; {wanted} is wanted.",
        "Use a wider slab, or accept that light and sound pass.",
    ),
    "slab-top-uncovered": FlagKind(
        "stop", "track",
        "The slab's top stays {short} below the top of the opening.",
        "Use a higher slab, or lower the opening's head.",
    ),
    "track-too-short": FlagKind(
        "stop", "track",
        "The track is {short} too short for slab, wheels and stops, even with the hangers as close as they may be.",
        "Use a track of at least {least}, or a narrower slab.",
    ),
    "hangers-moved-in": FlagKind(
        "note", "track",
        "The track is shorter than the slab's own hangers ask: they move in by {move}.",
        "Bore the hanger holes {inset} from the slab's edges.",
    ),
    "track-past-wall": FlagKind(
        "stop", "track",
        "Between the wall's ends there is {over} too little for the track with its stops.",
        "Move the hangers in, let the slab open to the other side, or use a pair.",
    ),
    "slab-past-wall": FlagKind(
        "stop", "track",
        "The open slab would stand {over} past the end of the wall.",
        "Let it open to the other side, use a pair, or stop it short and accept a narrower way through.",
    ),
    "studs-not-found": FlagKind(
        "check", "track",
        "No {stud} behind the track has been found yet.",
        "Find them at the track line, prove each with a thin nail, and write down where they are.",
    ),
    "track-holes-off-studs": FlagKind(
        "check", "track",
        "No factory hole of the track lands on a {stud}, wherever it is shifted.",
        "Bore the new holes listed, or put a backer board behind the track.",
    ),
    "stud-not-reached": FlagKind(
        "note", "track",
        "{count} found behind the track can take neither a factory hole nor a new one.",
        "Leave it out, or use a track with other holes.",
    ),
    "fixings-too-few": FlagKind(
        "check", "track",
        "The track has {count} into {stud}s over {length}; one at least every {every} is wanted.",
        "Add blocks between the {stud}s, or spread the load with a backer board.",
    ),
    "fixing-end-bare": FlagKind(
        "check", "track",
        "There is no {stud} fixing within {within} of the track's {end} end.",
        "Add a block there, or lengthen the backer to the next {stud}.",
    ),
    "lag-too-short": FlagKind(
        "stop", "track",
        "The fixings are {lag}; through finish, backer and spacer into the {stud} it takes {needed}.",
        "Use fixings of at least {needed}: the whole slab hangs on them.",
    ),
    "slab-over-rating": FlagKind(
        "stop", "track",
        "The slab weighs {mass}; the hardware is rated for {rating}.",
        "Use heavier hardware or a lighter slab.",
    ),
    "slab-weight-unknown": FlagKind(
        "check", "track",
        "The slab's weight and the hardware's rating are not both written down.",
        "Weigh the slab, read the rating off the sheet, and compare them before hanging.",
    ),
    "hardware-without-sheet": FlagKind(
        "check", "track",
        "No maker's sheet is recorded for this track: hole, wheel and stop measures are house rules.",
        "Measure the hardware in hand, correct what differs, and write down which sheet it is.",
    ),
    "headroom-short": FlagKind(
        "stop", "track",
        "The track needs {over} more under the ceiling to lift the slab on.",
        "Lower the track, use a lower slab, or hardware that takes less.",
    ),
    "open-slab-covers": FlagKind(
        "check", "track",
        "The open slab covers {what}, which starts {distance} from the opening; the slab reaches {reach}.",
        "Move it, let the slab open to the other side, or stop it short.",
    ),
    "guide-shows": FlagKind(
        "check", "track",
        "Closed and open slab share only {room}; a guide of {guide} would show.",
        "Use a shorter guide, a wider slab, or a guide on the wall or base.",
    ),
    "slab-rubs": FlagKind(
        "stop", "wall",
        "The slab hangs {standoff} off the wall and needs {wanted}: it would rub.",
        "Add {needed} of backer or spacer, or take trim off.",
    ),
    "backer-beyond-stock": FlagKind(
        "check", "wall",
        "It takes {least} behind the track, more than stocked boards stack to.",
        "Straighten the wall, thin the trim, or hang the slab from the ceiling.",
    ),
    "wall-falls-away": FlagKind(
        "note", "wall",
        "At the foot the wall falls back: the guide must reach {reach} from it.",
        "Choose a guide that reaches so far, or one fixed to the floor.",
    ),
    "caution-router": FlagKind(
        "note", "track",
        "The groove takes a router: work held, both hands clear, shallow passes, each end entered from outside.",
        "Take at most {depth} a pass; wear eye, ear and dust protection.",
    ),
    "bypass-leaves-do-not-lap": FlagKind(
        "stop", "opening",
        "The leaves are {short} too narrow to meet across the opening.",
        "Use leaves of at least {wanted}, or narrow the opening.",
    ),
    "bypass-laps-little": FlagKind(
        "check", "opening",
        "The leaves lap {overlap}; {wanted} is wanted.",
        "Use wider leaves or narrow the opening by {needed}.",
    ),
    "bypass-leaf-too-high": FlagKind(
        "stop", "opening",
        "Leaf, floor gap and track are {over} higher than the finished opening.",
        "Trim the leaves at the bottom as far as the maker allows, or raise the {head}.",
    ),
    "bypass-too-deep": FlagKind(
        "check", "door",
        "The leaves on their channels are {deep} deep and the {frame} {frame_depth}.",
        "Use thinner leaves, fewer of them, or let the track stand out behind a fascia.",
    ),
    "survey-no-width": FlagKind(
        "check", "survey",
        "No width was read: nothing can be said of what goes into this hole.",
        "Take the width at foot, middle and head.",
    ),
    "survey-one-width": FlagKind(
        "check", "survey",
        "Only one width was read; a hole is as wide as its narrowest place.",
        "Take the width at foot, middle and head, and both {stud}s with the level.",
    ),
    "survey-suspect": FlagKind(
        "check", "survey",
        "The {reading} was read as {read}; the other readings say {others}. It is left out until it is taken again.",
        "Take this one again.",
    ),
    "survey-suspects": FlagKind(
        "check", "survey",
        "One of these cannot be right, and the others cannot say which: {readings}.",
        "{extra}",
    ),
    "survey-contradicts": FlagKind(
        "stop", "survey",
        "The readings contradict each other even without the worst three: nothing can be concluded from them.",
        "Start the round again from the widths, and check the tape's hook and the level first.",
    ),
    "survey-assumed": FlagKind(
        "note", "survey",
        "Not read, and taken as straight, plumb and level: {what}.",
        "Read it before anything is cut to this survey.",
    ),
    "found-narrower": FlagKind(
        "check", "survey",
        "The hole found is {short} narrower than the rough opening planned.",
        "Look at the fit: widen the hole, or plan for what is there.",
    ),
    "found-lower": FlagKind(
        "check", "survey",
        "The hole found is {short} lower than the rough opening planned.",
        "Raise the {header}, or plan for what is there.",
    ),
    "unit-too-wide": FlagKind(
        "stop", "set",
        "The {frame} is {over} too wide for the hole, even tilted as far as plumb allows.",
        "Plane or drive over {over} in all, at {hinge_at} up the hinge {stud} and {strike_at} up the {strike} {stud}; "
        "or take a stock {leaf} of {size}.",
    ),
    "unit-too-wide-for-stock": FlagKind(
        "stop", "set",
        "The {frame} is {over} too wide for the hole, and no stock {leaf} in this kind of {frame} goes in.",
        "Rebuild the hole: {over} in all, at {hinge_at} up the hinge {stud} and {strike_at} up the {strike} {stud}.",
    ),
    "set-needs-tilt": FlagKind(
        "check", "set",
        "Plumb, the {frame} does not go in; with its top {tilt} toward {way} it does, and has no play left.",
        "Set it with that tilt and look how the {leaf} hangs, or plane the binding {stud}.",
    ),
    "set-outside-slot": FlagKind(
        "stop", "set",
        "Here the {frame} would stand {over} inside the {which}.",
        "Move it back into its slot; it binds {hinge_at} up the hinge {stud} and {strike_at} up the {strike} {stud}.",
    ),
    "play-spent-at-hinge": FlagKind(
        "check", "set",
        "The hinge side keeps {kept} everywhere and the {strike} side has only {left}, {strike_at} up.",
        "Set the hinge {leg} closer to its {stud}: tight or centred.",
    ),
    "set-wants-blocks": FlagKind(
        "note", "set",
        "There is {room} of room in all, more than {most} a side: {shim}s alone would be too thick.",
        "Pack the hinge {stud} plumb with blocks first, at five places, and hang to it.",
    ),
    "stud-twisted": FlagKind(
        "check", "set",
        "The {stud} is twisted, {where}: {a} behind the {leg}'s edge on side A, {b} on side B.",
        "Put {count} in from side {side}, thick end to the wide gap; shims from both sides would twist the {leg} too.",
    ),
    "stud-twisted-beyond-shims": FlagKind(
        "check", "set",
        "The {stud} is twisted, {where}: {a} behind the {leg}'s edge on side A, {b} on side B, and no {shim} has that taper.",
        "Cut a wedge to the two thicknesses, or plane the proud edge of the {stud}; never force the {leg}.",
    ),
    "shims-one-side": FlagKind(
        "check", "set",
        "The {shim}s went in from one side only, and the {stud}s are not twisted: the {leg}s will be.",
        "Put the second {shim} of each pair in from the other side.",
    ),
    "unit-differs": FlagKind(
        "check", "set",
        "The unit that came is {unit} over its backs; {planned} was planned.",
        "Check that it is the one ordered; the set plan goes by what came.",
    ),
    "stud-not-plumb": FlagKind(
        "check", "set",
        "The hinge {leg} is to stand tight on its {stud}, and that leans {lean}; {most} is allowed.",
        "Set the hinge {leg} by the level, or pack the {stud} plumb first.",
    ),
    "unit-taller-than-hole": FlagKind(
        "check", "set",
        "The {frame} stands {over} taller than the hole.",
        "Cut {cut} off both {leg}s, and look whether the {leaf} still clears the floor; else trim it as much, at the bottom.",
    ),
    "unit-too-tall": FlagKind(
        "stop", "set",
        "The {frame} stands {over} taller than the hole, more than may come off the {leaf} ({trim}).",
        "Raise the {header} by {over}, or take a lower {leaf}.",
    ),
    "leg-short": FlagKind(
        "check", "set",
        "The {which} as supplied is {short} too short.",
        "Pack it up by {short} on something hard, and fix it.",
    ),
    "legs-cut-equal": FlagKind(
        "check", "set",
        "The {leg}s were cut alike, and the floor rises {rise} between them.",
        "Cut the {leg} on the high side {rise} shorter, or pack the other one up.",
    ),
    "legs-cut-unequal": FlagKind(
        "check", "set",
        "The {leg}s were cut {differs} different, and the floor differs by {rise}.",
        "Measure both from the {head} end again before the frame goes in; pack the short one up.",
    ),
    "wall-thicker-than-frame": FlagKind(
        "check", "set",
        "The wall is up to {wall} thick and the {frame} {depth} deep: {short} short.",
        "Plan an extension strip of {short}, or take a deeper {frame}.",
    ),
    "casing-cannot-hide": FlagKind(
        "check", "set",
        "The {frame} stands {step} off the wall's face; {casing} hides {hides} by packing or planing.",
        "Plan an extension strip or plaster work, or share the lean out differently. The inside face is made right first.",
    ),
    "legs-follow-their-walls": FlagKind(
        "check", "set",
        "The two {leg}s lean {cross} differently: the {leaf} would meet its stop at one end first.",
        "Plant the stop to the closed {leaf}, or set both {leg}s to the hinge side's plane.",
    ),
    "frame-follows-wall": FlagKind(
        "check", "set",
        "The {frame} follows a wall that leans {lean}: the {leaf} will not stay where it is left.",
        "Set the {frame} plumb and share the lean out at the wall's face.",
    ),
    "leaf-drifts": FlagKind(
        "check", "hang",
        "Let go at {at} degrees, the {leaf} {does} by itself.",
        "Bring the hinge {leg} plumb both ways; the long screw of the top hinge moves it most.",
    ),
    "sweep-rubs": FlagKind(
        "stop", "hang",
        "The {leaf} would rub: {over} into the floor at {angle} degrees.",
        "Plan a floor gap of {gap}, or trim {needed} off the {leaf}'s bottom as far as its maker allows.",
    ),
    "sweep-low": FlagKind(
        "check", "hang",
        "The {leaf} clears the floor by only {least} at {angle} degrees; {wanted} is wanted.",
        "Plan a floor gap of {gap}, or trim {needed} off the {leaf}'s bottom as far as its maker allows.",
    ),
    "gaps-off": FlagKind(
        "check", "hang",
        "{count} not within {within} of what was planned.",
        "Make the moves listed, then read the gaps again.",
    ),
    "gap-too-small-for-moves": FlagKind(
        "check", "hang",
        "No small move opens the {gap} far enough: {by} is missing. The {leaf} is out of square.",
        "Plane {by} off {corner}; never a fire-rated {leaf} beyond its listing, nor the top unless its maker allows.",
    ),
    "gap-too-wide-for-moves": FlagKind(
        "check", "hang",
        "No small move closes the {gap}: it stays {by} too wide. The {leaf} is out of square at {corner}.",
        "Leave it, or take another {leaf}; planing cannot add wood.",
    ),
    "stop-uneven": FlagKind(
        "check", "hang",
        "Closed, the {leaf} stands {off} further off its stop at one place than at another.",
        "Plant the stop to the {leaf}, or move the foot of the {strike} {leg} through the wall.",
    ),
    "leg-over-shimmed": FlagKind(
        "check", "hang",
        "A {leg} bows {bow} between its {shim}s; {most} is straight enough.",
        "Slide the pair there back until the straightedge lies flat: a tight {shim} bows the {leg}.",
    ),
    "foot-wider-than-head": FlagKind(
        "check", "hang",
        "The {frame} is {by} wider at its foot than at its head.",
        "Draw the feet together before the foot screws go in; the feet of a steel frame spread by themselves.",
    ),
    "foot-narrower-than-head": FlagKind(
        "check", "hang",
        "The {frame} is {by} narrower at its foot than at its head.",
        "Spread the feet to the width at the head before they are fixed.",
    ),
    "latch-binds": FlagKind(
        "check", "hang",
        "The latch does not enter its {strike} freely.",
        "Look at the gap at the latch and the {leaf}'s height there first; file the {strike} last.",
    ),
    "piece-cut-short": FlagKind(
        "check", "frame",
        "The {piece} was cut at {cut} on {when}; the plan now says {now}.",
        "It is {by} too short: cut it anew, or undo what moved the plan.",
    ),
    "piece-cut-long": FlagKind(
        "check", "frame",
        "The {piece} was cut at {cut} on {when}; the plan now says {now}.",
        "Take {by} more off it.",
    ),
    "openings-overlap": FlagKind(
        "stop", "frame",
        "Openings {a} and {b} overlap by {over}.",
        "Move one of them at least {over} away, and leave room for both framings.",
    ),
    "opening-over-neighbour": FlagKind(
        "stop", "frame",
        "This opening and {b} overlap by {over}.",
        "Move one of them at least {over} away, and leave room for both framings: the wall's own page shows all of them.",
    ),
    "framing-meets-neighbour": FlagKind(
        "check", "frame",
        "Its framing and that of {b} run into each other by {over}: they would share {stud}s.",
        "Move one of them {over} away, or have it drawn that they share: the wall's own page shows all of them.",
    ),
    "shares-with-neighbour": FlagKind(
        "note", "frame",
        "It shares {stud}s with {b}, as was asked: their framings run into each other by {over}.",
        "The wall's own page says what stands between them; cut those once for both.",
    ),
    "openings-share-studs": FlagKind(
        "check", "frame",
        "The framing of {a} and of {b} run into each other by {over}: they would share {stud}s.",
        "Move one of them {over} away, or have it drawn that they share.",
    ),
    "openings-share-as-asked": FlagKind(
        "note", "frame",
        "{a} and {b} share {stud}s, as was asked: the {between} between them holds {fewer} fewer than their own lists have.",
        "The lists of the wall and of the job leave {fewer} off; each opening's own list still has its own.",
    ),
    "openings-share-as-found": FlagKind(
        "note", "frame",
        "{a} and {b} share {stud}s in a standing wall, as was asked: the {between} between them holds {fewer} fewer than they have alone.",
        "See which of them stand already, and leave the others off one of the two cut lists.",
    ),
    "headers-meet-on-jack": FlagKind(
        "check", "frame",
        "Between {a} and {b} is {between}, as was asked: their {header}s would run into each other by {over}.",
        "Carry one {header} through over both, or have whoever gave its size say how far each must bear on the {jack} they share.",
    ),
    "sliver-between-openings": FlagKind(
        "note", "frame",
        "Between the framing of {a} and of {b} only {space} is left.",
        "Fill it solid, or move one of them by {space}.",
    ),
    "open-slab-covers-opening": FlagKind(
        "check", "frame",
        "The open slab or track of {a} runs {over} over opening {b}.",
        "Let it open to the other side, or move one of them.",
    ),
    "opening-too-near-corner": FlagKind(
        "check", "frame",
        "Opening {a} leaves {room} to the corner at the {end} end: {casing} and its {setback} do not fit.",
        "Move it {needed} away, or plan narrower {casing} there.",
    ),
    "leaf-meets-corner": FlagKind(
        "check", "frame",
        "The {leaf} of {a} opens against the corner at the {end} end, {room} away: its knob would hit the wall.",
        "Move it {needed} away, hang it on the other side, or plan a stop at 90 degrees.",
    ),
    "fitting-in-opening": FlagKind(
        "stop", "frame",
        "{what}, {at} from the left end, stands in opening {a}.",
        "Move the opening, or have it moved by the one whose trade it is. " + LOCAL_CODE,
    ),
    "fitting-in-pocket": FlagKind(
        "stop", "frame",
        "{what}, {at} from the left end, would sit in the pocket or opening of {a}.",
        "Move it out of the pocket: no box and no screw may enter it. " + LOCAL_CODE,
    ),
    "fitting-under-casing": FlagKind(
        "check", "frame",
        "{what}, {at} from the left end, lies under the {casing} of {a}.",
        "Move it clear of the {casing}; a switch is looked for 6 to 8 in from the opening, on the {strike} side.",
    ),
    "fitting-under-slab": FlagKind(
        "check", "frame",
        "{what}, {at} from the left end, is covered by the open slab of {a}.",
        "Move it, or let the slab open to the other side.",
    ),
    "fitting-behind-leaf": FlagKind(
        "check", "frame",
        "{what}, {at} from the left end, is behind the open {leaf} of {a}.",
        "Put it on the {strike} side, clear of the {casing}.",
    ),
    "head-line-too-low": FlagKind(
        "stop", "opening",
        "The common head line is {over} below the {head} this door needs.",
        "Raise the line by {needed}, or take a lower {leaf} or floor.",
    ),
    "new-floor-trim": FlagKind(
        "check", "floor",
        "The {leaf} hangs already: the new floor leaves {left} under it, and {wanted} was planned.",
        "Trim {trim} off its bottom before the floor is laid up to it.",
    ),
    "new-floor-trim-too-much": FlagKind(
        "stop", "floor",
        "The {leaf} hangs already: the new floor leaves {left} under it, and {wanted} was planned. "
        "That is {trim} to trim, and no more than {most} may come off its bottom.",
        "Lay a thinner floor there, accept a smaller gap, or take another {leaf}; the top is never trimmed unless its maker allows.",
    ),
    "new-floor-fire-rated": FlagKind(
        "stop", "floor",
        "The fire-rated {leaf} hangs already: the new floor leaves {left} under it, and {wanted} was planned.",
        "Nothing is trimmed beyond its listing: ask its maker, lay a thinner floor, or reset the {frame}. " + LOCAL_CODE,
    ),
    "new-floor-gap-wide": FlagKind(
        "note", "floor",
        "The {leaf} hangs already: over the new floor its gap grows from {wanted} to {left}.",
        "Leave it, lay the floor up, or fit a strip under the {leaf}.",
    ),
    "new-floor-opening-low": FlagKind(
        "stop", "floor",
        "The opening is framed {framed} high, and now needs {needs}: {over} is missing over the {head}.",
        "Raise the {header} by {over}, lay a thinner floor, or trim the {leaf} as far as its maker allows.",
    ),
    "new-floor-head-space": FlagKind(
        "note", "floor",
        "The opening is framed {framed} high, and by the new floor would be {needs}: {left} stays over the {head}.",
        "It still goes in; pack the {head} to what is left.",
    ),
    "cut-in-studs-unknown": FlagKind(
        "check", "frame",
        "Nobody has said where the {stud}s of this standing wall are: what a hole cuts is not known.",
        "Find them on the wall's page and prove each with a thin nail, before a place is chosen.",
    ),
    "cut-in-without-support": FlagKind(
        "stop", "frame",
        "The wall is {bearing}, and no temporary support is recorded for the time its {stud}s are cut.",
        "Have the support planned, record what it is and who gave it, and set it before the first cut. " + LOCAL_CODE,
    ),
    "cut-in-service": FlagKind(
        "stop", "frame",
        "{what}, {at} from the left end, runs where the wall is opened.",
        "Choose a place clear of it, or have it made safe and moved by the one whose trade it is. " + LOCAL_CODE,
    ),
    "cut-in-service-fixed": FlagKind(
        "stop", "frame",
        "{what}, {at} from the left end, runs where the wall is opened, and cannot be moved.",
        "Choose a place clear of it. " + LOCAL_CODE,
    ),
    "cut-in-clears-stud": FlagKind(
        "check", "frame",
        "Here {count} out whole, standing where a new {king} must go.",
        "Move the opening until a standing {stud} can serve as {king}, or take it out and make the wall good.",
    ),
    "cut-in-out-of-range": FlagKind(
        "check", "frame",
        "The hole reaches {over} further {end} than was agreed.",
        "Move it back into the range, or agree a wider one.",
    ),
    "ceiling-slopes": FlagKind(
        "note", "frame",
        "The ceiling slopes over it by {rise}: {king}s are {low} and {high} at their long points.",
        "Cut each {king} and {cripple} to its place, its top to the slope.",
    ),
    "latch-rattles": FlagKind(
        "note", "hang",
        "The latch has play in its {strike}.",
        "Bend the {strike}'s tongue, or move the stop to the {leaf}.",
    ),
}  # fmt: skip


def worst_first(flags: tuple[Flag, ...]) -> tuple[Flag, ...]:
    """Order flags by level, keeping the order of work within a level."""
    return tuple(sorted(flags, key=lambda f: LEVEL_ORDER[f.kind.level]))
