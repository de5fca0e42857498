"""Judgements on door, floor, opening, frame and trim (TRADE 4-9, 12, 20, 22, 23), from figures already computed."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from jambo.core.door.frame import Frame
from jambo.core.door.leaf import Handing, Leaf, hands
from jambo.core.flags import Flag
from jambo.core.length import ZERO, Length
from jambo.core.opening.facts import Opening
from jambo.core.opening.floors import Floors
from jambo.core.opening.framing import Header, Neighbour, Placing, Wall
from jambo.core.opening.plate import Plate
from jambo.core.opening.swing import School
from jambo.core.opening.swing_door import TWO_PEOPLE
from jambo.core.rules import HouseRules
from jambo.core.sums import Figure, Figures, Known, value_of


def on_door(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Widths that read two ways, gaps that paint would close, hardware that does not match, and cautions (TRADE 2, 4, 7, 22)."""
    for i, leaf in enumerate(opening.leaves):
        if leaf.width_also is not None and isinstance(leaf.width, Known):
            values = {"heard": leaf.width.value, "also": leaf.width_also}
            about = ("frame_inside_width",) if "frame_inside_width" in figures else ()
            yield Flag("leaf-width-two-readings", values, about, f"opening.door.leaves[{i}].width")
    if opening.kind == "swing":
        yield from _gaps(opening.frame, rules)
        yield from _hardware(opening)
        yield from _leads_to(opening)
    if (clear := figures.value("clear_width")) is not None:
        code = "caution-clear-width" if opening.kind == "swing" else "caution-way-through"
        yield Flag(code, {"clear": clear}, ("clear_width",), "opening.door.leaves[0].width")
    if opening.mass is not None and opening.mass > TWO_PEOPLE[rules.habit]:
        yield Flag("caution-heavy-leaf", {"mass": opening.mass.text(rules.habit)}, (), "opening.door.mass")
    if opening.glass:
        yield Flag("caution-safety-glass", {}, (), "opening.door.glass")
    if opening.fire_rated:
        yield Flag("caution-fire-rated", {}, (), "opening.door.fire_rated")


def _gaps(frame: Frame, rules: HouseRules) -> Iterator[Flag]:
    least = rules.value("paint_gap")
    kit = frame.kind == "lining_kit"  # its gaps are cut into the kit
    strike = frame.gap_at_strike(rules).name
    gaps = [] if kit else [("hinge_gap", "gap at the hinges"), (strike, "gap at the strike")]
    for rule, where in (*gaps, ("head_gap", "gap at the head")):
        gap = rules.known(rule)
        if gap.value < least:
            values: dict[str, Length | str] = {"where": where, "gap": gap.value, "least": least}
            yield Flag("gap-too-small-for-paint", values, ("frame_inside_width", "head_underside"), gap.source.path)


def _hardware(opening: Opening) -> Iterator[Flag]:
    """Corners of hinges and latch against their mortises, the lock against the leaf, the hand delivered (TRADE 7)."""
    lock, path = opening.lockset, "opening.door.hardware"
    for what, corner, mortise in (
        ("hinge", lock.hinge_corner, lock.hinge_mortise),
        ("latch", lock.latch_corner, lock.latch_mortise),
    ):
        if corner is not None and mortise is not None and corner != mortise:
            yield Flag(f"{what}-corners-differ", {"corner": corner, "mortise": mortise}, (), f"{path}.{what}_corner")
    thick, least, most = value_of(opening.leaves[0].thickness), lock.thickness_least, lock.thickness_most
    if thick is not None and ((least and thick < least.value) or (most and thick > most.value)):
        reach: dict[str, Length | str] = {"thickness": thick}
        reach["least"] = least.value if least else "any"
        reach["most"] = most.value if most else "any"
        yield Flag("lock-wrong-for-leaf", reach, (), f"{path}.{'thickness_least' if least else 'thickness_most'}")
    label = hands(opening.handing).outside
    if opening.delivered_hand is not None and opening.delivered_hand != label:
        values = {"delivered": opening.delivered_hand, "planned": label}
        yield Flag("hand-differs", values, (), "opening.door.delivered_hand")


