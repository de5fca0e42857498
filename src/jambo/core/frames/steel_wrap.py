"""The steel frame that wraps the finished wall (handbook 20): its opening by the maker's sheet, its throat, its feet."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from fractions import Fraction

from jambo.core import rules as house
from jambo.core.facts.frame import Frame, FrameFacts, Steel
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.frames.kind import KindOfFrame
from jambo.core.framing.items import Item
from jambo.core.framing.rough_opening import ByMethod
from jambo.core.quantities import names
from jambo.core.quantities.figure import (
    HALF,
    Amount,
    Computed,
    Fact,
    Figures,
    Known,
    Source,
    add,
    half,
    sum_of,
    value_of,
)
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.tape import Unit
from jambo.core.rules import HouseRules
from jambo.core.step import Step

FLAGS = FlagWords(
    {
        "frame": {
            "steel-throat-narrow": (
                "stop",
                "The steel frame's throat is {throat} and the finished wall {wall}: it lacks {short}.",
                "Get the frame for this wall; it cannot be spread over the wallboard.",
            ),
            "steel-throat-wide": (
                "check",
                "The steel frame's throat is {throat}; a wall of {wall} is held by at most {most}.",
                "Measure the finished wall again, or get the narrower throat.",
            ),
            "steel-without-sheet": (
                "check",
                "The opening of a steel frame is what its maker's sheet says, and no sheet is recorded.",
                "Write down which sheet the opening was taken from.",
            ),
            "steel-nominal-not-said": (
                "note",
                "The nominal opening of the steel frame is taken from the {leaf}: {width} by {height}.",
                "Read it off the order or the sheet, and write it down.",
            ),
            "steel-nominal-unsure": (
                "check",
                "The nominal opening of the steel frame is taken from the {leaf}: {width} by {height}; the {leaf} may have been trimmed.",
                "Read the nominal opening off the order, the sheet or the frame, and write it down.",
            ),
            "steel-leaf-too-large": (
                "stop",
                "The {leaf} is {over} larger than the steel frame takes with its gaps.",
                "Get the {leaf} that belongs to a nominal opening of {width} by {height}, or the next frame.",
            ),
            "steel-leaf-drags": (
                "stop",
                "In its steel frame the {leaf} would hang {over} into the floor.",
                "Stand the frame on the finished floor, or order the {leaf} shorter by {needed}.",
            ),
            "steel-floor-gap": (
                "check",
                "In its steel frame the {leaf} hangs {gap} over the floor; {least} is wanted.",
                "Stand the frame on the finished floor, or order the {leaf} shorter by {needed}.",
            ),
            "steel-after-wallboard": (
                "note",
                "A wrap-around frame goes on after the wallboard, and its feet spread.",
                "Make the width at the foot equal to the width at the head before the foot screws go in.",
            ),
        },
    }
)


class SteelWrap(KindOfFrame):
    """Folded steel around the finished wall; anchors take up its play."""

    name = "steel_wrap"
    label = "Steel wrap"
    facts = ("nominal_width", "nominal_height", "throat", "strike_pocket")
    words = FLAGS
    hangs_ready = False  # it comes knocked down
    clamps = True
    cased = False
    worked_stop = True
    stock_rule = house.STEEL_SHEET
    one_thing = "steel_frame"
    shimmed = False  # it wraps the finished wall, and its anchors draw it to that
    legs_cut = False  # it is bought, not cut
    by_screws = False
    sheet = (house.STEEL_ADD_WIDTH, house.STEEL_ADD_HEIGHT)

    def frame(self, said: FrameFacts, rules: HouseRules) -> Frame:
        """Make the frame, with its throat."""
        asked = said.nominal_width, said.nominal_height
        steel = Steel(
            asked, pockets=said.pockets, strike_pocket=said.strike_pocket, gauge=said.gauge, anchors=said.anchors
        )
        return replace(super().frame(said, rules), throat=said.throat, steel=steel)

    def completed(self, opening: Opening, rules: HouseRules) -> Opening:
        """Give it its nominal opening, as said or from the leaf, its leaves net, and the gaps that leaves."""
        return opening if opening.frame.steel is None else ordered(opening, opening.frame.steel, rules)

    def thickness(self, said: FrameFacts, rules: HouseRules) -> Fact:
        """Give the folded face."""
        return rules.known(house.STEEL_SHEET)

    def by_sheet(self, leaves: Sequence[Leaf], figures: Figures, rules: HouseRules) -> ByMethod | None:
        """Its maker's opening: so much over its nominal one, above the floor it stands on (handbook 20)."""
        width = add(names.SHEET_WIDTH, figures[names.FRAME_INSIDE_WIDTH], rules.known(house.STEEL_ADD_WIDTH))
        height = add(names.SHEET_HEIGHT, figures[names.HEAD_UNDERSIDE], rules.known(house.STEEL_ADD_HEIGHT))
        side = add(names.SHEET_SIDE_PLAY, half(width), (-HALF, figures[names.FRAME_OUTSIDE_WIDTH]))
        return ByMethod(width, height, side, add(names.SHEET_HEAD_PLAY, height, (-1, figures[names.FRAME_TOP])))

    def flags(
        self, frame: Frame, leaves: Sequence[Leaf], finished: Length | None, figures: Figures, rules: HouseRules
    ) -> Iterator[Flag]:
        """Whether its throat takes the finished wall, and that it waits for the wallboard (handbook 20)."""
        throat = value_of(frame.throat) if frame.throat is not None else None
        over = rules.value(house.STEEL_THROAT_OVER)
        if throat is not None and finished is not None and throat < finished:
            values: Values = {"throat": throat, "wall": finished, "short": finished - throat}
            yield FLAGS("steel-throat-narrow", values, (names.THROAT, names.WALL_FINISHED), "opening.frame.throat")
        elif throat is not None and finished is not None and throat > finished + over:
            values = {"throat": throat, "wall": finished, "most": finished + over}
            yield FLAGS("steel-throat-wide", values, (names.THROAT, names.WALL_FINISHED), "opening.frame.throat")
        if not frame.source.strip():
            yield FLAGS("steel-without-sheet", {}, (names.RO_WIDTH, names.RO_HEIGHT), "opening.frame.source")
        yield from _nominal(frame, leaves, figures, rules)
        yield FLAGS("steel-after-wallboard", {}, (), "opening.frame.kind")

    def to_buy(self, frame: Frame, figures: Figures, rules: HouseRules) -> Iterable[Item]:
        """The screws of its feet."""
        yield Item("steel_foot_screw", FOOT_SCREWS, rules.value(house.STEEL_FOOT_SCREW))

    def own_setting(self) -> Iterable[Step] | None:
        """It is not cut and not shimmed: it is put on the finished wall and drawn to it."""
        return STEPS


