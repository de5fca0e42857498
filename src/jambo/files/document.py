"""The open JSON format of one opening, `jambo-opening/1`: its shape. docs/FORMAT.md explains it.

Lengths stay as they were written until `facts.read` turns them into exact facts, so a stored document keeps
what the carpenter typed. Every field is optional: an opening grows as facts become known.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from jambo.core.door.frame import FrameKind, StandsOn, Supply
from jambo.core.door.hardware import Corner
from jambo.core.door.leaf import HandLabel, HingeSide, Side
from jambo.core.opening.facts import DoorKind, FixSchool, FootFloor, Guide, HeadGain, LeadsTo
from jambo.core.opening.floors import Under
from jambo.core.opening.framing import Bearing, PlateOn, To, WallEnd
from jambo.core.opening.swing import AddFrom, School
from jambo.core.setting.facts import HingeBy, Latch, LeanSchool, LegSchool, Nailing, Packing, SetSchool, StrikeBy
from jambo.core.survey.readings import Place, Toward
from jambo.core.tape import Unit
from jambo.core.trim.casing import Corner as CasingCorner
from jambo.core.wall.judge import Corner as WallCorner
from jambo.core.words import Region

FORMAT = "jambo-opening/1"


@dataclass(frozen=True, slots=True)
class Of:
    """What a length is the length of: a key of `core.limits.KINDS`."""

    kind: str


class Model(BaseModel):
    """Base of every part of the format: unknown keys are refused, so a misspelt fact is never lost silently."""

    model_config = ConfigDict(extra="forbid", frozen=True, str_strip_whitespace=True)


class ExactLength(Model):
    """A length as an exact number with its unit: {"value": "165/2", "unit": "in"} or {"value": 686, "unit": "mm"}."""

    value: Annotated[str, Field(max_length=40)] | int | float
    unit: Unit


LengthText = Annotated[
    str | ExactLength,
    Field(description='Tape text such as "82 1/2", "2/6" or "686 mm", or an exact number with its unit.'),
]
Text = Annotated[str, Field(max_length=200)]
Name = Annotated[str, Field(max_length=80)]
FloorKey = Annotated[str, Field(min_length=1, max_length=40, pattern="^[a-z0-9-]+$")]
Mass = Annotated[
    str,
    Field(max_length=40, description='A weight such as "82 lb" or "37 kg"; a bare number is in lb or kg by the unit.'),
]


class Leaf(Model):
    """One leaf, actual size. A call-out such as "2668" as the width gives the height too."""

    width: Annotated[LengthText | None, Of("leaf_width")] = None
    height: Annotated[LengthText | None, Of("leaf_height")] = None
    thickness: Annotated[LengthText | None, Of("leaf_thickness")] = None


class Hardware(Model):
    """Corners of hinges, latch plate and their mortises, and the leaf thicknesses the lock or bolt is made for."""

    hinge_corner: Corner | None = None
    hinge_mortise: Corner | None = None
    latch_corner: Corner | None = None
    latch_mortise: Corner | None = None
    thickness_least: Annotated[LengthText | None, Of("leaf_thickness")] = None
    thickness_most: Annotated[LengthText | None, Of("leaf_thickness")] = None


class InZone(Model):
    """Something found in a pocket's zone, and whether it has been moved."""

    what: Name = ""
    moved: bool = False


class Pocket(Model):
    """A pocket kit as its sheet has it; what is left out is a house rule. `source` says which sheet.

    `gap` is the floor gap wanted instead of the kit's own; `leaf_width` the leaf the kit is made for; `found` what is in
    the zone both leaf widths need; `looked` says that it was looked into.
    """

    name: Name = ""
    source: Text = ""
    leaf_width: Annotated[LengthText | None, Of("leaf_width")] = None
    thickness_least: Annotated[LengthText | None, Of("leaf_thickness")] = None
    thickness_most: Annotated[LengthText | None, Of("leaf_thickness")] = None
    width_add: Annotated[LengthText | None, Of("add")] = None
    set_above: Annotated[LengthText | None, Of("gap")] = None
    head_stack: Annotated[LengthText | None, Of("add")] = None
    min_head: Annotated[LengthText | None, Of("add")] = None
    track_short: Annotated[LengthText | None, Of("small")] = None
    rail_short: Annotated[LengthText | None, Of("small")] = None
    bumper: Annotated[LengthText | None, Of("small")] = None
    hanger_drop: Annotated[LengthText | None, Of("gap")] = None
    split: Annotated[LengthText | None, Of("small")] = None
    gap: Annotated[LengthText | None, Of("gap")] = None
    soft_close_least: Annotated[LengthText | None, Of("leaf_width")] = None
    finish_fixing: Annotated[LengthText | None, Of("small")] = None
    floor: FootFloor = "wood"
    heated: bool = False
    base_cabinet: bool = False
    looked: bool = False
    found: Annotated[list[InZone], Field(max_length=12)] = Field(default_factory=list)


