"""The facts of one opening, whatever hangs in it (TRADE 3, 10, 11)."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from jambo.core.door.frame import Frame
from jambo.core.door.hardware import Lockset
from jambo.core.door.leaf import Handing, HandLabel, HingeSide, Leaf, Side
from jambo.core.length import Length
from jambo.core.mass import Mass
from jambo.core.opening.cut_in import CutIn
from jambo.core.opening.floors import Floors
from jambo.core.opening.framing import Header, Placing
from jambo.core.opening.swing import AddFrom, School
from jambo.core.record import Cut
from jambo.core.setting.facts import Delivered, Setting
from jambo.core.sums import Fact, Known
from jambo.core.survey.readings import Survey
from jambo.core.tape import Tape
from jambo.core.trim.casing import Casing

DoorKind = Literal["swing", "pocket", "face_slider", "bypass"]
LeadsTo = Literal["inside", "outside", "garage", "store"]
FootFloor = Literal["wood", "concrete"]
FixSchool = Literal["backer", "spacers", "backer_only"]
Guide = Literal["channel", "roller"]
HeadGain = Literal["raise", "pack"]  # longer legs and a larger floor gap, or a packer over the head (TRADE 6)


@dataclass(frozen=True, slots=True)
class Found:
    """Something found in the zone a pocket needs: what it is, and whether it is out of the way."""

    what: str
    moved: bool
    path: str


@dataclass(frozen=True, slots=True)
class PocketKit:
    """A pocket kit as its sheet has it (TRADE 10); what the sheet leaves out falls to the house rules.

    `gap` is the floor gap the crew wants instead of the kit's; `leaf_width` the leaf the kit is made for.
    """

    width_add: Known
    set_above: Known
    head_stack: Known
    min_head: Known
    track_short: Known
    rail_short: Known
    bumper: Known
    hanger_drop: Known
    split: Known
    gap: Known | None = None
    leaf_width: Known | None = None
    thickness_least: Known | None = None
    thickness_most: Known | None = None
    soft_close_least: Known | None = None
    finish_fixing: Known | None = None
    foot_floor: FootFloor = "wood"
    heated: bool = False
    found: tuple[Found, ...] = ()
    looked: bool = False
    base_cabinet: bool = False
    name: str = ""
    source: str = ""


@dataclass(frozen=True, slots=True)
class Lean:
    """A reading of the wall's face at a height: `forward` of plumb relative to the track line (negative: away)."""

    at: Known
    forward: Length
    path: str


@dataclass(frozen=True, slots=True)
class Beside:
    """Something on the wall beside the opening: how far it starts from the opening's edge on the open side."""

    what: str
    distance: Known


@dataclass(frozen=True, slots=True)
class Slider:
    """A face slider's track, what it hangs in front of, and what was found behind the wall face (TRADE 11)."""

    side_overlap: Known
    top_overlap: Known
    open_clearance: Known
    hole_above: Known
    hanger_edge: Known
    wheel_radius: Known
    stop_length: Known
    track_half: Known
    offset: Known
    spacer: Known
    hole_first: Known
    hole_spacing: Known
    pull_height: Known
    guide_length: Known
    guide_thickness: Known
    guide_height: Known
    slab_width: Known | None = None
    slab_height: Known | None = None
    length: Known | None = None
    hanger_spread_least: Known | None = None
    backer: Known | None = None
    lag: Known | None = None
    ceiling: Known | None = None
    base_thickness: Known | None = None
    base_height: Known | None = None
    bolt_heads: Known | None = None
    studs: tuple[Known, ...] | None = None
    lean: tuple[Lean, ...] = ()
    beside: tuple[Beside, ...] = ()
    fixing: FixSchool = "backer"
    guide: Guide = "channel"
    rating: Mass | None = None
    hung_on: Side = "A"
    name: str = ""
    source: str = ""


@dataclass(frozen=True, slots=True)
class Bypass:
    """Leaves that pass each other in one opening (TRADE 11)."""

    count: int
    overlap: Known
    track: Known
    between: Known
    leaf_width: Known | None = None
    leaf_height: Known | None = None


@dataclass(frozen=True, slots=True)
class Opening:
    """The facts of one opening. `pocket`, `slider` and `bypass` are read whatever the kind, and count for their own."""

    leaves: tuple[Leaf, ...]
    handing: Handing
    frame: Frame
    floors: Floors
    school: School
    add_from: AddFrom
    header: Header
    placing: Placing
    pocket: PocketKit
    slider: Slider
    bypass: Bypass
    finished_width: Fact
    finished_height: Fact
    kind: DoorKind = "swing"
    slides_to: HingeSide = "right"
    leads_to: LeadsTo = "inside"
    mass: Mass | None = None
    glass: bool = False
    fire_rated: bool = False
    delivered_hand: HandLabel | None = None
    lockset: Lockset = field(default_factory=Lockset)
    casing: Casing | None = None
    slab_at: Length | None = None
    unit: Delivered = field(default_factory=Delivered)
    setting: Setting = field(default_factory=Setting)
    survey: Survey = field(default_factory=Survey)
    cuts: tuple[Cut, ...] = ()
    head_line: Known | None = None
    head_gain: HeadGain = "raise"
    cut_in: CutIn | None = None
    tape: Tape = field(default_factory=Tape)

    @property
    def pair(self) -> bool:
        """Two leaves: a swing pair, a converging pocket pair, or a bi-parting slider."""
        return self.kind != "bypass" and len(self.leaves) == 2