FOOT_SCREWS = 4  # through both trim faces at each foot (handbook 20)


def _called(size: Length, less: Length, habit: Unit) -> tuple[bool, bool]:
    """Whether a leaf's size is what its frame is called by, and whether it is neither that nor net of it.

    On an inch tape a whole inch calls the nominal opening, and what makes one with the rule's less is net; a metric leaf is net.
    """
    if habit == "mm":
        return False, False
    inch = Length.inches(1)
    whole = size.nm % inch.nm == 0
    return whole, not whole and (size + less).nm % inch.nm != 0


def ordered(opening: Opening, steel: Steel, rules: HouseRules) -> Opening:
    """Give a steel frame's opening its nominal size, its leaves net where they are called by it, and the gaps that leaves.

    Args:
        opening: with its leaves as said or measured; steel: as it was said; rules: by how much a leaf is net.
    """
    first, n = opening.leaves[0], len(opening.leaves)
    measured = opening.in_hand.there
    less = rules.known(house.STEEL_LEAF_WIDTH), rules.known(house.STEEL_LEAF_HEIGHT)
    sizes: list[list[Amount]] = [[leaf.width for leaf in opening.leaves], [first.height]]
    made: list[Computed] = []
    nets: list[Computed | None] = []
    trimmed = False
    named = zip((names.NOMINAL_WIDTH, names.NOMINAL_HEIGHT), NET, steel.asked, sizes, less, strict=True)
    for name, net_name, fact, own, by in named:
        size = value_of(own[0])
        called, odd = _called(size, by.value, rules.habit) if size is not None and not measured else (False, measured)
        if fact is not None:
            nominal = add(name, fact)
            called = size is None or (not measured and size * len(own) == fact.value)
        else:
            nominal = add(name, *own, *([] if called else [(len(own), by)]))
            trimmed = trimmed or odd
        made.append(nominal)
        nets.append(add(net_name, (Fraction(1, len(own)), nominal), (-1, by)) if called else None)
    net = tuple(one for one in nets if one is not None)
    steel = replace(steel, width=made[0], height=made[1], net=net, trimmed=trimmed)
    leaves = tuple(_net(leaf, nets) for leaf in opening.leaves)
    frame = replace(opening.frame, steel=steel)
    left = sum_of(
        made[0], *((-1, leaf.width) for leaf in leaves), *([(-1, rules.known(house.MEETING_GAP))] if n == 2 else [])
    )
    if left is not None and left >= ZERO:
        gap = Known("hinge_gap", left * HALF, Source("figure", names.NOMINAL_WIDTH))
        frame = replace(frame, hinge_gap=gap, strike_gap=replace(gap, name="strike_gap"))
    return replace(opening, leaves=leaves, frame=frame, head_gain="pack")  # a bought head is not raised