class Lean(Model):
    """How far the wall's face stands forward of plumb, or back, at a height above the finished floor."""

    at: Annotated[LengthText | None, Of("height")] = None
    by: Annotated[LengthText | None, Of("lean")] = None
    toward: Literal["slab", "wall"] = "slab"


class Stud(Model):
    """The centre of a stud found behind the track, from the wall end the opening's place is measured from."""

    at: Annotated[LengthText | None, Of("position")] = None


class Beside(Model):
    """A switch, vent, casing or corner beside the opening: how far from the opening's edge it starts."""

    what: Name = ""
    distance: Annotated[LengthText | None, Of("position")] = None


class Slider(Model):
    """A face slider's track and hardware as their sheet has them, and the wall it hangs on; the rest are house rules.

    A slab in hand has `slab_width` and `slab_height`; its thickness is its leaf's. Heights are above the finished floor
    on the side it hangs. `studs` are positions that were found, never assumed.
    """

    name: Name = ""
    source: Text = ""
    hung_on: Side = "A"
    slab_width: Annotated[LengthText | None, Of("leaf_width")] = None
    slab_height: Annotated[LengthText | None, Of("leaf_height")] = None
    length: Annotated[LengthText | None, Of("track")] = None
    rating: Mass | None = None
    hole_above: Annotated[LengthText | None, Of("small")] = None
    hanger_edge: Annotated[LengthText | None, Of("small")] = None
    hanger_spread_least: Annotated[LengthText | None, Of("leaf_width")] = None
    wheel_radius: Annotated[LengthText | None, Of("small")] = None
    stop_length: Annotated[LengthText | None, Of("small")] = None
    track_half: Annotated[LengthText | None, Of("small")] = None
    offset: Annotated[LengthText | None, Of("small")] = None
    spacer: Annotated[LengthText | None, Of("small")] = None
    hole_first: Annotated[LengthText | None, Of("small")] = None
    hole_spacing: Annotated[LengthText | None, Of("spacing")] = None
    side_overlap: Annotated[LengthText | None, Of("small")] = None
    top_overlap: Annotated[LengthText | None, Of("small")] = None
    open_clearance: Annotated[LengthText | None, Of("small")] = None
    pull_height: Annotated[LengthText | None, Of("height")] = None
    guide: Guide = "channel"
    guide_length: Annotated[LengthText | None, Of("small")] = None
    guide_thickness: Annotated[LengthText | None, Of("small")] = None
    guide_height: Annotated[LengthText | None, Of("small")] = None
    fixing: FixSchool = "backer"
    backer: Annotated[LengthText | None, Of("small")] = None
    lag: Annotated[LengthText | None, Of("small")] = None
    ceiling: Annotated[LengthText | None, Of("height")] = None
    base_thickness: Annotated[LengthText | None, Of("small")] = None
    base_height: Annotated[LengthText | None, Of("height")] = None
    bolt_heads: Annotated[LengthText | None, Of("small")] = None
    studs: Annotated[list[Stud], Field(max_length=40)] | None = None
    lean: Annotated[list[Lean], Field(max_length=12)] = Field(default_factory=list)
    beside: Annotated[list[Beside], Field(max_length=12)] = Field(default_factory=list)


class Bypass(Model):
    """Leaves that pass each other in one opening; `leaf_width` and `leaf_height` are those of leaves in hand."""

    count: Annotated[int, Field(ge=2, le=4)] = 2
    leaf_width: Annotated[LengthText | None, Of("leaf_width")] = None
    leaf_height: Annotated[LengthText | None, Of("leaf_height")] = None
    overlap: Annotated[LengthText | None, Of("small")] = None
    track: Annotated[LengthText | None, Of("small")] = None
    between: Annotated[LengthText | None, Of("gap")] = None


