"""Judgements on floors, the rough opening and the framing around it (handbook 5, 6, 9, 22), from figures already computed."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from jambo.core import rules as house
from jambo.core.facts.floors import Floors
from jambo.core.facts.frame import Frame
from jambo.core.facts.leaf import Handing
from jambo.core.facts.opening import Method, Opening
from jambo.core.facts.placing import Header, Placing
from jambo.core.facts.wall import Neighbour, Wall
from jambo.core.flags import LOCAL_CODE, Flag, FlagWords, Values
from jambo.core.framing.plate import Plate
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Figures, Known, value_of
from jambo.core.quantities.length import ZERO, Length, or_zero, some
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules, RuleName

STEP: dict[Unit, Length] = {"in": Length.inches(1), "mm": Length.mm(25)}  # floors that differ by so much make a step
THICKNESS_LEFT = Length.inches("1/16")  # timber as it comes differs by so much

FLAGS = FlagWords(
    {
        "floor": {
            "floor-is-allowance": (
                "check",
                "The floor on side {side} is not chosen: {amount} is an allowance ({why}).",
                "Choose the floor, or have the allowance accepted, before anything that stands on it is cut.",
            ),
            "floors-differ": (
                "note",
                "The floors differ by {step} across the {leaf}; it passes over side {side}, the higher one it must clear.",
                "Agree where the step lies under the closed {leaf}, or plan a threshold strip.",
            ),
            "floors-differ-lower": (
                "note",
                "The floors differ by {step} across the {leaf}: side {side} is higher, and the {leaf} is planned to pass the lower one alone.",
                "Keep the step out from under the closed {leaf}, or say that the floor of side {side} runs under it.",
            ),
            "under-leaf-not-said": (
                "note",
                "The floors differ by {step}, and nobody said which runs under the closed {leaf}: the higher one is taken, on side {side}.",
                "Say it on the floor stage; a {leaf} cut for the lower floor cannot be made to clear the higher.",
            ),
            "floor-step": (
                "check",
                "The floors differ by {step} across the {leaf}: side {side} is higher.",
                "Measure both from the same rough floor again; if it is so, plan a sill or a step that nobody trips over, "
                "and which side the {leaf} opens to.",
            ),
            "floor-gap-large": (
                "check",
                "On the common head line this {leaf} stands {gap} over the floor; over a hard floor {most} is the most.",
                "Pack over the {head} instead, or leave this door off the line.",
            ),
            "floor-gap-small": (
                "note",
                "The floor gap of {gap} is less than usual over a hard floor ({usual}).",
                "Keep it only where the floor is proven level over the whole swing.",
            ),
        },
        "frame": {
            "leg-stands-on-unchosen-floor": (
                "check",
                "The {leg}s stand on the finished floor, and that floor is still an allowance.",
                "Leave the {leg}s long, or stand them on scraps, until the floor is chosen.",
            ),
            "cripple-does-not-fit": (
                "stop",
                "The opening and its {header} need {over} more than the wall height.",
                "Use a shallower {header}, lower the opening, or raise the wall.",
            ),
            "header-against-plates": (
                "note",
                "The {header} fills the wall to the plates: there are no {cripple}s over it.",
                "Set the {header} tight against the {top_plate}s and {nail} it through them.",
            ),
            "header-too-thick": (
                "check",
                "The plies and packing of the {header} make {made}; the {stud}s are {depth} deep: {over} too thick.",
                "Use thinner packing or fewer plies, or it stands out of the wall's face and the {wallboard} with it.",
            ),
            "header-too-thin": (
                "note",
                "The plies and packing of the {header} make {made}; the {stud}s are {depth} deep: {short} too thin.",
                "Pack it out on the side the {wallboard} goes on, or choose thicker packing.",
            ),
            "wall-too-low": (
                "stop",
                "The opening and its {header} stand {over} higher than the wall.",
                "Raise the wall or choose a lower {leaf}.",
            ),
            "cripple-sliver": (
                "note",
                "Over the {header} only {space} is left: too little for {cripple}s.",
                "Fill it solid, or use a deeper {header}.",
            ),
            "box-in-hole": (
                "stop",
                "{what}, {at} from the left end of the wall, stands in this opening.",
                "Have it moved by the one whose trade it is before the hole is made, or move the opening. "
                + LOCAL_CODE,
            ),
            "leaf-taller-than-wall": (
                "stop",
                "The {leaf} is {over} taller than the wall is high under its plates.",
                "Raise the wall or choose a lower {leaf}.",
            ),
            "opening-past-wall-start": (
                "stop",
                "The framing of the opening starts {over} before the {end} end of the wall.",
                "Move the opening at least {over} away from that end.",
            ),
            "opening-past-wall-end": (
                "stop",
                "The framing of the opening runs {over} past the {end} end of the wall.",
                "Move the opening at least {over} back, or lengthen the wall.",
            ),
            "opening-wider-than-wall": (
                "stop",
                "The opening with its {jack}s and {king}s needs {needed}; the wall is {length} long.",
                "Choose a narrower {leaf} or a longer wall.",
            ),
            "sliver-beside-king": (
                "note",
                "Layout {stud} {number} stands only {space} from a {king}.",
                "{nail} it solid to the {king}, or shift the opening by {space}.",
            ),
            "bearing-without-source": (
                "stop",
                "The wall is {bearing}, and no {header} size with its source is recorded.",
                "Record who gave the {header}: local code table, drawing or engineer. Jambo never sizes a structural {header}. "
                + LOCAL_CODE,
            ),
            "frame-too-shallow": (
                "stop",
                "The {frame} is {depth} deep and the finished wall {wall} thick: {short} short.",
                "Order a deeper {frame}, or say which side gets an extension strip of {short}.",
            ),
            "frame-with-extension": (
                "note",
                "The {frame} is set flush with side {other}; a strip of {strip} makes up the wall on side {side}.",
                "Fixings, foam and sealant go by the {frame}'s own depth; {casing} goes on the strip.",
            ),
            "caution-cutting": (
                "note",
                "Saws, nailers and overhead lifting hurt people: wear eye, ear and dust protection and support the work.",
                "Two people lift the {header}. " + LOCAL_CODE,
            ),
            "caution-existing-wall": (
                "note",
                "A standing wall may hide wires and pipes, and old work may hold lead paint or asbestos.",
                "Find and make safe what is in the wall, and test old paint and board, before anything is cut. "
                + LOCAL_CODE,
            ),
            "opening-over-neighbour": (
                "stop",
                "This opening and {b} overlap by {over}.",
                "Move one of them at least {over} away, and leave room for both framings: the wall's own page shows all of them.",
            ),
            "framing-meets-neighbour": (
                "check",
                "Its framing and that of {b} run into each other by {over}: they would share {stud}s.",
                "Move one of them {over} away, or have it drawn that they share: the wall's own page shows all of them.",
            ),
            "shares-with-neighbour": (
                "note",
                "It shares {stud}s with {b}, as was asked: their framings run into each other by {over}.",
                "The wall's own page says what stands between them; cut those once for both.",
            ),
        },
        "opening": {
            "side-play-none": (
                "stop",
                "The {frame} is {over} wider than the rough opening.",
                "Widen the opening by {needed}, or use a narrower {leaf} or thinner {leg}s.",
            ),
            "side-play-tight": (
                "check",
                "Side play is {play} each side; less than {least} leaves nothing for a {stud} out of plumb.",
                "Add {needed} to the opening width, or prove both {stud}s plumb before setting.",
            ),
            "side-play-under-lean": (
                "note",
                "Side play is {play} each side; a {stud} leaning as much as expected wants {wanted}.",
                "Plumb the {jack}s carefully, or add {needed} to the opening width.",
            ),
            "side-play-wide": (
                "note",
                "Side play is {play} each side, more than {most}: {shim}s alone would be too thick.",
                "Fix blocks to the {stud}s first, then set the {shim}s off them, or narrow the opening.",
            ),
            "head-play-none": (
                "stop",
                "The {frame} stands {over} taller than the rough opening: {cause}.",
                "Raise the opening by {needed}, or shorten {leg}s and {leaf} at the bottom as far as the maker allows.",
            ),
            "head-line-too-low": (
                "stop",
                "The common head line is {over} below the {head} this door needs.",
                "Raise the line by {needed}, or take a lower {leaf} or floor.",
            ),
        },
    }
)


def on_floor(floors: Floors, handing: Handing, figures: Figures, rules: HouseRules, *, swings: bool) -> Iterator[Flag]:
    """Floors not chosen, floors that differ, floor gaps that want a level floor (handbook 9).

    Args:
        floors, handing: the facts; figures: worked out; rules: in force; swings: whether the leaf swings over a floor at all.
    """
    for side in (floors.a, floors.b):
        for layer in side.layers or ():
            if isinstance(layer, Known) and layer.source.kind == "allowance":
                yield FLAGS(
                    "floor-is-allowance",
                    {"side": side.side, "amount": layer.value, "why": layer.source.detail},
                    tuple(
                        n for n in (names.FLOOR_ON[side.side], names.FLOOR_CLEAR, names.HEAD_UNDERSIDE) if n in figures
                    ),
                    layer.source.path,
                )
    a, b = figures.value(names.FLOOR_A), figures.value(names.FLOOR_B)
    if a is not None and b is not None and a != b:
        higher = "A" if a > b else "B"
        step = a - b if a > b else b - a
        values: Values = {"step": step, "side": higher}
        about = (names.FLOOR_A, names.FLOOR_B, names.FLOOR_CLEAR)
        if not floors.under_said:
            yield FLAGS("under-leaf-not-said", values, about, "opening.floors.under")
        passes = floors.under == higher or (swings and handing.opens_to == higher)
        if step >= STEP[rules.habit]:
            yield FLAGS("floor-step", values, about, "opening.floors")
        elif floors.under_said:
            yield FLAGS("floors-differ" if passes else "floors-differ-lower", values, about, "opening.floors")
    yield from _gained(floors, handing, figures, rules)
    usual = HouseRules(rules.habit).value(house.FLOOR_GAP)
    gap = rules.known(house.FLOOR_GAP)
    soft = (s.said is not None and s.said.kind != "hard" for s in (floors.a, floors.b))
    if gap.value < usual and not all(soft):
        yield FLAGS("floor-gap-small", {"gap": gap.value, "usual": usual}, (names.LEAF_BOTTOM,), gap.source.path)


def _gained(floors: Floors, handing: Handing, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """A floor gap that a head line made greater than a hard floor bears (handbook 6)."""
    known = figures.known(names.HEAD_OWN, names.HEAD_UNDERSIDE, names.LEAF_BOTTOM, names.FLOOR_CLEAR)
    said = floors.stack(handing.opens_to).said
    if known is None or names.SILL_TOP in figures or (said is not None and said.kind != "hard"):
        return
    gap, most = known[names.LEAF_BOTTOM] - known[names.FLOOR_CLEAR], rules.value(house.FLOOR_GAP_MOST)
    if known[names.HEAD_UNDERSIDE] > known[names.HEAD_OWN] and gap > most:
        yield FLAGS(
            "floor-gap-large", {"gap": gap, "most": most}, (names.LEAF_BOTTOM, names.HEAD_GAIN), "opening.head_gain"
        )


def _play(figures: Figures, rules: HouseRules, method: Method) -> Iterator[Flag]:
    side, least, most = (
        figures.value(names.SIDE_PLAY),
        rules.value(house.LEAST_SIDE_PLAY),
        rules.value(house.MOST_SIDE_PLAY),
    )
    about = (names.SIDE_PLAY, names.RO_WIDTH)
    path = "opening.rules.side_shim" if method == "build_up" else "opening.rules.add_width"
    if side is not None:
        wanted = or_zero(figures.value(names.SIDE_PLAY_WANTED))
        if side < ZERO:
            yield FLAGS("side-play-none", {"over": -side * 2, "needed": (least - side) * 2}, about, path)
        elif side < least:
            yield FLAGS("side-play-tight", {"play": side, "least": least, "needed": (least - side) * 2}, about, path)
        elif side < wanted:
            values = {"play": side, "wanted": wanted, "needed": (wanted - side) * 2}
            yield FLAGS("side-play-under-lean", values, about, path)
        elif side > most:
            yield FLAGS("side-play-wide", {"play": side, "most": most}, about, path)


def on_opening(figures: Figures, rules: HouseRules, method: Method, *, floor_left_out: bool = False) -> Iterator[Flag]:
    """What is left around a frame in an opening sized by one of the methods (handbook 5).

    `floor_left_out` says that the add-on rule starts at the rough floor, so that a floor that was laid is not in it.
    """
    yield from _play(figures, rules, method)
    yield from _head_line(figures)
    forgot = floor_left_out and or_zero(figures.value(names.FLOOR_CLEAR)) > ZERO
    cause = "the add-on rule left out the floor build-up" if forgot else "the space over the head is too small"
    rule = "add_height" if method == "add_on" else "head_shim"
    yield from _head_play(figures, cause, "opening.add_from" if forgot else f"opening.rules.{rule}")


def on_sheet_opening(
    figures: Figures, rules: HouseRules, width_rule: RuleName, height_rule: RuleName
) -> Iterator[Flag]:
    """The same in an opening its maker's sheet sizes: the frame's own anchors take up what play there is (handbook 20)."""
    if (side := figures.value(names.SIDE_PLAY)) is not None and side < ZERO:
        values: Values = {"over": -side * 2, "needed": -side * 2}
        yield FLAGS("side-play-none", values, (names.SIDE_PLAY, names.RO_WIDTH), rules.known(width_rule).source.path)
    yield from _head_line(figures)
    yield from _head_play(figures, "the space over the head is too small", f"opening.rules.{height_rule}")


def _head_line(figures: Figures) -> Iterator[Flag]:
    line = figures.value(names.HEAD_OVER_OWN)
    if line is not None and line < ZERO:
        values: Values = {"over": -line, "needed": -line}
        yield FLAGS("head-line-too-low", values, (names.HEAD_OWN, names.HEAD_UNDERSIDE), "opening.head_line")


def _head_play(figures: Figures, cause: str, path: str) -> Iterator[Flag]:
    head = figures.value(names.HEAD_PLAY)
    if names.HEAD_PLAY_FOUND in figures:
        return  # read: there are rungs to get it in, and they are told
    if some(figures.value(names.FLOOR_LIFT)):
        cause, path = "the floor rises across the opening", "survey"
    if head is not None and head < ZERO:
        values: Values = {"over": -head, "needed": -head, "cause": cause}
        yield FLAGS("head-play-none", values, (names.HEAD_PLAY, names.RO_HEIGHT), path)


def clashes(own: Neighbour, beside: Iterable[Neighbour]) -> Iterator[Flag]:
    """Whether an opening runs into others of its wall (handbook 6); all measured from one end.

    Args:
        own: from the outer face of one king to that of the other; beside: the wall's other openings, as its document names them.
    """
    path = "opening.position.distance"
    for one in beside:
        over = min(own.high, one.high) - max(own.low, one.low)
        meets = min(own.framing_high, one.framing_high) - max(own.framing_low, one.framing_low)
        if over > ZERO:
            yield FLAGS("opening-over-neighbour", {"b": one.mark, "over": over}, (), path)
        elif meets > ZERO:
            asked = own.shares or one.shares
            code = "shares-with-neighbour" if asked else "framing-meets-neighbour"
            yield FLAGS(code, {"b": one.mark, "over": meets}, (), path)


def _leaf_over(opening: Opening, wall: Wall, ro_height: Length | None) -> Length | None:
    """How much taller a leaf is than its wall while its rough opening waits for other facts; None where it is not."""
    leaf, under = max((or_zero(value_of(leaf.height)) for leaf in opening.leaves), default=ZERO), value_of(wall.height)
    return leaf - under if ro_height is None and under is not None and leaf > under else None


def on_framing(opening: Opening, figures: Figures, wall: Wall, plate: Plate, rules: HouseRules) -> Iterator[Flag]:
    """What the wall must carry and whether the framing finds room in it (handbook 6).

    Args:
        opening, wall: the facts; figures: worked out from them; plate: the layout.
    """
    header, placing = opening.header, opening.placing
    # of a wall nobody spoke of nothing is said before there is an opening in it
    spoken = wall.bearing == "yes" or figures.value(names.RO_WIDTH) is not None
    if spoken and wall.bearing != "no" and not header.source.strip():
        bearing = "bearing" if wall.bearing == "yes" else "not known to be free of load"
        yield FLAGS("bearing-without-source", {"bearing": bearing}, (names.HEADER_LENGTH,), "opening.header.source")
    ro_height, wall_height = figures.value(names.RO_HEIGHT), value_of(wall.height)
    cripple = figures.value(names.CRIPPLE_LENGTH)
    if ro_height is not None and wall_height is not None and ro_height >= wall_height:
        deep = or_zero(value_of(header.depth))
        yield FLAGS(
            "wall-too-low",
            {"over": ro_height + header.beside(ZERO) + deep - wall_height},
            (names.RO_HEIGHT,),
            "wall.height",
        )
    elif (too_tall := _leaf_over(opening, wall, ro_height)) is not None:
        yield FLAGS("leaf-taller-than-wall", {"over": too_tall}, (), "opening.door.leaves[0].height")
    elif cripple is not None and cripple < ZERO:
        yield FLAGS(
            "cripple-does-not-fit", {"over": -cripple}, (names.CRIPPLE_LENGTH, names.HEADER_TOP), "opening.header.depth"
        )
    elif cripple is not None and cripple == ZERO:
        yield FLAGS("header-against-plates", {}, (names.CRIPPLE_LENGTH, names.HEADER_TOP), "opening.header.depth")
    elif cripple is not None and cripple < rules.value(house.CRIPPLE_LEAST):
        yield FLAGS("cripple-sliver", {"space": cripple}, (names.CRIPPLE_LENGTH,), "opening.header.depth")
    yield from _made_up(header, wall, figures)
    yield from _room(wall, header, placing, plate, figures)
    if (here := plate.standing("", placing.shares)) is not None:
        yield from clashes(here, wall.beside_from(placing.measured_from))


def on_boxes(figures: Figures, wall: Wall) -> Iterator[Flag]:
    """What is fitted on the wall and stands in the hole (handbook 6)."""
    for n, figure in figures.numbered(names.MARK_BOX):
        box = wall.fittings[n - 1]
        values: Values = {"what": box.what or "Something", "at": figure.value}
        yield FLAGS("box-in-hole", values, (figure.name,), box.path)


def on_frame(frame: Frame, figures: Figures) -> Iterator[Flag]:
    """What its legs stand on, and whether it is as deep as its wall (handbook 4 and 9)."""
    if (
        frame.stands_on == "finished_floor"
        and isinstance(under := figures.get(names.FLOOR_UNDER), Figure)
        and under.allowances
    ):
        yield FLAGS("leg-stands-on-unchosen-floor", {}, (names.LEG_LENGTH, names.FOOT), "opening.frame.stands_on")
    finished = figures.value(names.WALL_FINISHED)
    if (strip := figures.value(names.EXTENSION_WIDTH)) is not None and frame.extension is not None:
        side, other = frame.extension, "B" if frame.extension == "A" else "A"
        values: Values = {"strip": strip, "side": side, "other": other}
        yield FLAGS("frame-with-extension", values, (names.EXTENSION_WIDTH,), "opening.frame.extension")
    elif frame.depth is not None and finished is not None and frame.depth.value < finished:
        values = {"depth": frame.depth.value, "wall": finished, "short": finished - frame.depth.value}
        yield FLAGS("frame-too-shallow", values, (names.FRAME_DEPTH, names.WALL_FINISHED), "opening.frame.depth")


def cautions(wall: Wall, figures: Figures) -> Iterator[Flag]:
    """The usual cautions (handbook 22): what a standing wall may hide, and cutting its framing."""
    if wall.existing:
        yield FLAGS("caution-existing-wall", {}, (), "wall.existing")
    if isinstance(figures.get(names.HEADER_LENGTH), Figure):
        yield FLAGS("caution-cutting", {}, (names.HEADER_LENGTH,), "opening.header.depth")


def _made_up(header: Header, wall: Wall, figures: Figures) -> Iterator[Flag]:
    """Whether a header of plies is as thick as the studs are deep."""
    if header.make_up == "solid" or wall.steel or names.HEADER_LENGTH not in figures:
        return
    made, deep = header.thickness, wall.stud_depth.value
    values: Values = {"made": made, "depth": deep}
    if made > deep + THICKNESS_LEFT:
        yield FLAGS(
            "header-too-thick", values | {"over": made - deep}, (names.HEADER_LENGTH,), "opening.header.packing"
        )
    elif made < deep - THICKNESS_LEFT:
        yield FLAGS(
            "header-too-thin", values | {"short": deep - made}, (names.HEADER_LENGTH,), "opening.header.packing"
        )


def _room(wall: Wall, header: Header, placing: Placing, plate: Plate, figures: Figures) -> Iterator[Flag]:
    """Whether kings, jacks and opening find room between the wall's ends."""
    about, path = (names.MARK_RO_NEAR, names.MARK_RO_FAR), "opening.position.distance"
    width, length = figures.value(names.RO_WIDTH), value_of(wall.length)
    side = header.beside(wall.stud_thickness.value) + wall.stud_thickness.value * header.kings
    if width is not None and length is not None and width + side * 2 > length:
        needs = {"needed": width + side * 2, "length": length}
        yield FLAGS("opening-wider-than-wall", needs, (names.RO_WIDTH,), "wall.length")
        return
    if plate.framing_near is None or plate.framing_far is None:
        return
    other = "right" if placing.measured_from == "left" else "left"
    if plate.framing_near < ZERO:
        yield FLAGS("opening-past-wall-start", {"over": -plate.framing_near, "end": placing.measured_from}, about, path)
    if length is not None and plate.framing_far > length:
        yield FLAGS("opening-past-wall-end", {"over": plate.framing_far - length, "end": other}, about, path)
    stud = wall.stud_thickness.value
    for common in plate.commons:
        if common.fate == "stands":
            near_side = common.near + stud <= plate.framing_near
            space = plate.framing_near - common.near - stud if near_side else common.near - plate.framing_far
            if ZERO < space < stud:
                values: Values = {"space": space, "number": str(common.number)}
                yield FLAGS("sliver-beside-king", values, (common.figure,), path)
