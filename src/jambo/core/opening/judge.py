"""Judgements on one swing opening (TRADE 4, 5, 6, 9, 22, 23), each from figures already computed."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from jambo.core.door.frame import Frame
from jambo.core.door.leaf import Handing, Leaf
from jambo.core.flags import Flag
from jambo.core.length import ZERO, Length
from jambo.core.opening.floors import Floors
from jambo.core.opening.framing import Header, Placing, Wall
from jambo.core.opening.plate import Plate
from jambo.core.opening.swing import School
from jambo.core.rules import HouseRules
from jambo.core.sums import Figure, Known, Reckoned, value_of
from jambo.core.trim.casing import Casing

Figures = Mapping[str, Reckoned]


def _value(figures: Figures, name: str) -> Length | None:
    figure = figures.get(name)
    return figure.value if isinstance(figure, Figure) else None


def on_door(leaves: tuple[Leaf, ...], frame: Frame, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Widths that read two ways, gaps that paint would close, the clear width (TRADE 2, 4, 22)."""
    for i, leaf in enumerate(leaves):
        if leaf.width_also is not None and isinstance(leaf.width, Known):
            values = {"heard": leaf.width.value, "also": leaf.width_also}
            yield Flag("leaf-width-two-readings", values, ("frame_inside_width",), f"opening.door.leaves[{i}].width")
    least = rules.value("paint_gap")
    kit = frame.kind == "lining_kit"  # its gaps are cut into the kit
    gaps = [] if kit else [("hinge_gap", "gap at the hinges"), ("strike_gap", "gap at the strike")]
    for rule, where in (*gaps, ("head_gap", "gap at the head")):
        gap = rules.known(rule)
        if gap.value < least:
            values_: dict[str, Length | str] = {"where": where, "gap": gap.value, "least": least}
            yield Flag("gap-too-small-for-paint", values_, ("frame_inside_width", "head_underside"), gap.source.path)
    if (clear := _value(figures, "clear_width")) is not None:
        yield Flag("caution-clear-width", {"clear": clear}, ("clear_width",), "opening.door.leaves[0].width")