class Door(Model):
    """What hangs. Facts that belong to another kind are kept and do not count, so that a kind can be changed and back.

    Handing is physical: `hinge_side` as seen from side A, and the side a swing leaf opens to. Of a swing pair the first
    leaf is the active one, and `hinge_side` is its side. Pocket leaves and slabs open toward `slides_to`; of two, the
    first does. `opening_width` and `opening_height` are the finished opening of a face slider or bypass leaves.
    """

    kind: DoorKind = "swing"
    leaves: Annotated[list[Leaf], Field(min_length=1, max_length=2)] = Field(default_factory=lambda: [Leaf()])
    hinge_side: HingeSide = "left"
    opens_to: Side = "A"
    outside: Side = "A"
    slides_to: HingeSide = "right"
    leads_to: LeadsTo = "inside"
    delivered_hand: HandLabel | None = None
    mass: Mass | None = None
    glass: bool = False
    fire_rated: bool = False
    opening_width: Annotated[LengthText | None, Of("opening_width")] = None
    opening_height: Annotated[LengthText | None, Of("opening_height")] = None
    hardware: Hardware = Field(default_factory=Hardware)
    pocket: Pocket = Field(default_factory=Pocket)
    slider: Slider = Field(default_factory=Slider)
    bypass: Bypass = Field(default_factory=Bypass)


class Frame(Model):
    """A frame. Facts that belong to another kind are kept and do not count, so that a kind can be changed and back.

    `flat_jamb`: head over legs. `lining_kit`: legs in the head's trenches; `kit_width_1` and `kit_width_2` are the leaf
    widths its trench spacings serve. `rabbeted`: legs past the head. `split_jamb`: two halves for walls between
    `wall_least` and `wall_most`. `steel_wrap`: wraps the finished wall, `throat` and `source` from its sheet.
    `outside_sill`: on a sill of `sill_thickness`, the legs on it or beside it.
    """

    kind: FrameKind = "flat_jamb"
    thickness: Annotated[LengthText | None, Of("frame_thickness")] = None
    depth: Annotated[LengthText | None, Of("wall_thickness")] = None
    trench_depth: Annotated[LengthText | None, Of("small")] = None
    horn: Annotated[LengthText | None, Of("small")] = None
    kit_width_1: Annotated[LengthText | None, Of("leaf_width")] = None
    kit_width_2: Annotated[LengthText | None, Of("leaf_width")] = None
    rabbet_depth: Annotated[LengthText | None, Of("small")] = None
    wall_least: Annotated[LengthText | None, Of("wall_thickness")] = None
    wall_most: Annotated[LengthText | None, Of("wall_thickness")] = None
    throat: Annotated[LengthText | None, Of("wall_thickness")] = None
    sill_thickness: Annotated[LengthText | None, Of("small")] = None
    legs_beside_sill: bool = False
    sill_site_made: bool = False
    supply: Supply = "site_built"
    name: Name = ""
    source: Text = ""
    stands_on: StandsOn = "rough_floor"
    spacer: Annotated[LengthText | None, Of("foot")] = None


class Layer(Model):
    """One layer of a floor. `allowance` is the reason why its thickness is not settled yet."""

    name: Name = ""
    thickness: Annotated[LengthText | None, Of("layer")] = None
    allowance: Annotated[str, Field(max_length=120)] | None = None


class FloorType(Model):
    """A floor of the job, used by any number of openings: its layers on the rough floor, lowest first.

    `key` is what openings name it by; it stays when the floor is renamed.
    """

    key: FloorKey
    name: Name = ""
    layers: Annotated[list[Layer], Field(max_length=8)] = Field(default_factory=list)


JobFloors = Annotated[list[FloorType], Field(max_length=60)]


class Floors(Model):
    """Layers on the rough floor of each side, lowest first. [] is a bare floor; leave a side out while unknown.

    `a_from` and `b_from` name a floor of the job; the side's own layers are kept then and do not count.
    """

    a: Annotated[list[Layer], Field(max_length=8)] | None = None
    b: Annotated[list[Layer], Field(max_length=8)] | None = None
    a_from: FloorKey | None = None
    b_from: FloorKey | None = None
    under: Under | None = None
    strip: Annotated[LengthText | None, Of("layer")] = None


