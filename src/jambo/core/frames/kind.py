"""What a kind of frame must answer (handbook 4, 12, 20): a module of its own for each, listed in registry.py."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from typing import ClassVar

from jambo.core import rules as house
from jambo.core.drawing import Drawing
from jambo.core.facts.frame import Frame, FrameFacts, FrameKind, HeadOverLegs, Joint
from jambo.core.facts.leaf import Leaf
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag, FlagWords
from jambo.core.framing.items import Item
from jambo.core.framing.rough_opening import ByMethod
from jambo.core.quantities.figure import Computed, Fact, Figures, Missing
from jambo.core.quantities.length import Length
from jambo.core.rules import HouseRules, RuleName
from jambo.core.step import Step


class KindOfFrame:
    """A flat frame, head over legs: what the other kinds differ from.

    Attributes:
        name: the kind as the format writes it.
        label: what the screen calls it.
        facts: the fields of `FrameFacts` that only this kind asks for, in their order.
        flat: made of flat stock, as a pocket's split legs are.
        gaps_cut_in: its gaps come cut into it and cannot be planned otherwise.
        cased: casing covers its joint with the wall.
        worked_stop: its stop is part of it, and is not planted last.
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
    cased: ClassVar[bool] = True
    worked_stop: ClassVar[bool] = False
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
        return Frame(
            kind=self.name,
            leg_thickness=self.thickness(said, rules),
            hinge_gap=rules.known(self.hinge_gap),
            strike_gap=rules.known(self.strike_gap),
            stands_on=said.stands_on,
            spacer=said.spacer,
            joint=self.joint(said),
            depth=said.depth,
            pre_hung=self.flat and said.supply == "pre_hung",
            source=said.source,
        )

    def thickness(self, said: FrameFacts, rules: HouseRules) -> Fact:
        """Give the leg thickness: as said, else by the house rule."""
        return rules.known(house.LEG_THICKNESS) if isinstance(said.thickness, Missing) else said.thickness

    def joint(self, said: FrameFacts) -> Joint:
        """Give how head and legs meet."""
        return HeadOverLegs()

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
        yield from ()

    def drawing(self, opening: Opening, figures: Figures, rules: HouseRules) -> Drawing | None:
        """Draw what the elevation cannot show of it."""
        return None

    def to_buy(self, figures: Figures, rules: HouseRules) -> Iterable[Item]:
        """Give what is bought for it besides its own pieces."""
        return ()

    def before_setting(self, figures: Figures) -> Iterable[Step]:
        """Give the steps that come before the frame is cut and joined."""
        return ()

    def at_setting(self) -> Iterable[Step]:
        """Give the steps right before the frame goes into its hole."""
        return ()

    def joining(self) -> Iterable[Step]:
        """Give the steps between cutting the frame and setting it."""
        return ()

    def own_setting(self) -> Iterable[Step] | None:
        """Give the steps that take the place of cutting, joining and shimming; None where there are none."""
        return None

    def after_hanging(self) -> Iterable[Step]:
        """Give the steps once the leaf hangs."""
        return ()