def on_floor(floors: Floors, handing: Handing, figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Floors not chosen, floors that differ, floor gaps that want a level floor (TRADE 9)."""
    for side in (floors.a, floors.b):
        for i, layer in enumerate(side.layers or ()):
            if isinstance(layer, Known) and layer.source.kind == "allowance":
                yield Flag(
                    "floor-is-allowance",
                    {"side": side.side, "amount": layer.value, "why": layer.source.detail},
                    (f"floor_{side.side.lower()}", "floor_clear", "head_underside"),
                    f"opening.floors.{side.side.lower()}[{i}]",
                )
    a, b = _value(figures, "floor_a"), _value(figures, "floor_b")
    if a is not None and b is not None and a != b:
        higher = "A" if a > b else "B"
        passes = floors.under == higher or handing.opens_to == higher
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
    side, least, most = _value(figures, "side_play"), rules.value("least_side_play"), rules.value("most_side_play")
    about = ("side_play", "ro_width")
    path = "opening.rules.side_shim" if school == "build_up" else "opening.rules.add_width"
    if side is not None:
        wanted = _value(figures, "side_play_wanted") or ZERO
        if side < ZERO:
            yield Flag("side-play-none", {"over": -side * 2, "needed": (least - side) * 2}, about, path)
        elif side < least:
            yield Flag("side-play-tight", {"play": side, "least": least, "needed": (least - side) * 2}, about, path)
        elif side < wanted:
            values = {"play": side, "wanted": wanted, "needed": (wanted - side) * 2}
            yield Flag("side-play-under-lean", values, about, path)
        elif side > most:
            yield Flag("side-play-wide", {"play": side, "most": most}, about, path)


def on_opening(figures: Figures, rules: HouseRules, school: School, floor_in_rule: bool) -> Iterator[Flag]:
    """What is left around the frame (TRADE 5)."""
    yield from _play(figures, rules, school)
    head = _value(figures, "head_play")
    if head is not None and head < ZERO:
        floor = _value(figures, "floor_clear") or ZERO
        forgot = school == "add_on" and not floor_in_rule and floor > ZERO
        cause = "the add-on rule left out the floor build-up" if forgot else "the space over the head is too small"
        path = "opening.add_from" if forgot else f"opening.rules.{'add_height' if school == 'add_on' else 'head_shim'}"
        yield Flag("head-play-none", {"over": -head, "needed": -head, "cause": cause}, ("head_play", "ro_height"), path)


def on_frame(
    figures: Figures,
    wall: Wall,
    header: Header,
    placing: Placing,
    plate: Plate,
    frame: Frame,
) -> Iterator[Flag]:
    """What the wall must carry and whether the framing finds room in it (TRADE 6), and the usual cautions (22)."""
    if wall.bearing != "no" and not header.source.strip():
        bearing = "bearing" if wall.bearing == "yes" else "not known to be free of load"
        yield Flag("bearing-without-source", {"bearing": bearing}, ("header_length",), "opening.header.source")
    ro_height, wall_height = _value(figures, "ro_height"), value_of(wall.height)
    cripple = _value(figures, "cripple_length")
    if ro_height is not None and wall_height is not None and ro_height >= wall_height:
        yield Flag("wall-too-low", {"over": ro_height - wall_height}, ("ro_height",), "wall.height")
    elif cripple is not None and cripple < ZERO:
        yield Flag("cripple-does-not-fit", {"over": -cripple}, ("cripple_length", "header_top"), "opening.header.depth")
    elif cripple is not None and cripple == ZERO:
        yield Flag("header-against-plates", {}, ("cripple_length", "header_top"), "opening.header.depth")
    yield from _room(wall, header, placing, plate, figures)
    if (
        frame.stands_on == "finished_floor"
        and isinstance(under := figures.get("floor_under"), Figure)
        and under.allowances
    ):
        yield Flag("leg-stands-on-unchosen-floor", {}, ("leg_length", "foot"), "opening.frame.stands_on")
    finished = _value(figures, "wall_finished")
    if frame.depth is not None and finished is not None and frame.depth.value < finished:
        values = {"depth": frame.depth.value, "wall": finished, "short": finished - frame.depth.value}
        yield Flag("frame-too-shallow", values, ("frame_depth", "wall_finished"), "opening.frame.depth")
    yield from _frame_fits(frame, finished, figures)
    if wall.existing:
        yield Flag("caution-existing-wall", {}, ("plate_cut",), "wall.existing")
    if isinstance(figures.get("header_length"), Figure):
        yield Flag("caution-cutting", {}, ("header_length",), "opening.header.depth")


def _room(wall: Wall, header: Header, placing: Placing, plate: Plate, figures: Figures) -> Iterator[Flag]:
    """Whether kings, jacks and opening find room between the wall's ends."""
    about, path = ("mark_ro_near", "mark_ro_far"), "opening.position.distance"
    width, length = _value(figures, "ro_width"), value_of(wall.length)
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
                yield Flag("sliver-beside-king", values, (f"mark_common_{common.number}",), path)


def _frame_fits(frame: Frame, finished: Length | None, figures: Figures) -> Iterator[Flag]:
    """Whether a lining must be ripped and whether a split jamb reaches (TRADE 4)."""
    wanted, rip = _value(figures, "frame_depth"), _value(figures, "rip_width")
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


def on_trim(casing: Casing | None, figures: Figures) -> Iterator[Flag]:
    """Whether the casing covers from the frame over the edge of the rough opening (TRADE 8)."""
    wanted = _value(figures, "casing_wanted")
    if casing is not None and wanted is not None and casing.width.value < wanted:
        values = {"width": casing.width.value, "wanted": wanted}
        yield Flag("casing-does-not-cover", values, ("casing_wanted",), casing.width.source.path)