class Casing(Model):
    """The casing of both sides; without a width it is not figured."""

    width: Annotated[LengthText | None, Of("small")] = None
    corner: CasingCorner = "mitred"
    thickness: Annotated[LengthText | None, Of("small")] = None


class Header(Model):
    """The header and the studs under it. `source` says who gave its size."""

    depth: Annotated[LengthText | None, Of("header_depth")] = None
    source: Text = ""
    jacks: Annotated[int, Field(ge=1, le=4)] = 1
    kings: Annotated[int, Field(ge=1, le=4)] = 1


class Position(Model):
    """Where the opening stands: a distance from the wall's left or right end, seen from side A.

    It goes to its centre, an edge, the hinge edge, or to the line of a king: its face toward the opening, past the jacks.

    `shares` says that it was asked to share studs with the opening beside it.
    """

    measured_from: WallEnd = "left"
    to: To = "centre"
    distance: Annotated[LengthText | None, Of("position")] = None
    shares: bool = False


class Rules(Model):
    """House rules settled at one level; what is left out falls to the level above, at last to the default."""

    hinge_gap: Annotated[LengthText | None, Of("gap")] = None
    strike_gap: Annotated[LengthText | None, Of("gap")] = None
    meeting_gap: Annotated[LengthText | None, Of("gap")] = None
    head_gap: Annotated[LengthText | None, Of("gap")] = None
    floor_gap: Annotated[LengthText | None, Of("gap")] = None
    paint_gap: Annotated[LengthText | None, Of("gap")] = None
    leg_thickness: Annotated[LengthText | None, Of("frame_thickness")] = None
    kit_gap: Annotated[LengthText | None, Of("gap")] = None
    trench_depth: Annotated[LengthText | None, Of("small")] = None
    horn: Annotated[LengthText | None, Of("small")] = None
    rabbet_depth: Annotated[LengthText | None, Of("small")] = None
    rip_planing: Annotated[LengthText | None, Of("small")] = None
    stop_thickness: Annotated[LengthText | None, Of("small")] = None
    setback: Annotated[LengthText | None, Of("small")] = None
    casing_overhang: Annotated[LengthText | None, Of("small")] = None
    casing_cover: Annotated[LengthText | None, Of("small")] = None
    depth_over_wall: Annotated[LengthText | None, Of("small")] = None
    side_shim: Annotated[LengthText | None, Of("shim_space")] = None
    head_shim: Annotated[LengthText | None, Of("shim_space")] = None
    add_width: Annotated[LengthText | None, Of("add")] = None
    add_height: Annotated[LengthText | None, Of("add")] = None
    least_side_play: Annotated[LengthText | None, Of("gap")] = None
    most_side_play: Annotated[LengthText | None, Of("shim_space")] = None
    stud_lean: Annotated[LengthText | None, Of("small")] = None
    lean_margin: Annotated[LengthText | None, Of("small")] = None
    plate_thickness: Annotated[LengthText | None, Of("plate")] = None
    stud_thickness: Annotated[LengthText | None, Of("stud")] = None
    stud_depth: Annotated[LengthText | None, Of("stud_depth")] = None
    stud_spacing: Annotated[LengthText | None, Of("spacing")] = None
    layout_offset: Annotated[LengthText | None, Of("position")] = None
    knob_room: Annotated[LengthText | None, Of("small")] = None
    hinge_top: Annotated[LengthText | None, Of("small")] = None
    hinge_bottom: Annotated[LengthText | None, Of("height")] = None
    hinge_length: Annotated[LengthText | None, Of("small")] = None
    long_screw: Annotated[LengthText | None, Of("small")] = None
    latch: Annotated[LengthText | None, Of("height")] = None
    sill_gap: Annotated[LengthText | None, Of("gap")] = None
    weather_gap: Annotated[LengthText | None, Of("gap")] = None
    seal: Annotated[LengthText | None, Of("gap")] = None
    steel_add_width: Annotated[LengthText | None, Of("add")] = None
    steel_add_height: Annotated[LengthText | None, Of("add")] = None
    steel_sheet: Annotated[LengthText | None, Of("small")] = None
    steel_throat_over: Annotated[LengthText | None, Of("gap")] = None
    steel_foot_screw: Annotated[LengthText | None, Of("small")] = None
    screw_embed: Annotated[LengthText | None, Of("small")] = None
    pocket_width_add: Annotated[LengthText | None, Of("add")] = None
    pocket_set_above: Annotated[LengthText | None, Of("gap")] = None
    pocket_head_stack: Annotated[LengthText | None, Of("add")] = None
    pocket_min_head: Annotated[LengthText | None, Of("add")] = None
    pocket_track_short: Annotated[LengthText | None, Of("small")] = None
    pocket_rail_short: Annotated[LengthText | None, Of("small")] = None
    pocket_bumper: Annotated[LengthText | None, Of("small")] = None
    pocket_hanger_drop: Annotated[LengthText | None, Of("gap")] = None
    pocket_hanger_edge: Annotated[LengthText | None, Of("small")] = None
    pocket_jamb_gap: Annotated[LengthText | None, Of("gap")] = None
    pocket_head_lap: Annotated[LengthText | None, Of("gap")] = None
    split_stud: Annotated[LengthText | None, Of("small")] = None
    split_space: Annotated[LengthText | None, Of("spacing")] = None
    split_leaf: Annotated[LengthText | None, Of("leaf_width")] = None
    finish_fixing_keep: Annotated[LengthText | None, Of("gap")] = None
    bumper_height: Annotated[LengthText | None, Of("height")] = None
    foot_plate: Annotated[LengthText | None, Of("small")] = None
    concrete_embed: Annotated[LengthText | None, Of("small")] = None
    wood_embed: Annotated[LengthText | None, Of("small")] = None
    side_overlap: Annotated[LengthText | None, Of("small")] = None
    top_overlap: Annotated[LengthText | None, Of("small")] = None
    open_clearance: Annotated[LengthText | None, Of("small")] = None
    hole_above_slab: Annotated[LengthText | None, Of("small")] = None
    hanger_edge: Annotated[LengthText | None, Of("small")] = None
    wheel_radius: Annotated[LengthText | None, Of("small")] = None
    stop_length: Annotated[LengthText | None, Of("small")] = None
    track_half: Annotated[LengthText | None, Of("small")] = None
    lift_on: Annotated[LengthText | None, Of("small")] = None
    track_offset: Annotated[LengthText | None, Of("small")] = None
    track_spacer: Annotated[LengthText | None, Of("small")] = None
    standoff_clear: Annotated[LengthText | None, Of("gap")] = None
    track_hole_first: Annotated[LengthText | None, Of("small")] = None
    track_hole_spacing: Annotated[LengthText | None, Of("spacing")] = None
    hole_on_stud: Annotated[LengthText | None, Of("gap")] = None
    hole_apart: Annotated[LengthText | None, Of("small")] = None
    fix_every: Annotated[LengthText | None, Of("spacing")] = None
    fix_end: Annotated[LengthText | None, Of("small")] = None
    guide_length: Annotated[LengthText | None, Of("small")] = None
    guide_thickness: Annotated[LengthText | None, Of("small")] = None
    guide_height: Annotated[LengthText | None, Of("small")] = None
    groove_play: Annotated[LengthText | None, Of("gap")] = None
    groove_extra: Annotated[LengthText | None, Of("gap")] = None
    groove_pass: Annotated[LengthText | None, Of("gap")] = None
    pull_height: Annotated[LengthText | None, Of("height")] = None
    bypass_overlap: Annotated[LengthText | None, Of("small")] = None
    bypass_track: Annotated[LengthText | None, Of("small")] = None
    plumb_tolerance: Annotated[LengthText | None, Of("gap")] = None
    shim_tip: Annotated[LengthText | None, Of("gap")] = None
    shim_butt: Annotated[LengthText | None, Of("gap")] = None
    shim_length: Annotated[LengthText | None, Of("shim_length")] = None
    squeeze: Annotated[LengthText | None, Of("gap")] = None
    straight: Annotated[LengthText | None, Of("gap")] = None
    latch_station: Annotated[LengthText | None, Of("small")] = None
    foot_station: Annotated[LengthText | None, Of("small")] = None
    leaf_trim_most: Annotated[LengthText | None, Of("gap")] = None
    floor_gap_least: Annotated[LengthText | None, Of("gap")] = None
    lean_split: Annotated[LengthText | None, Of("gap")] = None
    casing_hides: Annotated[LengthText | None, Of("gap")] = None
    gap_tolerance: Annotated[LengthText | None, Of("gap")] = None
    move_most: Annotated[LengthText | None, Of("gap")] = None
    king_filler: Annotated[LengthText | None, Of("small")] = None
    service_clear: Annotated[LengthText | None, Of("small")] = None
    bypass_between: Annotated[LengthText | None, Of("gap")] = None
    school: School | None = None


