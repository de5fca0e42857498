"""The facts of one opening, whatever hangs in it (handbook 3, 10, 11)."""

from __future__ import annotations

from dataclasses import field
from typing import Literal

from jambo.core.facts.casing import Casing
from jambo.core.facts.cut_in import CutIn
from jambo.core.facts.cuts import Cut
from jambo.core.facts.floors import Floors
from jambo.core.facts.frame import Frame
from jambo.core.facts.hardware import Lockset
from jambo.core.facts.leaf import Handing, HandLabel, HingeSide, InHand, Leaf, Stops
from jambo.core.facts.placing import Header, Placing
from jambo.core.facts.readings import Survey
from jambo.core.facts.setting import Delivered, Setting
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Fact, Known
from jambo.core.quantities.length import Length
from jambo.core.quantities.mass import Mass
from jambo.core.quantities.tape import Tape

Method = Literal["build_up", "add_on"]
AddFrom = Literal["rough_floor", "finished_floor"]
DoorKind = Literal["swing", "pocket", "face_slider", "bypass", "cased"]
LeadsTo = Literal["inside", "outside", "garage", "store"]
HeadGain = Literal["raise", "pack"]  # longer legs and a larger floor gap, or a packer over the head (handbook 6)


@dataclass(frozen=True, slots=True)
class Stays:
    """What of a standing opening is there besides its hole: an old frame that comes out or none, casing new, put back or left up."""

    old_frame: Literal["out", "none"] = "out"
    casing: Literal["new", "saved", "stays"] = "new"


@dataclass(frozen=True, slots=True)
class Opening:
    """The facts of one opening. `own` are those of its kind alone: a pocket's kit, a slider's track, bypass leaves, a maker's sheet.

    `delivered_stops` says whether the stops of the unit that came are loose; None: as its kind of frame has them.
    `fixed_in_hand` is the second leaf of a swing pair, where that is there. `casing_thickness` counts for what passes in front of casing, be its width known or not.
    `pair` says that two leaves close one opening: a swing pair, a converging pocket pair, a bi-parting slider.
    """

    leaves: tuple[Leaf, ...]
    handing: Handing
    frame: Frame
    floors: Floors
    method: Method
    add_from: AddFrom
    header: Header
    placing: Placing
    finished_width: Fact
    finished_height: Fact
    kind: DoorKind = "swing"
    pair: bool = False
    own: object = None
    slides_to: HingeSide = "right"
    leads_to: LeadsTo = "inside"
    mass: Mass | None = None
    glass: bool = False
    fire_rated: bool = False
    fire_minutes: int | None = None
    in_hand: InHand = field(default_factory=InHand)
    fixed_in_hand: InHand = field(default_factory=InHand)
    delivered_hand: HandLabel | None = None
    delivered_stops: Stops | None = None
    lockset: Lockset = field(default_factory=Lockset)
    casing: Casing | None = None
    casing_thickness: Known | None = None
    slab_at: Length | None = None
    unit: Delivered = field(default_factory=Delivered)
    setting: Setting = field(default_factory=Setting)
    survey: Survey = field(default_factory=Survey)
    rise: Known | None = None
    cuts: tuple[Cut, ...] = ()
    head_line: Known | None = None
    head_gain: HeadGain = "raise"
    cut_in: CutIn | None = None
    stays: Stays = field(default_factory=Stays)
    tape: Tape = field(default_factory=Tape)
