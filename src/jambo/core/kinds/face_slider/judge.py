"""Judgements on a face slider (handbook 11, 22, 23), from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.kinds.face_slider.standoff import boards_of, stacks, stocked
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import ZERO, Length, size, total
from jambo.core.rules import HouseRules

READ_OFF = Length.inches("1/32")  # the least rise of a floor that is told
FLAGS = FlagWords(
    {
        "track": {
            "slab-does-not-cover": (
                "stop",
                "The slab is {short} too narrow to cover the opening.",
                "Use a slab of at least {wanted}.",
            ),
            "slab-covers-little": (
                "check",
                "The slab covers {overlap} at each side; {wanted} is wanted.",
                "Use a wider slab, or accept that light and sound pass.",
            ),
            "slab-top-uncovered": (
                "stop",
                "The slab's top stays {short} below the top of the opening.",
                "Use a higher slab, or lower the opening's head.",
            ),
            "track-too-short": (
                "stop",
                "The track is {short} too short for slab, wheels and stops, even with the hangers as close as they may be.",
                "Use a track of at least {least}, or a narrower slab.",
            ),
            "hangers-moved-in": (
                "note",
                "The track is shorter than the slab's own hangers ask: they move in by {move}.",
                "Bore the hanger holes {inset} from the slab's edges.",
            ),
            "track-past-wall": (
                "stop",
                "Between the wall's ends there is {over} too little for the track with its stops.",
                "Move the hangers in, let the slab open to the other side, or use a pair.",
            ),
            "slab-past-wall": (
                "stop",
                "The open slab would stand {over} past the end of the wall.",
                "Let it open to the other side, use a pair, or stop it short and accept a narrower way through.",
            ),
            "studs-not-found": (
                "check",
                "No {stud} behind the track has been found yet.",
                "Find them at the track line, prove each with a thin nail, and write down where they are.",
            ),
            "hung-on-steel": (
                "check",
                "The {track} hangs on steel {stud}s: screws find no hold for a slab's weight in thin steel.",
                "Fix timber between the {stud}s behind the track line before the {wallboard}, or what the track's maker allows; by his sheet and local code.",
            ),
            "track-holes-off-studs": (
                "check",
                "No factory hole of the track lands on a {stud}, wherever it is shifted.",
                "Bore the new holes listed, or put a {backer} behind the track.",
            ),
            "backer-holes-off-studs": (
                "check",
                "No factory hole of the track lands on a {stud}, wherever it is shifted.",
                "Bore the new holes listed: through the {backer} into the {stud}s.",
            ),
            "stud-not-reached": (
                "note",
                "{count} found behind the track can take neither a factory hole nor a new one.",
                "Leave it out, or use a track with other holes.",
            ),
            "fixings-too-few": (
                "check",
                "The track has {count} into {stud}s over {length}; one at least every {every} is wanted.",
                "Add blocks between the {stud}s, or spread the load with a {backer}.",
            ),
            "backer-fixings-too-few": (
                "check",
                "Track and {backer} have {count} into {stud}s over {length}; one at least every {every} is wanted.",
                "Fix the {backer} to every {stud} it crosses, and add blocks between them where there are too few.",
            ),
            "fixing-end-bare": (
                "check",
                "There is no {stud} fixing within {within} of the track's {end} end.",
                "Add a block there, or lengthen the backer to the next {stud}.",
            ),
            "lag-too-short": (
                "stop",
                "The fixings are {lag}; through finish, backer and spacer into the {stud} it takes {needed}.",
                "Use fixings of at least {needed}: the whole slab hangs on them.",
            ),
            "slab-over-rating": (
                "stop",
                "The slab weighs {mass}; the hardware is rated for {rating}.",
                "Use heavier hardware or a lighter slab.",
            ),
            "slab-weight-unknown": (
                "check",
                "The slab's weight and the hardware's rating are not both written down.",
                "Weigh the slab, read the rating off the sheet, and compare them before hanging.",
            ),
            "hardware-without-sheet": (
                "check",
                "No maker's sheet is recorded for this track: hole, wheel and stop measures are house rules.",
                "Measure the hardware in hand, correct what differs, and write down which sheet it is.",
            ),
            "headroom-short": (
                "stop",
                "The track needs {over} more under the ceiling to lift the slab on.",
                "Lower the track, use a lower slab, or hardware that takes less.",
            ),
            "open-slab-covers": (
                "check",
                "The open slab covers {what}, which starts {distance} from the opening; the slab reaches {reach}.",
                "Move it, let the slab open to the other side, or stop it short.",
            ),
            "guide-shows": (
                "check",
                "Closed and open slab share only {room}; a guide of {guide} would show.",
                "Use a shorter guide, a wider slab, or a guide on the wall or base.",
            ),
            "track-raised": (
                "note",
                "The floor is not level: under the slab it is up to {raised} higher than at the opening's edge, and the track line counts from there.",
                "Keep the track level. The gap under the slab is {gap} where its floor is lowest.",
            ),
            "track-over-highest": (
                "note",
                "The floor falls away under the slab: it is highest at the opening's edge, and the track line counts from there.",
                "Keep the track level. The gap under the slab is {gap} where its floor is lowest.",
            ),
            "rail-joint-bare": (
                "check",
                "The two rails join {at} from the opening's edge, where no {stud} was found.",
                "Join them over a {stud}, add a block there, or put a {backer} behind the track.",
            ),
            "rail-joint-at-wheel": (
                "check",
                "The two rails join {at} from the opening's edge, where a wheel rests.",
                "Make the first rail longer or shorter, so that no wheel stands on the joint.",
            ),
            "caution-router": (
                "note",
                "The groove takes a router: work held, both hands clear, shallow passes, each end entered from outside.",
                "Take at most {depth} a pass; wear eye, ear and dust protection.",
            ),
        },
        "wall": {
            "slab-rubs": (
                "stop",
                "The slab hangs {standoff} off the wall and needs {wanted}: it would rub.",
                "Add {needed} of backer or spacer, or take trim off.",
            ),
            "backer-meets-casing": (
                "check",
                "The {backer}'s bottom would stand {over} lower than the top of the head {casing}.",
                "Hang the track higher with a taller slab, use a lower {backer}, or end the head {casing} under it.",
            ),
            "backer-no-boards": (
                "check",
                "No stocked boards come to a {backer} of {thick}.",
                "Stack boards to {stack}, or have a board of {thick} in hand.",
            ),
            "backer-beyond-stock": (
                "check",
                "It takes {least} behind the track, more than stocked boards stack to.",
                "Straighten the wall, thin the trim, or hang the slab from the ceiling.",
            ),
            "wall-falls-away": (
                "note",
                "At the foot the wall falls back: the guide must reach {reach} from it.",
                "Choose a guide that reaches so far, or one fixed to the floor.",
            ),
        },
    }
)


SLIDER = "opening.door.slider"


def _covers(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Whether the slab covers the opening, and shares enough with itself open to hide the guide."""
    overlap, wanted = figures.value(names.OVERLAP_EACH), slider_of(opening).side_overlap.value
    wide = figures.value(names.SLAB_WANTED_WIDTH)
    path = f"{SLIDER}.slab_width"
    if overlap is not None and overlap <= ZERO and wide is not None:
        sides = 1 if opening.pair else 2
        yield FLAGS("slab-does-not-cover", {"short": -overlap * sides, "wanted": wide}, (names.SLAB_WIDTH,), path)
    elif overlap is not None and overlap < wanted:
        yield FLAGS("slab-covers-little", {"overlap": overlap, "wanted": wanted}, (names.SLAB_WIDTH,), path)
    top = figures.value(names.OVERLAP_TOP)
    if top is not None and top < ZERO:
        yield FLAGS("slab-top-uncovered", {"short": -top}, (names.SLAB_HEIGHT,), f"{SLIDER}.slab_height")
    room, guide = figures.value(names.GUIDE_ROOM), slider_of(opening).guide_length
    if room is not None and room < guide.value:
        values: Values = {"room": max(room, ZERO), "guide": guide.value}
        yield FLAGS("guide-shows", values, (names.GUIDE_ROOM,), guide.source.path)