class RuleLevels(Model):
    """House rules of the crew and of the job; an opening's own stand in the opening."""

    crew: Rules = Field(default_factory=Rules)
    job: Rules = Field(default_factory=Rules)


class Fitting(Model):
    """A switch, socket, vent or pipe on a side of the wall: its middle from the left end, and its height."""

    what: Name = ""
    at: Annotated[LengthText | None, Of("position")] = None
    height: Annotated[LengthText | None, Of("height")] = None
    side: Side = "A"


class WallService(Model):
    """A wire, pipe or duct found in a standing wall: it runs from `at` to `to` along it, and from `low` up to `high`.

    Without `to` it goes straight up at `at`; without heights over the whole wall. `fixed` says that it cannot be moved.
    """

    what: Name = ""
    at: Annotated[LengthText | None, Of("position")] = None
    to: Annotated[LengthText | None, Of("position")] = None
    low: Annotated[LengthText | None, Of("height")] = None
    high: Annotated[LengthText | None, Of("height")] = None
    fixed: bool = False


class Wall(Model):
    """A timber stud wall seen from side A. Height is from the rough floor to the underside of the top plates.

    `storey` groups walls whose heads line up; `left_corner` and `right_corner` say whether another wall meets this one there;
    `fittings` what is on it. Under a ceiling that slopes along it, `height` is at the left end and `height_right` at the right.
    Of a standing wall, `studs_found` are the centres of its studs from the left end, `services` what runs in it, and
    `plate_on` what its bottom plate stands on.
    """

    name: Name = ""
    storey: Name = ""
    height: Annotated[LengthText | None, Of("wall_height")] = None
    length: Annotated[LengthText | None, Of("wall_length")] = None
    plate_thickness: Annotated[LengthText | None, Of("plate")] = None
    stud_thickness: Annotated[LengthText | None, Of("stud")] = None
    stud_depth: Annotated[LengthText | None, Of("stud_depth")] = None
    stud_spacing: Annotated[LengthText | None, Of("spacing")] = None
    layout_from: WallEnd = "left"
    layout_offset: Annotated[LengthText | None, Of("position")] = None
    finish_a: Annotated[LengthText | None, Of("finish")] = None
    finish_b: Annotated[LengthText | None, Of("finish")] = None
    bearing: Bearing = "unknown"
    existing: bool = False
    left_corner: WallCorner = "open"
    right_corner: WallCorner = "open"
    fittings: Annotated[list[Fitting], Field(max_length=40)] = Field(default_factory=list)
    height_right: Annotated[LengthText | None, Of("wall_height")] = None
    studs_found: Annotated[list[Stud], Field(max_length=80)] | None = None
    services: Annotated[list[WallService], Field(max_length=40)] = Field(default_factory=list)
    plate_on: PlateOn = "deck"


