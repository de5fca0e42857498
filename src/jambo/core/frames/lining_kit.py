"""The lining kit (handbook 4): legs in the head's trenches, gaps cut into it, ripped to the wall."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from jambo.core import rules as house
from jambo.core.facts.frame import Frame, FrameFacts, Joint, Trenched
from jambo.core.facts.leaf import Leaf
from jambo.core.flags import Flag, FlagWords, Values
from jambo.core.frames.kind import KindOfFrame
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, Known, add
from jambo.core.quantities.length import Length
from jambo.core.rules import HouseRules

FLAGS = FlagWords(
    {
        "frame": {
            "kit-cannot-serve-leaf": (
                "stop",
                "The lining kit is made for leaves of {first} or {last}; this one is {width}.",
                "Get the kit for this {leaf}, or a {frame} cut to measure.",
            ),
            "kit-serves-another-leaf": (
                "stop",
                "The lining kit is made for a {leaf} of {first}; this one is {width}.",
                "Get the kit for this {leaf}, or a {frame} cut to measure.",
            ),
            "kit-serves-no-pair": (
                "stop",
                "The lining kit is made for a single {leaf}, and this is one of a pair.",
                "Get a {frame} cut to measure for the pair.",
            ),
            "rip-the-lining": (
                "note",
                "The lining is {depth} wide and the {frame} needs {wanted}.",
                "Rip it to {rip}; that leaves a little to plane off the saw marks.",
            ),
        },
    }
)


class LiningKit(KindOfFrame):
    """A kit whose trench spacings serve one or two leaf widths."""

    name = "lining_kit"
    one_thing = "lining_kit"
    label = "Lining kit"
    facts = ("kit_width_1", "kit_width_2", "trench_depth", "horn")
    words = FLAGS
    hangs_ready = False  # its legs are put into their trenches on the site
    gaps_cut_in = True
    stock_rule = None
    hinge_gap = strike_gap = house.KIT_GAP

    def frame(self, said: FrameFacts, rules: HouseRules) -> Frame:
        """Make the frame, with the leaf widths it serves."""
        serves = tuple(kit for kit in (said.kit_width_1, said.kit_width_2) if kit is not None)
        return replace(super().frame(said, rules), serves=serves)

    def joint(self, said: FrameFacts) -> Joint:
        """The legs enter trenches in the head."""
        return Trenched(said.trench_depth, said.horn)

    def in_wall(self, figures: Figures, rules: HouseRules) -> Iterable[Computed]:
        """The width it is ripped to."""
        yield add(names.RIP_WIDTH, figures[names.FRAME_DEPTH], rules.known(house.RIP_PLANING))

    def flags(
        self, frame: Frame, leaves: Sequence[Leaf], finished: Length | None, figures: Figures, rules: HouseRules
    ) -> Iterator[Flag]:
        """Whether it must be ripped, and whether its trenches are made for this leaf (handbook 4)."""
        wanted, rip = figures.value(names.FRAME_DEPTH), figures.value(names.RIP_WIDTH)
        if frame.depth is not None and wanted is not None and rip is not None and frame.depth.value > rip:
            values = {"depth": frame.depth.value, "wanted": wanted, "rip": rip}
            yield FLAGS("rip-the-lining", values, (names.RIP_WIDTH, names.FRAME_DEPTH), frame.depth.source.path)
        yield from self.serves(frame, leaves)

    def serves(self, frame: Frame, leaves: Sequence[Leaf]) -> Iterator[Flag]:
        """Whether its trenches are made for this leaf. A kit serves single leaves."""
        width = leaves[0].width
        if not frame.serves or not isinstance(width, Known):
            return
        about, path = (names.FRAME_INSIDE_WIDTH,), frame.serves[0].source.path
        made_for = [kit.value for kit in frame.serves]
        if len(leaves) > 1:
            yield FLAGS("kit-serves-no-pair", {}, about, path)
        elif width.value not in made_for:
            code = "kit-cannot-serve-leaf" if len(made_for) > 1 else "kit-serves-another-leaf"
            values: Values = {"width": width.value, "first": made_for[0], "last": made_for[-1]}
            yield FLAGS(code, values, about, path)