def _length(opening: Opening, figures: Figures, tape: TrackTape) -> Iterator[Flag]:
    """Whether track and open slab find room, on the track and on the wall."""
    short, move = figures.value(names.TRACK_SHORT), figures.value(names.HANGER_MOVE)
    least, inset = figures.value(names.TRACK_LEAST), figures.value(names.HANGER_INSET)
    if short is not None and short > ZERO and move is not None and least is not None and inset is not None:
        if short > move * 2:
            values: Values = {"short": short - move * 2, "least": least - move * 2}
            yield FLAGS("track-too-short", values, (names.TRACK_LENGTH, names.TRACK_LEAST), f"{SLIDER}.length")
        else:
            yield FLAGS("hangers-moved-in", {"move": move, "inset": inset}, (names.HANGER_INSET,), f"{SLIDER}.length")
    if tape.limits is None:
        return
    low, high = tape.limits
    start, end, track = (figures.value(n) for n in (names.TRACK_NEEDS_START, names.TRACK_NEEDS_END, names.TRACK_LENGTH))
    if start is not None and end is not None and track is not None:
        over = max(low - start, end - high, track - (high - low))
        if over > ZERO:
            yield FLAGS("track-past-wall", {"over": over}, (names.TRACK_LEAST,), "opening.position.distance")
    reach = figures.value(names.SLAB_OPEN_FAR)
    far = [reach] if reach is not None else []
    width = value_of(opening.finished_width)
    past = max(
        [f - high for f in far] + ([low - (width - f) for f in far] if opening.pair and width is not None else []),
        default=ZERO,
    )
    if past > ZERO:
        yield FLAGS("slab-past-wall", {"over": past}, (names.SLAB_OPEN_FAR,), "opening.door.slides_to")