def _leads_to(opening: Opening) -> Iterator[Flag]:
    """Doors to a garage, an unheated store or the open (TRADE 12, 22, 23)."""
    outside_grade, where = opening.frame.kind == "outside_sill", {"garage": "a garage", "store": "an unheated store"}
    if opening.leads_to in where:
        code = "caution-garage-door" if outside_grade else "garage-door-inside-grade"
        path = "opening.door.leads_to" if outside_grade else "opening.frame.kind"
        yield Flag(code, {"where": where[opening.leads_to]}, (), path)
    elif opening.leads_to == "outside" and not outside_grade:
        yield Flag("outside-door-without-sill", {}, (), "opening.frame.kind")


def on_floor(floors: Floors, handing: Handing, figures: Figures, rules: HouseRules, *, swings: bool) -> Iterator[Flag]:
    """Floors not chosen, floors that differ, floor gaps that want a level floor (TRADE 9)."""
    for side in (floors.a, floors.b):
        for layer in side.layers or ():
            if isinstance(layer, Known) and layer.source.kind == "allowance":
                yield Flag(
                    "floor-is-allowance",
                    {"side": side.side, "amount": layer.value, "why": layer.source.detail},
                    tuple(n for n in (f"floor_{side.side.lower()}", "floor_clear", "head_underside") if n in figures),
                    layer.source.path,
                )
    a, b = figures.value("floor_a"), figures.value("floor_b")
    if a is not None and b is not None and a != b:
        higher = "A" if a > b else "B"
        passes = floors.under == higher or (swings and handing.opens_to == higher)
        if passes:
            step = a - b if a > b else b - a
            yield Flag(
                "floors-differ", {"step": step, "side": higher}, ("floor_a", "floor_b", "floor_clear"), "opening.floors"
            )
    usual = HouseRules(rules.habit).value("floor_gap")
    gap = rules.known("floor_gap")
    if gap.value < usual:
        yield Flag("floor-gap-small", {"gap": gap.value, "usual": usual}, ("leaf_bottom",), gap.source.path)


def _play(figures: Figures, rules: HouseRules, school: School) -> Iterator[Flag]:
    side, least, most = figures.value("side_play"), rules.value("least_side_play"), rules.value("most_side_play")
    about = ("side_play", "ro_width")
    path = "opening.rules.side_shim" if school == "build_up" else "opening.rules.add_width"
    if side is not None:
        wanted = figures.value("side_play_wanted") or ZERO
        if side < ZERO:
            yield Flag("side-play-none", {"over": -side * 2, "needed": (least - side) * 2}, about, path)
        elif side < least:
            yield Flag("side-play-tight", {"play": side, "least": least, "needed": (least - side) * 2}, about, path)
        elif side < wanted:
            values = {"play": side, "wanted": wanted, "needed": (wanted - side) * 2}
            yield Flag("side-play-under-lean", values, about, path)
        elif side > most:
            yield Flag("side-play-wide", {"play": side, "most": most}, about, path)