NET = (names.LEAF_NET_WIDTH, names.LEAF_NET_HEIGHT)


def _net(leaf: Leaf, nets: Sequence[Computed | None]) -> Leaf:
    """A leaf by its net size, where it was called by the nominal one."""
    sizes = [leaf.width, leaf.height]
    for i, net in enumerate(nets):
        value = value_of(net) if net is not None else None
        if value is not None:
            sizes[i] = Known(NET[i], value, Source("figure", NET[i]))
    return replace(leaf, width=sizes[0], height=sizes[1])


def _nominal(frame: Frame, leaves: Sequence[Leaf], figures: Figures, rules: HouseRules) -> Iterator[Flag]:
    """Whether its nominal opening was said, and whether the leaf goes into it and clears the floor."""
    steel = frame.steel
    known = figures.known(names.NOMINAL_WIDTH, names.NOMINAL_HEIGHT, names.LEAF_BOTTOM, names.FLOOR_CLEAR)
    if steel is None or known is None:
        return
    wide, high, bottom, floor = known.values()
    size: Values = {"width": wide, "height": high}
    if not steel.said:
        code = "steel-nominal-unsure" if steel.trimmed else "steel-nominal-not-said"
        yield FLAGS(code, size, (names.NOMINAL_WIDTH, names.NOMINAL_HEIGHT), "opening.frame.nominal_width")
    both, gaps = sum_of(*(leaf.width for leaf in leaves)), rules.value(house.STEEL_LEAF_WIDTH) * len(leaves)
    if both is not None and both >= wide:
        yield FLAGS(
            "steel-leaf-too-large",
            size | {"over": both + gaps - wide},
            (names.NOMINAL_WIDTH,),
            "opening.door.leaves[0].width",
        )
    gap, least = bottom - floor, rules.value(house.FLOOR_GAP_LEAST)
    if gap < ZERO:
        values: Values = {"over": -gap, "needed": least - gap}
        yield FLAGS("steel-leaf-drags", values, (names.LEAF_BOTTOM, names.FOOT), "opening.frame.stands_on")
    elif gap < least:
        values = {"gap": gap, "least": least, "needed": least - gap}
        yield FLAGS("steel-floor-gap", values, (names.LEAF_BOTTOM, names.FOOT), "opening.frame.stands_on")


STEPS = (
    Step(
        key="throat",
        part="Before",
        text="Check the finished opening {ro_width} by {ro_height} and the wall {wall_finished} against the throat.",
        gate="{wallboard} done first",
        tools="tape",
    ),
    Step(
        key="wrap",
        part="Setting",
        text="One {leg} up against the wall, then the {head}, then the other {leg}; seat tabs and slots, bend the tabs over.",
        tools="mallet",
        check="seams closed",
        caution="Edges cut: wear gloves.",
    ),
    Step(
        key="feet",
        part="Setting",
        text="Plumb the hinge {leg}; hold the feet apart at {frame_inside_width}, as at the {head}: the feet spread.",
        tools="level, spreader stick",
        check="width at the foot equal to the head's",
    ),
    Step(
        key="foot-screws",
        part="Setting",
        text="Two screws of at least {steel_foot_screw} through each foot, one through each trim face: four in all.",
        tools="drill",
        check="{leg}s square to the wall, or the {leaf} will not lie against the stop",
    ),
    Step(
        key="anchors",
        part="Setting",
        text="Turn the top anchors until the face just starts to draw, no more.",
        tools="screwdriver",
    ),
)