def _fixed(opening: Opening, figures: Figures, tape: TrackTape, rules: HouseRules) -> Iterator[Flag]:
    """What the track hangs on (handbook 11, fixing)."""
    s, path = slider_of(opening), f"{SLIDER}.studs"
    length = figures.value(names.TRACK_LENGTH)
    lag, needs = s.lag, figures.value(names.LAG_LENGTH)
    if lag is not None and needs is not None and lag.value < needs:
        yield FLAGS("lag-too-short", {"lag": lag.value, "needed": needs}, (names.LAG_LENGTH,), lag.source.path)
    if s.studs is None or not s.studs:
        yield FLAGS("studs-not-found", {}, (names.TRACK_LENGTH,) if length is not None else (), path)
        return
    if tape.fixed is None or length is None or tape.across is None:
        return
    fixed, backed = tape.fixed, s.fixing == "backer"
    if not fixed.landed and s.fixing != "backer_only":
        yield FLAGS("backer-holes-off-studs" if backed else "track-holes-off-studs", {}, (names.TRACK_START,), path)
    if fixed.cannot:
        n = len(fixed.cannot)
        yield FLAGS("stud-not-reached", {"count": "One stud" if n == 1 else f"{n} studs"}, (names.TRACK_START,), path)
    every, within = rules.value(house.FIX_EVERY), rules.value(house.FIX_END)
    at = fixed.fixings
    if every * len(at) < length:
        said = "no fixing" if not at else "1 fixing" if len(at) == 1 else f"{len(at)} fixings"
        values: Values = {"count": said, "length": length, "every": every}
        yield FLAGS("backer-fixings-too-few" if backed else "fixings-too-few", values, (names.TRACK_LENGTH,), path)
    for end, near in (("closed", [a for a in at if a <= within]), ("open", [a for a in at if a >= length - within])):
        if not near:
            side = {"closed": "left", "open": "right"}[end] if opening.pair else end
            yield FLAGS("fixing-end-bare", {"within": within, "end": side}, (names.TRACK_START,), path)


def _joint(opening: Opening, figures: Figures, tape: TrackTape, rules: HouseRules) -> Iterator[Flag]:
    """Where two rails join: over a stud or on a backer, away from a wheel at rest; and a floor that raised the track."""
    raised, gap = figures.value(names.TRACK_RAISED), figures.value(names.SLAB_GAP_MOST)
    if raised is not None and gap is not None:
        code = "track-raised" if raised >= READ_OFF else "track-over-highest"
        yield FLAGS(code, {"raised": raised, "gap": gap}, (names.TRACK_LINE, names.SLAB_GAP_MOST), "survey")
    at, width, s = figures.value(names.RAIL_JOINT), value_of(opening.finished_width), slider_of(opening)
    if at is None or width is None:
        return
    path, about = f"{SLIDER}.rail", (names.RAIL_JOINT,)
    studs = [mark.x for mark in tape.marks if mark.what == "found_stud"]
    near = rules.value(house.HOLE_ON_STUD)
    if s.fixing == "spacers" and studs and all(size(at - stud) > near for stud in studs):
        yield FLAGS("rail-joint-bare", {"at": at}, about, path)
    rests = [x for name in (*names.WHEELS_CLOSED, *names.WHEELS_OPEN) if (x := figures.value(name)) is not None]
    if any(size(at - x) < s.wheel_radius.value for spot in rests for x in (spot, width - spot)):
        yield FLAGS("rail-joint-at-wheel", {"at": at}, about, path)


