"""What a kind of door must answer. Each kind is a room of its own beside this file; registry.py lists them.

`solve`, the wall, the card, the lists and the views ask a kind and name none. To add one: a room with its facts, figures,
drawing, pieces, steps, judge, and a `Kind` that ties them together.
"""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import field, replace
from typing import ClassVar

from jambo.core.drawing import Drawing, Shape
from jambo.core.facts.leaf import HingeSide, Leaf, Side
from jambo.core.facts.opening import DoorKind, Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import Flag
from jambo.core.frames.steps import frame_steps
from jambo.core.framing import judge
from jambo.core.framing.items import Item
from jambo.core.framing.pieces import Piece
from jambo.core.framing.placed import Placed
from jambo.core.framing.plate import Plate, PlateMark
from jambo.core.framing.pole import Pole
from jambo.core.framing.standing import stands
from jambo.core.framing.track_tape import TrackTape
from jambo.core.frozen import dataclass
from jambo.core.hanging.hang import Hang, HangCheck
from jambo.core.kinds.each_end import each_end
from jambo.core.kinds.judge import on_door
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, known_lengths, value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules
from jambo.core.setting.ladder import Ladder
from jambo.core.setting.plan import SetPlan
from jambo.core.setting.steps import set_hinge_side, set_strike_side
from jambo.core.stages import Stage
from jambo.core.step import Step
from jambo.core.survey.adjust import Adjustment
from jambo.core.survey.found import Surveyed, lowest_header, surveyed
from jambo.core.survey.judge import on_found
from jambo.core.survey.shape import Found

Section = tuple[Length | None, Length | None]  # of stock: its thickness and its width


@dataclass(frozen=True, slots=True)
class Planned:
    """An opening in its wall, as far as it is worked out when its kind is asked.

    Attributes:
        wall: the wall as the opening has it: under a sloping ceiling its height is the lowest over the framing.
        track: the tape of its track, for a kind that has one.
    """

    opening: Opening
    wall: Wall
    rules: HouseRules
    figures: Figures
    plate: Plate
    track: TrackTape | None = None

    @property
    def standing(self) -> bool:
        """Whether the hole is there and stays."""
        return stands(self.opening, self.wall)


@dataclass(frozen=True, slots=True)
class AsFound:
    """What follows from the readings; parts are None while nothing read answers them.

    `shape` is the one all that follows stands on: while readings are in doubt, the worst they may mean.
    """

    adjustment: Adjustment | None = None
    shape: Found | None = None
    plan: SetPlan | None = None
    ladder: Ladder | None = None
    hang: Hang | None = None
    check: HangCheck | None = None
    figures: Figures = field(default_factory=Figures)
    flags: tuple[Flag, ...] = ()


