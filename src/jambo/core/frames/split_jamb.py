"""The split jamb (handbook 4): two halves that slide together on walls between two thicknesses."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from jambo.core.facts.frame import Frame, FrameFacts
from jambo.core.facts.leaf import Leaf
from jambo.core.flags import Flag, FlagWords
from jambo.core.frames.kind import KindOfFrame
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, value_of
from jambo.core.quantities.length import Length
from jambo.core.rules import HouseRules
from jambo.core.step import Step

FLAGS = FlagWords(
    {
        "frame": {
            "split-jamb-out-of-range": (
                "stop",
                "The finished wall is {wall}; the split jamb takes {least} to {most}.",
                "Get the split jamb for this wall, or change the wall finish.",
            ),
        },
    }
)


class SplitJamb(KindOfFrame):
    """Two halves, one from each side."""

    name = "split_jamb"
    one_thing = "split_jamb"
    label = "Split jamb"
    clamps = True
    facts = ("wall_least", "wall_most")
    words = FLAGS

    def frame(self, said: FrameFacts, rules: HouseRules) -> Frame:
        """Make the frame, with the walls it reaches over."""
        return replace(super().frame(said, rules), wall_range=(said.wall_least, said.wall_most))

    def flags(
        self, frame: Frame, leaves: Sequence[Leaf], finished: Length | None, figures: Figures, rules: HouseRules
    ) -> Iterator[Flag]:
        """Whether it reaches over the finished wall (handbook 4)."""
        if frame.wall_range is None or finished is None:
            return
        least, most = (value_of(end) for end in frame.wall_range)
        if least is not None and most is not None and not least <= finished <= most:
            reach = {"wall": finished, "least": least, "most": most}
            yield FLAGS("split-jamb-out-of-range", reach, (names.WALL_FINISHED,), "opening.frame.wall_least")

    def at_setting(self) -> Iterable[Step]:
        """It clamps the finished wall: the half with the hinges goes in first, alone."""
        yield Step(
            key="split-first",
            part="Setting",
            text="Set the half that carries the hinges first, from its own side; the other half stays off until the {leaf} hangs.",
            gate="{wallboard} done first",
            tools="level",
            check="its face against the wall finish all round",
            needs=("cut-frame",),
        )

    def after_hanging(self) -> Iterable[Step]:
        """The second half comes last."""
        yield Step(
            key="split",
            part="Finishing",
            text="Push the second half on from the other side, last: they slide together on the wall {wall_finished}.",
            tools="mallet, block",
            check="tongue home all round",
            needs=("gaps", "strike-leg"),
        )