class CutIn(Model):
    """A new hole cut into a standing wall, when `asked`: from the left end its left edge at `least`, its right edge at `most`.

    `wanted` is where its centre is wanted. `support` is the temporary support while studs are cut, and `support_by` who gave it.
    """

    asked: bool = False
    least: Annotated[LengthText | None, Of("position")] = None
    most: Annotated[LengthText | None, Of("position")] = None
    wanted: Annotated[LengthText | None, Of("position")] = None
    support: Text = ""
    support_by: Name = ""


class DeliveredUnit(Model):
    """The unit that was delivered: width over the backs of its legs, and its legs from head to foot."""

    outside_width: Annotated[LengthText | None, Of("leaf_width")] = None
    leg_length: Annotated[LengthText | None, Of("leaf_height")] = None


class Setting(Model):
    """How the frame is set (TRADE 14-16). `slide` is where it was pushed to, from the slot's end at the hinge stud.

    `cut_hinge` and `cut_strike` are the legs as they were cut; `opens` the angle the leaf opens to, in
    degrees; `later_floor` what is laid on the swing side after the door hangs.
    """

    school: SetSchool = "centred"
    slide: Annotated[LengthText | None, Of("small")] = None
    packing: Packing = "tapered"
    foot_station: bool = False
    lean: LeanSchool = "auto"
    legs: LegSchool = "plumb"
    nailing: Nailing = "top_down"
    hinge_by: HingeBy = "level"
    strike_by: StrikeBy = "leaf"
    cut_hinge: Annotated[LengthText | None, Of("leaf_height")] = None
    cut_strike: Annotated[LengthText | None, Of("leaf_height")] = None
    one_side: bool = False
    opens: Annotated[int, Field(ge=30, le=180)] = 90
    later_floor: Annotated[LengthText | None, Of("layer")] = None
    latch: Latch = "not_tried"


