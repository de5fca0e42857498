"""The rabbeted frame (handbook 4): the legs run past the head, which sits in a rabbet of each; its stop is worked."""

from __future__ import annotations

from jambo.core import rules as house
from jambo.core.facts.frame import FrameFacts, Joint, LegsPastHead
from jambo.core.frames.kind import KindOfFrame


class Rabbeted(KindOfFrame):
    """Legs past the head, stop worked in the solid."""

    name = "rabbeted"
    label = "Rabbeted"
    facts = ("leaf_rebate", "rabbet_depth")
    worked_stop = True
    solid = True
    stock_rule = house.SOLID_THICKNESS

    def joint(self, said: FrameFacts) -> Joint:
        """The head sits in a rabbet of each leg."""
        return LegsPastHead(said.rabbet_depth)