def _backer(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Whether the backer is made of boards there are, and stays over the head casing."""
    clear, s = figures.value(names.BACKER_CLEAR), slider_of(opening)
    if clear is not None and clear < ZERO:
        yield FLAGS("backer-meets-casing", {"over": -clear}, (names.BACKER_CLEAR,), f"{SLIDER}.backer_height")
    thick = s.backer.value if s.backer is not None and s.fixing != "spacers" else ZERO
    if thick > ZERO and not boards_of(thick, rules.habit):
        more = stocked(thick, rules.habit)
        most = max(total(stack) for stack in stacks(rules.habit))
        values: Values = {"thick": thick, "stack": most if more is None else more}
        yield FLAGS("backer-no-boards", values, (names.BACKER_LEAST,), f"{SLIDER}.backer")


def _hangs(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Stand-off, weight, headroom, what is beside it (handbook 11)."""
    s = slider_of(opening)
    spare, needed, has = (figures.value(n) for n in (names.STANDOFF_SPARE, names.STANDOFF_NEEDED, names.STANDOFF))
    if spare is not None and spare < ZERO and needed is not None and has is not None:
        least = figures.value(names.BACKER_LEAST)
        if s.backer is None and s.fixing != "spacers" and least is not None and stocked(least, rules.habit) is None:
            yield FLAGS("backer-beyond-stock", {"least": least}, (names.BACKER_LEAST,), f"{SLIDER}.backer")
        values: Values = {"standoff": has, "wanted": needed, "needed": -spare}
        yield FLAGS("slab-rubs", values, (names.STANDOFF_NEEDED, names.STANDOFF), f"{SLIDER}.backer")
    reach, flat = figures.value(names.GUIDE_REACH), has
    thick = value_of(opening.leaves[0].thickness)
    if reach is not None and flat is not None and thick is not None and (reach - flat) * 2 > thick:
        yield FLAGS("wall-falls-away", {"reach": reach}, (names.GUIDE_REACH,), f"{SLIDER}.lean")
    if opening.mass is not None and s.rating is not None:
        # two slabs hang from their own halves of a joined track: each half carries one
        if opening.mass > s.rating:
            said: Values = {"mass": opening.mass.text(rules.habit), "rating": s.rating.text(rules.habit)}
            yield FLAGS("slab-over-rating", said, (names.SLAB_WIDTH,), f"{SLIDER}.rating")
    else:
        path = f"{SLIDER}.rating" if s.rating is None else "opening.door.mass"
        yield FLAGS("slab-weight-unknown", {}, (names.SLAB_WIDTH,), path)
    left, needs = figures.value(names.HEADROOM_LEFT), figures.value(names.HEADROOM_NEEDS)
    floor, under = figures.value(names.FLOOR_CLEAR), value_of(wall.height)
    if left is None and needs is not None and floor is not None and under is not None:
        left = under - floor - needs  # no ceiling given: at best the plates
    if left is not None and left < ZERO:
        path = f"{SLIDER}.ceiling" if s.ceiling else "wall.height"
        yield FLAGS("headroom-short", {"over": -left}, (names.HEADROOM_NEEDS,), path)
    open_reach = figures.value(names.OPEN_REACH)
    for i, beside in enumerate(s.beside):
        if open_reach is not None and beside.distance.value < open_reach:
            values = {"what": beside.what or "something", "distance": beside.distance.value, "reach": open_reach}
            yield FLAGS("open-slab-covers", values, (names.OPEN_REACH,), f"{SLIDER}.beside[{i}].distance")
    if not s.source.strip():
        yield FLAGS(
            "hardware-without-sheet",
            {},
            (names.TRACK_LINE,) if figures.value(names.TRACK_LINE) is not None else (),
            f"{SLIDER}.source",
        )
    if s.guide == "channel" and (depth := figures.value(names.GROOVE_DEPTH)) is not None and depth > ZERO:
        yield FLAGS(
            "caution-router",
            {"depth": min(depth, rules.value(house.GROOVE_PASS))},
            (names.GROOVE_DEPTH,),
            f"{SLIDER}.guide",
        )


def on_slider(opening: Opening, wall: Wall, figures: Figures, tape: TrackTape, rules: HouseRules) -> Iterator[Flag]:
    """A face slider's slab, track, fixing and stand-off (handbook 11)."""
    if wall.steel:
        yield FLAGS("hung-on-steel", {}, (names.TRACK_LINE,), "wall.studs")
    yield from _covers(opening, figures)
    yield from _length(opening, figures, tape)
    yield from _fixed(opening, figures, tape, rules)
    yield from _joint(opening, figures, tape, rules)
    yield from _backer(opening, figures, rules)
    yield from _hangs(opening, wall, figures, rules)