class KindOfDoor(ABC):
    """A kind of door. What most kinds answer alike stands here; a room says what is its own.

    Attributes:
        name: the kind as the format writes it.
        pole: the figures it puts on the story pole, with the group each belongs to.
        swings: its leaf turns on hinges: it is set, hung and checked.
        covers_joint: its casing covers the joint between frame and rough opening on both sides alike.
        centred: its finished way stands in the middle of its rough opening.
        keeps_head: unless it swings, why it is on no head line.
        way: the caution about the way it leaves free; width_at: the path of the width that is said of it.
        fitting_in_it: the flag about a fitting that stands in its rough opening.
    """

    name: ClassVar[DoorKind]
    pole: ClassVar[Pole]
    swings: ClassVar[bool] = False
    covers_joint: ClassVar[bool] = True
    centred: ClassVar[bool] = True
    keeps_head: ClassVar[str] = "it slides: its track says its height"
    way: ClassVar[str] = "caution-way-through"
    width_at: ClassVar[str] = "opening.door.opening_width"
    fitting_in_it: ClassVar[str] = "fitting-in-opening"

    # what is asked of it, and where

    def stages(self, opening: Opening) -> tuple[Stage, ...]:
        """Give the stages on which it is planned, in their order."""
        return ("door", "floor", "opening", "frame", "trim")

    def edge(self, opening: Opening) -> HingeSide:
        """Give the edge a crew may measure to: the one its leaf slides away from."""
        return "left" if opening.slides_to == "right" else "right"

    def pair(self, leaves: Sequence[Leaf]) -> bool:
        """Say whether two leaves close one opening together."""
        return len(leaves) == 2

    def leaf_sizes(self, opening: Opening, figures: Figures) -> tuple[Length | None, Length | None]:
        """Give the size of one leaf: as said, unless the kind works it out."""
        leaf = opening.leaves[0]
        return value_of(leaf.width), value_of(leaf.height)

    def leaf_count(self, opening: Opening) -> int:
        """Give how many leaves there are."""
        return len(opening.leaves)

    def leaf_widths(self, opening: Opening) -> tuple[Length, ...]:
        """Give each leaf's own width where they may differ; empty where all are one size."""
        return known_lengths(*(leaf.width for leaf in opening.leaves))

    def completed(self, opening: Opening, wall: Wall, rules: HouseRules) -> Opening:
        """Complete what was said of it by what was found in the wall, and by what follows from a leaf in hand."""
        return opening

    def foot(self, opening: Opening) -> HingeSide | None:
        """Give the foot its heights count from, seen from A; None: the one that stands higher."""
        return None

    def covers(self, opening: Opening) -> Side | None:
        """Give the side of the wall its open leaf covers; None where it covers none."""
        return None

    # what it works out

    @abstractmethod
    def figures(self, opening: Opening, wall: Wall, rules: HouseRules) -> Figures:
        """Work out every figure above those of the framing."""

    def in_wall(self, opening: Opening, figures: Figures, rules: HouseRules) -> Iterable[Computed]:
        """Give the figures that follow once the finished wall is known."""
        return ()

    def marks(self, opening: Opening, plate: Plate, figures: Figures) -> Iterable[PlateMark]:
        """Give its own lines on the plate."""
        return ()

    def track(self, planned: Planned) -> TrackTape | None:
        """Lay its track along the wall."""
        return None

    def unasked(self, opening: Opening) -> frozenset[FigureName]:
        """Give the figures nobody is asked for in a hole that stands and stays, beside those of framing it."""
        return frozenset()

    def along_wall(self, planned: Planned) -> Iterable[Computed]:
        """Give the figures that follow once its track is laid."""
        return ()

    def found(self, planned: Planned) -> AsFound:
        """Work out what the readings mean: unless the leaf swings, whether the hole is as large as was planned."""
        opening, figures = planned.opening, planned.figures
        if not opening.survey.taken:
            return AsFound()
        read = surveyed(opening.survey, figures, planned.rules.habit)
        return self.on_its_floor(planned, read, hole_found(read, figures))

    def on_its_floor(self, planned: Planned, read: Surveyed, hole: AsFound) -> AsFound:
        """Give the hole as found, with each jack, leg and casing leg by the floor it stands on."""
        opening, figures = planned.opening, planned.figures
        rise, framed = read.floor_rise(opening.survey, figures.value(names.RO_WIDTH)), read.shape is not None
        made = each_end(opening, figures, rise, self.foot(opening), framed=framed, lined=self.lines(planned))
        return replace(hole, figures=hole.figures | made)

    # what is drawn, cut and bought

    def reach(self, planned: Planned, at: Placed) -> tuple[Length, ...]:
        """Give how far its open leaf and track go on the wall, so that the wall is drawn behind them."""
        return ()

    @abstractmethod
    def shapes(self, planned: Planned, at: Placed) -> list[Shape]:
        """Draw it into the elevation, seen from side A."""

    def drawing(self, planned: Planned) -> Drawing | None:
        """Draw the plan or section that shows what the elevation cannot."""
        return None

    @abstractmethod
    def pieces(self, planned: Planned, frame_section: Section) -> list[Piece]:
        """Give what is cut for it; `frame_section` is its frame's stock."""

    @abstractmethod
    def to_buy(self, planned: Planned) -> Iterable[Item]:
        """Give what is bought for it."""

    # what is said of it

    def flags(self, planned: Planned) -> Iterator[Flag]:
        """Judge it and the opening it is planned in, in the order of the work."""
        opening, figures, rules = planned.opening, planned.figures, planned.rules
        yield from on_door(opening, figures, rules, self.door_flags(planned), self.way, self.width_at)
        yield from judge.on_floor(opening.floors, opening.handing, figures, rules, swings=self.swings)
        if not planned.standing:
            yield from self.opening_flags(planned)
            yield from judge.on_framing(opening, figures, planned.wall, planned.plate, rules)
        yield from judge.on_boxes(figures, planned.wall)
        yield from judge.on_frame(opening.frame, figures)
        yield from self.frame_flags(planned)
        yield from judge.cautions(planned.wall, figures)

    def door_flags(self, planned: Planned) -> Iterator[Flag]:
        """Judge what hangs, beyond what is judged of any leaf."""
        return iter(())

    def opening_flags(self, planned: Planned) -> Iterator[Flag]:
        """Judge what is left around the frame in its rough opening."""
        return judge.on_opening(planned.figures, planned.rules, "build_up")

    def frame_flags(self, planned: Planned) -> Iterator[Flag]:
        """Judge the frame against its leaf and the finished wall."""
        return iter(())

    def own_flags(self, planned: Planned) -> Iterator[Flag]:
        """Judge what only this kind has."""
        return iter(())

    def steps(self, planned: Planned, framing: Iterable[Step], *, cut_in: bool) -> Iterable[Step]:
        """Give the steps from framing to the last leaf; `framing` are those of the wall, of a new hole when `cut_in`.

        Where hole and finished edges stay nothing lines them anew.
        """
        opening, figures = planned.opening, planned.figures
        if not self.lines(planned):
            return (*framing, *self.own_steps(planned))
        return (
            *framing, *frame_steps(opening, figures, hinged=False), *set_hinge_side(opening, figures, hinged=False),
            *set_strike_side(opening, hinged=False), *self.own_steps(planned),
        )  # fmt: skip

    def lines(self, planned: Planned) -> bool:
        """Say whether legs and a head are cut for it: not where its edges are finished and stay."""
        return not planned.standing

    def after_casing(self, planned: Planned) -> Iterable[Step]:
        """Give the steps that come once the casing is on."""
        return ()

    def own_steps(self, planned: Planned) -> Iterable[Step]:
        """Give the steps that hang it, once its frame stands."""
        return ()


def hole_found(read: Surveyed, figures: Figures) -> AsFound:
    """What readings mean for a kind without a set plan: whether the hole is as large as the rough opening planned."""
    made = read.figures | lowest_header(read.could_be)
    return AsFound(read.adjustment, read.narrowest, figures=made, flags=(*read.flags, *on_found(made | figures)))


def stages_of(kind: KindOfDoor, opening: Opening, existing: bool = False) -> tuple[Stage, ...]:
    """Give the stages of the work in order: an opening that exists is read first, a new one when it is framed (handbook 13)."""
    planned = kind.stages(opening)
    before = len(planned) - ("trim" in planned)
    after: tuple[Stage, ...] = ("set", "hang") if kind.swings else ()
    if existing:
        return ("survey", *planned[:before], *after, *planned[before:], "card")
    return (*planned[:before], "survey", *after, *planned[before:], "card")