def on_opening(opening: Opening, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """What is left around the frame (TRADE 5). A pocket kit's opening is its own; a steel frame's anchors take up the play."""
    if opening.kind == "pocket":
        return
    steel = opening.kind == "swing" and opening.frame.kind == "steel_wrap"
    school: School = "build_up" if opening.kind != "swing" else opening.school
    if steel:
        if (side := figures.value("side_play")) is not None and side < ZERO:
            path = rules.known("steel_add_width").source.path
            values = {"over": -side * 2, "needed": -side * 2}
            yield Flag("side-play-none", values, ("side_play", "ro_width"), path)
    else:
        yield from _play(figures, rules, school)
    line = figures.value("head_over_own")
    if line is not None and line < ZERO:
        yield Flag(
            "head-line-too-low", {"over": -line, "needed": -line}, ("head_own", "head_underside"), "opening.head_line"
        )
    head = figures.value("head_play")
    if head is not None and head < ZERO:
        floor = figures.value("floor_clear") or ZERO
        forgot = not steel and school == "add_on" and opening.add_from == "rough_floor" and floor > ZERO
        cause = "the add-on rule left out the floor build-up" if forgot else "the space over the head is too small"
        rule = "steel_add_height" if steel else "add_height" if school == "add_on" else "head_shim"
        path = "opening.add_from" if forgot else f"opening.rules.{rule}"
        yield Flag("head-play-none", {"over": -head, "needed": -head, "cause": cause}, ("head_play", "ro_height"), path)


def clashes(own: Neighbour, beside: Iterable[Neighbour]) -> Iterator[Flag]:
    """Whether an opening runs into others of its wall (TRADE 6); all measured from one end."""
    path = "opening.position.distance"
    for one in beside:
        over = min(own.high, one.high) - max(own.low, one.low)
        meets = min(own.framing_high, one.framing_high) - max(own.framing_low, one.framing_low)
        if over > ZERO:
            yield Flag("opening-over-neighbour", {"b": one.mark, "over": over}, (), path)
        elif meets > ZERO:
            asked = own.shares or one.shares
            code = "shares-with-neighbour" if asked else "framing-meets-neighbour"
            yield Flag(code, {"b": one.mark, "over": meets}, (), path)


def on_frame(opening: Opening, figures: Figures, wall: Wall, plate: Plate, rules: HouseRules) -> Iterator[Flag]:
    """What the wall must carry and whether the framing finds room in it (TRADE 6), and the usual cautions (22)."""
    header, placing, frame = opening.header, opening.placing, opening.frame
    if wall.bearing != "no" and not header.source.strip():
        bearing = "bearing" if wall.bearing == "yes" else "not known to be free of load"
        yield Flag("bearing-without-source", {"bearing": bearing}, ("header_length",), "opening.header.source")
    ro_height, wall_height = figures.value("ro_height"), value_of(wall.height)
    cripple = figures.value("cripple_length")
    if ro_height is not None and wall_height is not None and ro_height >= wall_height:
        yield Flag("wall-too-low", {"over": ro_height - wall_height}, ("ro_height",), "wall.height")
    elif cripple is not None and cripple < ZERO:
        yield Flag("cripple-does-not-fit", {"over": -cripple}, ("cripple_length", "header_top"), "opening.header.depth")
    elif cripple is not None and cripple == ZERO:
        yield Flag("header-against-plates", {}, ("cripple_length", "header_top"), "opening.header.depth")
    yield from _room(wall, header, placing, plate, figures)
    if (own := plate.standing("", placing.shares)) is not None:
        yield from clashes(own, wall.beside_from(placing.measured_from))
    if (
        frame.stands_on == "finished_floor"
        and isinstance(under := figures.get("floor_under"), Figure)
        and under.allowances
    ):
        yield Flag("leg-stands-on-unchosen-floor", {}, ("leg_length", "foot"), "opening.frame.stands_on")
    finished = figures.value("wall_finished")
    if frame.depth is not None and finished is not None and frame.depth.value < finished:
        values = {"depth": frame.depth.value, "wall": finished, "short": finished - frame.depth.value}
        yield Flag("frame-too-shallow", values, ("frame_depth", "wall_finished"), "opening.frame.depth")
    if opening.kind == "swing":
        yield from _frame_fits(frame, finished, figures)
        yield from kit_serves(opening.leaves, frame)
        yield from _steel(frame, finished, rules)
        yield from _sill(figures)
        long, reach = rules.known("long_screw"), figures.value("screw_reach")
        if reach is not None and long.value < reach and frame.kind != "steel_wrap":
            yield Flag("long-screw-short", {"screw": long.value, "reach": reach}, ("screw_reach",), long.source.path)
    if wall.existing:
        yield Flag("caution-existing-wall", {}, ("plate_cut",), "wall.existing")
    if isinstance(figures.get("header_length"), Figure):
        yield Flag("caution-cutting", {}, ("header_length",), "opening.header.depth")


def _room(wall: Wall, header: Header, placing: Placing, plate: Plate, figures: Figures) -> Iterator[Flag]:
    """Whether kings, jacks and opening find room between the wall's ends."""
    about, path = ("mark_ro_near", "mark_ro_far"), "opening.position.distance"
    width, length = figures.value("ro_width"), value_of(wall.length)
    side = wall.stud_thickness.value * (header.jacks + header.kings)
    if width is not None and length is not None and width + side * 2 > length:
        needs = {"needed": width + side * 2, "length": length}
        yield Flag("opening-wider-than-wall", needs, ("ro_width",), "wall.length")
        return
    if plate.framing_near is None or plate.framing_far is None:
        return
    other = "right" if placing.measured_from == "left" else "left"
    if plate.framing_near < ZERO:
        yield Flag("opening-past-wall-start", {"over": -plate.framing_near, "end": placing.measured_from}, about, path)
    if length is not None and plate.framing_far > length:
        yield Flag("opening-past-wall-end", {"over": plate.framing_far - length, "end": other}, about, path)
    stud = wall.stud_thickness.value
    for common in plate.commons:
        if common.fate == "stands":
            near_side = common.near + stud <= plate.framing_near
            space = plate.framing_near - common.near - stud if near_side else common.near - plate.framing_far
            if ZERO < space < stud:
                values: dict[str, Length | str] = {"space": space, "number": str(common.number)}
                yield Flag("sliver-beside-king", values, (common.figure,), path)


def _frame_fits(frame: Frame, finished: Length | None, figures: Figures) -> Iterator[Flag]:
    """Whether a lining must be ripped and whether a split jamb reaches (TRADE 4)."""
    wanted, rip = figures.value("frame_depth"), figures.value("rip_width")
    if frame.depth is not None and wanted is not None and rip is not None and frame.depth.value > rip:
        values = {"depth": frame.depth.value, "wanted": wanted, "rip": rip}
        yield Flag("rip-the-lining", values, ("rip_width", "frame_depth"), frame.depth.source.path)
    if frame.wall_range is not None and finished is not None:
        least, most = (value_of(end) for end in frame.wall_range)
        if least is not None and most is not None and not least <= finished <= most:
            reach = {"wall": finished, "least": least, "most": most}
            yield Flag("split-jamb-out-of-range", reach, ("wall_finished",), "opening.frame.wall_least")


def kit_serves(leaves: tuple[Leaf, ...], frame: Frame) -> Iterator[Flag]:
    """Whether a lining kit's trenches are made for this leaf (TRADE 4). A kit serves single leaves."""
    width = leaves[0].width
    if not frame.serves or not isinstance(width, Known):
        return
    if len(leaves) == 1 and width.value in [kit.value for kit in frame.serves]:
        return
    first, last = frame.serves[0].value, frame.serves[-1].value
    values = {"width": width.value, "first": first, "last": last}
    yield Flag("kit-cannot-serve-leaf", values, ("frame_inside_width",), frame.serves[0].source.path)


def _steel(frame: Frame, finished: Length | None, rules: HouseRules) -> Iterator[Flag]:
    """Whether a steel frame's throat takes the finished wall, and that it waits for the wallboard (TRADE 20)."""
    if frame.kind != "steel_wrap":
        return
    throat = value_of(frame.throat) if frame.throat is not None else None
    over = rules.value("steel_throat_over")
    if throat is not None and finished is not None and throat < finished:
        values: dict[str, Length | str] = {"throat": throat, "wall": finished, "short": finished - throat}
        yield Flag("steel-throat-narrow", values, ("throat", "wall_finished"), "opening.frame.throat")
    elif throat is not None and finished is not None and throat > finished + over:
        values = {"throat": throat, "wall": finished, "most": finished + over}
        yield Flag("steel-throat-wide", values, ("throat", "wall_finished"), "opening.frame.throat")
    if not frame.source.strip():
        yield Flag("steel-without-sheet", {}, ("ro_width", "ro_height"), "opening.frame.source")
    yield Flag("steel-after-wallboard", {}, (), "opening.frame.kind")


def _sill(figures: Figures) -> Iterator[Flag]:
    """Filler under an outside sill (TRADE 12)."""
    filler = figures.value("sill_filler")
    if filler:
        yield Flag("sill-needs-filler", {"strips": filler}, ("sill_filler",), "opening.frame.sill_thickness")


def on_trim(opening: Opening, figures: Figures) -> Iterator[Flag]:
    """Whether the casing covers from the frame over the edge of the rough opening (TRADE 8)."""
    casing, wanted = opening.casing, figures.value("casing_wanted")
    if casing is not None and wanted is not None and casing.width.value < wanted:
        values = {"width": casing.width.value, "wanted": wanted}
        yield Flag("casing-does-not-cover", values, ("casing_wanted",), casing.width.source.path)
