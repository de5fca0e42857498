"""The steel frame that wraps the finished wall (handbook 20): its opening by the maker's sheet, its throat, its feet."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from jambo.core import rules as house
from jambo.core.facts.frame import Frame, FrameFacts
from jambo.core.facts.leaf import Leaf
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.frames.kind import KindOfFrame
from jambo.core.framing.items import Item
from jambo.core.framing.rough_opening import ByMethod
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Fact, Figures, add, half, value_of
from jambo.core.quantities.length import Length
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
    facts = ("throat",)
    words = FLAGS
    cased = False
    worked_stop = True
    one_thing = "steel_frame"
    shimmed = False  # it wraps the finished wall, and its anchors draw it to that
    legs_cut = False  # it is bought, not cut
    by_screws = False
    sheet = (house.STEEL_ADD_WIDTH, house.STEEL_ADD_HEIGHT)

    def frame(self, said: FrameFacts, rules: HouseRules) -> Frame:
        """Make the frame, with its throat."""
        return replace(super().frame(said, rules), throat=said.throat)

    def thickness(self, said: FrameFacts, rules: HouseRules) -> Fact:
        """Give the folded face."""
        return rules.known(house.STEEL_SHEET)

    def by_sheet(self, leaves: Sequence[Leaf], figures: Figures, rules: HouseRules) -> ByMethod | None:
        """Its maker's opening: so much over the leaf, so much above leaf and finished floor (handbook 20)."""
        width = add(names.SHEET_WIDTH, *[leaf.width for leaf in leaves], rules.known(house.STEEL_ADD_WIDTH))
        height = add(
            names.SHEET_HEIGHT, figures[names.FLOOR_CLEAR], leaves[0].height, rules.known(house.STEEL_ADD_HEIGHT)
        )
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
        yield FLAGS("steel-after-wallboard", {}, (), "opening.frame.kind")

    def to_buy(self, figures: Figures, rules: HouseRules) -> Iterable[Item]:
        """The screws of its feet."""
        yield Item("steel_foot_screw", 2, rules.value(house.STEEL_FOOT_SCREW))

    def own_setting(self) -> Iterable[Step] | None:
        """It is not cut and not shimmed: it is put on the finished wall and drawn to it."""
        return STEPS


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
        text="One screw of at least {steel_foot_screw} through each foot.",
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
