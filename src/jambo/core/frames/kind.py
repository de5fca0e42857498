"""What a kind of frame must answer (handbook 4, 12, 20): a module of its own for each, listed in registry.py."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from typing import ClassVar

from jambo.core import rules as house
from jambo.core.drawing import Drawing
from jambo.core.facts.frame import Frame, FrameFacts, FrameKind, HeadOverLegs, Joint
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.framing.items import Item
from jambo.core.framing.rough_opening import ByMethod
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Fact, Figures, Known, Missing, add, value_of
from jambo.core.quantities.length import Length, some
from jambo.core.rules import HouseRules, RuleName
from jambo.core.step import Step

FLAGS = FlagWords(
    {
        "frame": {
            "leaf-rebate-not-said": (
                "note",
                "Nobody said how deep the {leaf} sits in its {leg}s: a rebate of {rebate} is taken, so that of the {stock} {behind} stand behind it.",
                "Measure the rebate and say it; 0 where stops are planted.",
            ),
        },
    }
)


class KindOfFrame:
    """A flat frame, head over legs: what the other kinds differ from.

    Attributes:
        name: the kind as the format writes it.
        label: what the screen calls it.
        facts: the fields of `FrameFacts` that only this kind asks for, in their order.
        flat: made of flat stock, as a pocket's split legs are.
        gaps_cut_in: its gaps come cut into it and cannot be planned otherwise.
        hangs_ready: it may come pre-hung.
        clamps: it is put on or around the finished wall, and waits for that.
        cased: casing covers its joint with the wall.
        worked_stop: its stop is part of it, and is not planted last, unless it is said to have no rebate for the leaf.
        solid: worked from the solid: its stock has a rebate for the leaf.
        stock_rule: the house rule of its legs' thickness; None where it is measured, as nominal is not actual.
        outside_grade: fit to stand in the weather and to a garage.
        shimmed: whether packs behind its legs hold it in its hole.
        one_thing: what it is on the buy list, where it comes as one thing; "" where it is cut from stock.
        legs_cut: whether its legs may be cut shorter.
        by_screws: whether a long screw must reach through leg and shims.
        sheet: the house rules that stand in for its maker's sheet, over the leaf's width and height; None for none.
        words: the flags it can raise.
        hinge_gap, strike_gap: the house rules of the gaps it is made for.
    """

    name: ClassVar[FrameKind] = "flat_jamb"
    label: ClassVar[str] = "Flat jamb"
    facts: ClassVar[tuple[str, ...]] = ()
    flat: ClassVar[bool] = False
    gaps_cut_in: ClassVar[bool] = False
    hangs_ready: ClassVar[bool] = True
    clamps: ClassVar[bool] = False
    cased: ClassVar[bool] = True
    worked_stop: ClassVar[bool] = False
    solid: ClassVar[bool] = False
    stock_rule: ClassVar[RuleName | None] = house.LEG_THICKNESS
    outside_grade: ClassVar[bool] = False
    shimmed: ClassVar[bool] = True
    one_thing: ClassVar[str] = ""
    legs_cut: ClassVar[bool] = True
    by_screws: ClassVar[bool] = True
    sheet: ClassVar[tuple[RuleName, RuleName] | None] = None
    words: ClassVar[FlagWords] = FlagWords({})
    hinge_gap: ClassVar[RuleName] = house.HINGE_GAP
    strike_gap: ClassVar[RuleName] = house.STRIKE_GAP

    def frame(self, said: FrameFacts, rules: HouseRules) -> Frame:
        """Make the frame of what is said of it."""
        stock, rebate = self.thickness(said, rules), self.rebate(said, rules)
        return Frame(
            kind=self.name,
            stock=stock,
            leg_thickness=stock if rebate is None else add(names.LEG_BEHIND, stock, (-1, rebate)),
            rebate=rebate,
            hinge_gap=rules.known(self.hinge_gap),
            strike_gap=rules.known(self.strike_gap),
            stands_on=said.stands_on,
            spacer=said.spacer,
            joint=self.joint(said),
            depth=said.depth,
            extension=said.extension,
            extension_by=said.extension_by,
            pre_hung=self.hangs_ready and said.supply == "pre_hung",
            source=said.source,
        )

    def thickness(self, said: FrameFacts, rules: HouseRules) -> Fact:
        """Give the thickness of the legs' stock: as said, else by the house rule."""
        if isinstance(said.thickness, Missing) and self.stock_rule is not None:
            return rules.known(self.stock_rule)
        return said.thickness

    def rebate(self, said: FrameFacts, rules: HouseRules) -> Fact | None:
        """Give the rebate for the leaf of one worked from the solid; None where stops are planted, as a rebate of nothing says.

        A house rule that would leave nothing of the stock said stands for no rebate: then it is asked for.
        """
        stock = value_of(self.thickness(said, rules))
        if not self.solid or not some(said.leaf_rebate.value):
            return None
        if said.leaf_rebate.source.kind == "house rule" and stock is not None and stock <= said.leaf_rebate.value:
            return Missing("leaf_rebate", "opening.frame.leaf_rebate")
        return said.leaf_rebate

    def joint(self, said: FrameFacts) -> Joint:
        """Give how head and legs meet."""
        return HeadOverLegs()

    def completed(self, opening: Opening, rules: HouseRules) -> Opening:
        """Give the opening as this kind orders it: of most as it was said."""
        return opening

    def by_sheet(self, leaves: Sequence[Leaf], figures: Figures, rules: HouseRules) -> ByMethod | None:
        """Give the rough opening its maker's sheet asks for; None where the crew's method decides."""
        return None

    def in_wall(self, figures: Figures, rules: HouseRules) -> Iterable[Computed]:
        """Give the figures that follow once the finished wall is known."""
        return ()

    def flags(
        self, frame: Frame, leaves: Sequence[Leaf], finished: Length | None, figures: Figures, rules: HouseRules
    ) -> Iterator[Flag]:
        """Judge the frame against its leaf and the finished wall."""
        rebate, stock, behind = frame.rebate, value_of(frame.stock), value_of(frame.leg_thickness)
        if (
            isinstance(rebate, Known)
            and rebate.source.kind == "house rule"
            and stock is not None
            and behind is not None
        ):
            values: Values = {"rebate": rebate.value, "stock": stock, "behind": behind}
            yield FLAGS("leaf-rebate-not-said", values, (names.FRAME_OUTSIDE_WIDTH,), "opening.frame.leaf_rebate")

    def drawing(self, opening: Opening, figures: Figures, rules: HouseRules) -> Drawing | None:
        """Draw what the elevation cannot show of it."""
        return None

    def to_buy(self, frame: Frame, figures: Figures, rules: HouseRules) -> Iterable[Item]:
        """Give what is bought for it besides its own pieces."""
        return ()

    def before_setting(self, figures: Figures) -> Iterable[Step]:
        """Give the steps that come before the frame is cut and joined."""
        return ()

    def at_setting(self) -> Iterable[Step]:
        """Give the steps right before the frame goes into its hole."""
        return ()

    def own_setting(self) -> Iterable[Step] | None:
        """Give the steps that take the place of cutting, joining and shimming; None where there are none."""
        return None

    def after_hanging(self) -> Iterable[Step]:
        """Give the steps once the leaf hangs."""
        return ()