class Reading(Model):
    """One reading. A place read along a level takes "1/4 in 4 ft", "3 mm per m" or "0.4 deg"; the others a length.

    `over` is the length of a straightedge shorter than the whole; `at` the height of a width or twist, or a bump's
    distance from the hinges; `toward` which way it goes. Later readings of a place stand beside earlier ones.
    """

    place: Place
    value: Annotated[str, Field(min_length=1, max_length=40)]
    over: Annotated[LengthText | None, Of("position")] = None
    toward: Toward | None = None
    at: Annotated[LengthText | None, Of("position")] = None
    angle: Annotated[int, Field(ge=0, le=180)] = 0


MOST_READINGS = 120  # that may count at one opening


class Survey(Model):
    """The readings that count: what was corrected since is left out."""

    # more than are taken, so that no reading that was ever kept makes its opening unreadable
    readings: Annotated[list[Reading], Field(max_length=2 * MOST_READINGS)] = Field(default_factory=list)


class CutPiece(Model):
    """A piece that was cut: the figure of the cut list, the length it got, and the day."""

    figure: Name
    length: Annotated[LengthText, Of("cut")]
    when: Name = ""


class Neighbour(Model):
    """Another opening of the wall: its mark, and its rough opening and framing from the wall's left end."""

    mark: Name = ""
    low: Annotated[LengthText, Of("position")]
    high: Annotated[LengthText, Of("position")]
    framing_low: Annotated[LengthText, Of("position")]
    framing_high: Annotated[LengthText, Of("position")]
    shares: bool = False


class Opening(Model):
    """One opening: what hangs in it, what it stands on, how it is sized and where it is."""

    mark: Annotated[str, Field(max_length=20)] = ""
    room: Name = ""
    door: Door = Field(default_factory=Door)
    frame: Frame = Field(default_factory=Frame)
    floors: Floors = Field(default_factory=Floors)
    school: School | None = None
    head_line: Annotated[LengthText | None, Of("height")] = None
    head_gain: HeadGain = "raise"
    add_from: AddFrom = "rough_floor"
    casing: Casing = Field(default_factory=Casing)
    header: Header = Field(default_factory=Header)
    position: Position = Field(default_factory=Position)
    cut_in: CutIn = Field(default_factory=CutIn)
    rules: Rules = Field(default_factory=Rules)
    unit: DeliveredUnit = Field(default_factory=DeliveredUnit)
    setting: Setting = Field(default_factory=Setting)
    note: Annotated[str, Field(max_length=2000)] = ""


class Show(Model):
    """How results are shown: the tape, the words, and how far a slab is slid open where it is drawn. Changes no plan."""

    unit: Unit | None = None
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region = "north_america"
    slab_at: Annotated[LengthText | None, Of("position")] = None


class Document(Model):
    """A whole opening document. `unit` reads bare numbers and chooses the habit whose defaults apply."""

    format: Literal["jambo-opening/1"] = FORMAT  # type: ignore[assignment]
    unit: Unit
    show: Show = Field(default_factory=Show)
    rules: RuleLevels = Field(default_factory=RuleLevels)
    floors: JobFloors = Field(default_factory=list)
    wall: Wall = Field(default_factory=Wall)
    opening: Opening = Field(default_factory=Opening)
    beside: Annotated[list[Neighbour], Field(max_length=100)] = Field(default_factory=list)
    survey: Survey = Field(default_factory=Survey)
    cuts: Annotated[list[CutPiece], Field(max_length=60)] = Field(default_factory=list)


class Job(Model):
    """A job: its name, the crew's habit, tape and words, the house rules settled for it, and its floors."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Text = ""
    work: Literal["new", "renovation"] = "new"
    unit: Unit = "in"
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region = "north_america"
    rules: Rules = Field(default_factory=Rules)
    floors: JobFloors = Field(default_factory=list)
