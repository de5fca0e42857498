"""The outside frame on its sill (handbook 12): filler under the sill, weather gaps, the pan, the seal."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from jambo.core import rules as house
from jambo.core.drawing import Dim, Drawing, box
from jambo.core.facts.frame import Frame, FrameFacts, HeadOverLegs, Joint, LegsPastHead, Sill
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords
from jambo.core.frames.kind import KindOfFrame
from jambo.core.framing.items import Item
from jambo.core.quantities import names
from jambo.core.quantities.figure import HALF, Figures, value_of
from jambo.core.quantities.length import ZERO, Length, some
from jambo.core.rules import HouseRules
from jambo.core.step import Step, asks_for

FLAGS = FlagWords(
    {
        "frame": {
            "sill-needs-filler": (
                "note",
                "The floor the {leaf} swings over is higher than the sill brings it: filler strips of {strips} go under the sill.",
                "Bed the filler fully, level within {level}, and run the pan over it.",
            ),
        },
    }
)


class OutsideSill(KindOfFrame):
    """A sealed unit, its legs on the sill or beside it."""

    name = "outside_sill"
    label = "With sill"
    facts = ("sill_thickness", "leaf_rebate")
    words = FLAGS
    worked_stop = True
    solid = True
    stock_rule = house.SOLID_THICKNESS
    outside_grade = True
    strike_gap = house.WEATHER_GAP

    def frame(self, said: FrameFacts, rules: HouseRules) -> Frame:
        """Make the frame, with its sill."""
        made = super().frame(said, rules)
        site_made = said.sill_site_made and not made.pre_hung  # a unit brings its own
        return replace(made, sill=Sill(said.sill_thickness, not said.legs_beside_sill, site_made))

    def joint(self, said: FrameFacts) -> Joint:
        """Head over legs, or as in a rabbeted frame the head in a rabbet of each leg."""
        return LegsPastHead(said.rabbet_depth) if said.legs_past_head else HeadOverLegs()

    def flags(
        self, frame: Frame, leaves: Sequence[Leaf], finished: Length | None, figures: Figures, rules: HouseRules
    ) -> Iterator[Flag]:
        """Its rebate, and filler under its sill (handbook 12)."""
        yield from super().flags(frame, leaves, finished, figures, rules)
        filler = figures.value(names.SILL_FILLER)
        if some(filler):
            path = "opening.frame.sill_thickness"
            yield FLAGS(
                "sill-needs-filler",
                {"strips": filler, "level": rules.value(house.LEVEL_TOLERANCE)},
                (names.SILL_FILLER,),
                path,
            )

    def to_buy(self, frame: Frame, figures: Figures, rules: HouseRules) -> Iterable[Item]:
        """Its pan; a unit brings its seal."""
        yield Item("sill_pan", 1, value_of(figures[names.RO_WIDTH]))
        if not frame.pre_hung:
            yield Item("seal", 1)

    def drawing(self, opening: Opening, figures: Figures, rules: HouseRules) -> Drawing | None:
        """Section through its sill: rough floor, filler, sill, inside floor, the leaf's foot and its gap."""
        thick = value_of(opening.leaves[0].thickness)
        known = figures.known(names.SILL_FILLER, names.SILL_TOP, names.LEAF_BOTTOM, names.FLOOR_CLEAR)
        if thick is None or known is None:
            return None
        deep, floor = thick * 4, known[names.FLOOR_CLEAR]
        outlines = [box("deck", -deep, -thick * HALF, deep + deep, ZERO)]
        if known[names.SILL_FILLER] > ZERO:
            outlines.append(box("filler", -deep * HALF, ZERO, deep, known[names.SILL_FILLER], names.SILL_FILLER))
        outlines += [
            box("sill", -deep * HALF, known[names.SILL_FILLER], deep, known[names.SILL_TOP], names.SILL_TOP),
            box("floor_a", deep, ZERO, deep * 2, floor, names.FLOOR_CLEAR),
            box(
                "leaf",
                deep - thick,
                known[names.LEAF_BOTTOM],
                deep,
                known[names.LEAF_BOTTOM] + thick * 2,
                names.LEAF_BOTTOM,
            ),
        ]
        dims = [Dim(names.LEAF_BOTTOM, (deep * HALF, ZERO), (deep * HALF, known[names.LEAF_BOTTOM]))]
        if known[names.SILL_FILLER] > ZERO:
            dims.append(Dim(names.SILL_FILLER, (-deep, ZERO), (-deep, known[names.SILL_FILLER])))
        return Drawing("section", "y", tuple(outlines), tuple(dims))

    def before_setting(self, figures: Figures) -> Iterable[Step]:
        """Rough sill, pan and sealant come first."""
        filled = ", and bed filler strips of {sill_filler} on it" if asks_for(figures, names.SILL_FILLER) else ""
        packed = "; pack the sill level, {sill_pack}" if names.SILL_PACK in figures else ""
        yield Step(
            key="rough-sill",
            part="Before",
            text=f"Check the rough sill{filled}{packed}.",
            tools="level",
            check="level within {level_tolerance}",
            cuts=(names.FRAME_OUTSIDE_WIDTH,) if filled else (),
        )
        yield PAN

    def at_setting(self) -> Iterable[Step]:
        """Sealant, and the frame into it."""
        return (BEADS,)

    def after_hanging(self) -> Iterable[Step]:
        """Seal and flashing come last."""
        return AFTER


PAN = Step(
    key="pan",
    part="Before",
    text="Pan or flashing tape over the sill, corners wrapped and stretched, up the {jack}s, not beyond the sill's nosing.",
    gate="pan before the frame",
    tools="knife, roller",
    needs=("rough-sill", "stand"),
)
BEADS = Step(
    key="beads",
    part="Setting",
    text="Three continuous beads of sealant, then the frame: sill level or shimmed and fully bedded, falling to the outside.",
    tools="sealant gun, level",
    check="no gap in a bead",
    caution="Two people lift the frame.",
    needs=("pan", "cut-frame"),
)
AFTER = (
    Step(
        key="seal-set",
        part="Finishing",
        text="Set the stop with the seal pressed about half: {seal_set}.",
        tools="screwdriver",
        check="the seal touches all round",
    ),
    Step(
        key="flashing",
        part="Finishing",
        text="Flash over the {head} last, lapped under what comes down the wall.",
        tools="knife, roller",
        check="water runs off to the outside",
    ),
)
