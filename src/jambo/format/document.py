"""The open JSON format of one opening, `jambo-opening/1`: its shape. docs/FORMAT.md explains it.

Lengths stay as they were written until `facts.read` turns them into exact facts, so a stored document keeps
what the carpenter typed. Every field is optional: an opening grows as facts become known.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from jambo.core.facts.casing import Casing as CasingFacts
from jambo.core.facts.cut_in import CutIn as CutInFacts
from jambo.core.facts.floors import FloorSaid, Under
from jambo.core.facts.frame import FrameFacts
from jambo.core.facts.hardware import Lockset
from jambo.core.facts.leaf import HandLabel, HingeSide, Side, Stops
from jambo.core.facts.leaf import InHand as InHandFacts
from jambo.core.facts.leaf import Leaf as LeafFacts
from jambo.core.facts.opening import AddFrom, DoorKind, HeadGain, LeadsTo, Method
from jambo.core.facts.opening import Stays as StaysFacts
from jambo.core.facts.placing import Header as HeaderFacts
from jambo.core.facts.placing import Placing, To
from jambo.core.facts.readings import Place, TapedFrom, Toward
from jambo.core.facts.setting import Delivered
from jambo.core.facts.setting import Setting as SettingFacts
from jambo.core.facts.wall import EndKind as WallCorner
from jambo.core.facts.wall import StandingFloor, WallEnd
from jambo.core.facts.wall import Wall as WallFacts
from jambo.core.kinds.bypass.facts import Bypass as BypassFacts
from jambo.core.kinds.cased.facts import Cased as CasedFacts
from jambo.core.kinds.face_slider.facts import Slider as SliderFacts
from jambo.core.kinds.pocket.facts import PocketKit
from jambo.core.planning.work import Trade, WorkKind
from jambo.core.quantities.tape import Unit
from jambo.core.rules import RULES
from jambo.core.stock.problem import Goal
from jambo.core.words.lists import Region
from jambo.format.dates import Moment
from jambo.format.declared import LengthText, Model, Of, Price, lengths_model, model_of, picked
from jambo.format.plan import MOST_DRYING, PlanPerson

FORMAT = "jambo-opening/1"


Text = Annotated[str, Field(max_length=200)]


Name = Annotated[str, Field(max_length=80)]
Gauge = Annotated[str, Field(max_length=12)]


FloorKey = Annotated[
    str, Field(min_length=1, max_length=40, pattern="^[a-z0-9-]+$", description="Small letters, digits and hyphens.")
]


Mass = Annotated[
    str,
    Field(max_length=40, description='A weight such as "82 lb" or "37 kg"; a bare number is in lb or kg by the unit.'),
]


class Leaf(model_of(LeafFacts)):  # type: ignore[misc]
    """One leaf, actual size. A call-out such as "2668" as the width gives the height too."""


class MarkOnLeaf(Model):
    """Where something of a leaf in hand is from its top, or of a steel frame from its head."""

    at: Annotated[LengthText | None, Of("height")] = None


class InHand(model_of(InHandFacts)):  # type: ignore[misc]
    """A swing leaf that is there: its core, its real size, its mortises, what may come off its bottom.

    Of a pair `in_hand` is the active leaf and `in_hand_fixed` the other. `hinges` are from its top to the top of each hinge, `latch` to the latch's middle;
    `hinge_count` is how many there are where nobody measured their places.
    """

    hinge_count: Annotated[int, Field(ge=2, le=5)] | None = None
    hinges: Annotated[list[MarkOnLeaf], Field(max_length=5)] = Field(default_factory=list)


class Hardware(model_of(Lockset)):  # type: ignore[misc]
    """Corners of hinges, latch plate and their mortises, and the leaf thicknesses the lock or bolt is made for."""


class InZone(Model):
    """Something found in a pocket's zone, and whether it has been moved."""

    what: Name = ""
    moved: bool = False


class Pocket(model_of(PocketKit)):  # type: ignore[misc]
    """A pocket kit as its sheet has it; what is left out is a house rule. `source` says which sheet.

    `gap` is the floor gap wanted instead of the kit's own; `leaf_width` the leaf the kit is made for; `found` what is in
    the zone both leaf widths need; `looked` says that it was looked into.
    """

    name: Name = ""
    source: Text = ""
    found: Annotated[list[InZone], Field(max_length=12)] = Field(default_factory=list)


class Lean(Model):
    """How far the wall's face stands forward of plumb, or back, at a height above the finished floor.

    `by` may be a slope such as "3/4 in 6 ft": the face falls straight from the track's line then, and `at` may be left out.
    """

    at: Annotated[LengthText | None, Of("height")] = None
    by: Annotated[LengthText | None, Of("wall_lean")] = None
    toward: Literal["slab", "wall"] = "slab"


class Stud(Model):
    """The centre of a stud found behind the track, from the wall end the opening's place is measured from."""

    at: Annotated[LengthText | None, Of("position")] = None


class Beside(Model):
    """A switch, vent, casing or corner beside the opening: how far from the opening's edge it starts."""

    what: Name = ""
    distance: Annotated[LengthText | None, Of("position")] = None


class Slider(model_of(SliderFacts)):  # type: ignore[misc]
    """A face slider's track and hardware as their sheet has them, and the wall it hangs on; the rest are house rules.

    A slab in hand has `slab_width` and `slab_height`; its thickness is its leaf's. Heights are above the finished floor
    on the side it hangs. `studs` are positions that were found, never assumed.
    """

    name: Name = ""
    source: Text = ""
    rating: Mass | None = None
    studs: Annotated[list[Stud], Field(max_length=40)] | None = None
    lean: Annotated[list[Lean], Field(max_length=12)] = Field(default_factory=list)
    beside: Annotated[list[Beside], Field(max_length=12)] = Field(default_factory=list)


class Bypass(model_of(BypassFacts)):  # type: ignore[misc]
    """Leaves that pass each other in one opening; `leaf_width` and `leaf_height` are those of leaves in hand."""

    count: Annotated[int, Field(ge=2, le=4)] = 2


class Cased(model_of(CasedFacts)):  # type: ignore[misc]
    """An opening without a leaf of ours: `sheet_width` and `sheet_height` are the rough opening by the sheet of a folding door's maker,
    `source` says whose. It is `by_maker` even before those are known; else it is lined and cased at its finished size.
    """

    source: Text = ""
    by_maker: bool = False


class Door(Model):
    """What hangs. Facts that belong to another kind are kept and do not count, so that a kind can be changed and back.

    Handing is physical: `hinge_side` as seen from side A, and the side a swing leaf opens to. Of a swing pair the first
    leaf is the active one, and `hinge_side` is its side. Pocket leaves and slabs open toward `slides_to`; of two, the
    first does. `opening_width` and `opening_height` are the finished opening of a face slider, of bypass leaves, or of one without a leaf.
    """

    kind: DoorKind = "swing"
    leaves: Annotated[list[Leaf], Field(min_length=1, max_length=2)] = Field(default_factory=lambda: [Leaf()])
    hinge_side: HingeSide = "left"
    opens_to: Side = "A"
    outside: Side = "A"
    slides_to: HingeSide = "right"
    leads_to: LeadsTo = "inside"
    delivered_hand: HandLabel | None = None
    delivered_stops: Stops | None = None
    mass: Mass | None = None
    glass: bool = False
    fire_rated: bool = False
    fire_minutes: Annotated[int, Field(ge=10, le=240)] | None = None
    opening_width: Annotated[LengthText | None, Of("opening_width")] = None
    opening_height: Annotated[LengthText | None, Of("opening_height")] = None
    in_hand: InHand = Field(default_factory=InHand)
    in_hand_fixed: InHand = Field(default_factory=InHand)
    hardware: Hardware = Field(default_factory=Hardware)
    pocket: Pocket = Field(default_factory=Pocket)
    slider: Slider = Field(default_factory=Slider)
    bypass: Bypass = Field(default_factory=Bypass)
    cased: Cased = Field(default_factory=Cased)


class Frame(model_of(FrameFacts)):  # type: ignore[misc]
    """A frame. Facts that belong to another kind are kept and do not count, so that a kind can be changed and back.

    `flat_jamb`: head over legs. `lining_kit`: legs in the head's trenches; `kit_width_1` and `kit_width_2` are the leaf
    widths its trench spacings serve. `rabbeted`: legs past the head, with a `leaf_rebate` in them. `split_jamb`: two halves for walls between
    `wall_least` and `wall_most`. `steel_wrap`: wraps the finished wall, `throat` and `source` from its sheet.
    `outside_sill`: on a sill of `sill_thickness`, the legs on it or beside it. A steel frame is ordered by `nominal_width` and
    `nominal_height`; `pockets` are its own hinge pockets and `strike_pocket` its latch's, from its head.
    """

    name: Name = ""
    source: Text = ""
    gauge: Name = ""
    anchors: Name = ""
    pockets: Annotated[list[MarkOnLeaf], Field(max_length=5)] = Field(default_factory=list)


class Layer(Model):
    """One layer of a floor. `allowance` is the reason why its thickness is not settled yet."""

    name: Name = ""
    thickness: Annotated[LengthText | None, Of("layer")] = None
    allowance: Annotated[str, Field(max_length=120)] | None = None


class FloorIs(model_of(FloorSaid)):  # type: ignore[misc]
    """What a floor is for the gap over it: hard, carpet with a pile over its layers, or one a room takes its air over."""


class FloorType(FloorIs):
    """A floor of the job, used by any number of openings: its layers on the rough floor, lowest first.

    `key` is what openings name it by; it stays when the floor is renamed.
    """

    key: FloorKey
    name: Name = ""
    layers: Annotated[list[Layer], Field(max_length=8)] = Field(default_factory=list)


JobFloors = Annotated[list[FloorType], Field(max_length=60)]


class Floors(Model):
    """Layers on the rough floor of each side, lowest first. [] is a bare floor; leave a side out while unknown.

    `a_from` and `b_from` name a floor of the job; the side's own layers, and what it is, are kept then and do not count.
    Legs on the finished floor stand beside a strip unless `strip_under_legs`.
    """

    a: Annotated[list[Layer], Field(max_length=8)] | None = None
    b: Annotated[list[Layer], Field(max_length=8)] | None = None
    a_from: FloorKey | None = None
    b_from: FloorKey | None = None
    under: Under | None = None
    a_is: FloorIs = Field(default_factory=FloorIs)
    b_is: FloorIs = Field(default_factory=FloorIs)
    strip: Annotated[LengthText | None, Of("layer")] = None
    strip_under_legs: bool = False


class Casing(model_of(CasingFacts)):  # type: ignore[misc]
    """The casing of both sides; without a width it is not figured. `none` says that this opening gets none, whatever is usual."""

    none: bool = False


class Header(model_of(HeaderFacts)):  # type: ignore[misc]
    """The header and the studs under it. `source` says who gave its size."""

    source: Text = ""
    plies: Annotated[int, Field(ge=2, le=4)] = 2
    jacks: Annotated[int, Field(ge=1, le=4)] = 1
    kings: Annotated[int, Field(ge=1, le=4)] = 1


class Position(model_of(Placing)):  # type: ignore[misc]
    """Where the opening stands: a distance from the wall's left or right end, seen from side A.

    It goes to its centre, an edge, the hinge edge, or to the line of a king: its face toward the opening, past the jacks.

    `shares` says that it was asked to share studs with the opening beside it.
    """

    measured_from: WallEnd = "left"
    to: To = "centre"


class Rules(lengths_model("RuleLengths", {name: rule.kind for name, rule in RULES.items()})):  # type: ignore[misc]
    """House rules settled at one level; what is left out falls to the level above, at last to the default."""

    school: Method | None = None


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

    Without `to` it goes straight up at `at`; without heights over the whole wall. Its heights are `taped_from` the rough floor or a
    finished one. `fixed` says that it cannot be moved.
    """

    what: Name = ""
    at: Annotated[LengthText | None, Of("position")] = None
    to: Annotated[LengthText | None, Of("position")] = None
    low: Annotated[LengthText | None, Of("height")] = None
    high: Annotated[LengthText | None, Of("height")] = None
    taped_from: StandingFloor = "rough_floor"
    fixed: bool = False


class Wall(model_of(WallFacts)):  # type: ignore[misc]
    """A stud wall seen from side A, of timber or of steel of a `gauge`. `height_by` says what its height is: from the rough floor to the underside of the top
    plates, the length of a full stud, or over all to the top of the top plates.

    `storey` groups walls whose heads line up; `left_corner` and `right_corner` say whether another wall meets this one there;
    `fittings` what is on it. Under a ceiling that slopes along it, `height` is at the left end and `height_right` at the right.
    Of a standing wall, `studs_found` are the centres of its studs from the left end, `services` what runs in it, and
    `plate_on` what its bottom plate stands on.
    """

    name: Name = ""
    storey: Name = ""
    left_corner: WallCorner = "open"
    right_corner: WallCorner = "open"
    top_plates: Annotated[int, Field(ge=1, le=4)] = 2
    bottom_plates: Annotated[int, Field(ge=1, le=3)] = 1
    gauge: Gauge = ""
    fittings: Annotated[list[Fitting], Field(max_length=40)] = Field(default_factory=list)
    studs_found: Annotated[list[Stud], Field(max_length=80)] | None = None
    services: Annotated[list[WallService], Field(max_length=40)] = Field(default_factory=list)


class CutIn(model_of(CutInFacts)):  # type: ignore[misc]
    """A new hole cut into a standing wall, when `asked`: from the left end its left edge at `least`, its right edge at `most`.

    `wanted` is where its centre is wanted. `support` is the temporary support while studs are cut, and `support_by` who gave it.
    """

    asked: bool = False
    support: Text = ""
    support_by: Name = ""


class Stays(model_of(StaysFacts)):  # type: ignore[misc]
    """What stays of a standing opening: an old frame that comes `out` or `none`; casing `new`, `saved` and put back, or one that `stays` up."""


class DeliveredUnit(model_of(Delivered)):  # type: ignore[misc]
    """The unit that was delivered: width over the backs of its legs, and its legs from head to foot."""


class Setting(model_of(SettingFacts)):  # type: ignore[misc]
    """How the frame is set (handbook 14-16). `slide` is where it was pushed to, from the slot's end at the hinge stud.

    `cut_hinge` and `cut_strike` are the legs as they were cut; `opens` the angle the leaf opens to, in
    degrees; `later_floor` what is laid on the swing side after the door hangs.
    """

    opens: Annotated[int, Field(ge=30, le=180)] = 90


class Reading(Model):
    """One reading. A place read along a level takes "1/4 in 4 ft", "3 mm per m" or "0.4 deg"; the others a length.

    `over` is the length of a straightedge shorter than the whole; `at` the height of a width or twist, or a bump's
    distance from the hinges; `toward` which way it goes. A height is `taped_from` the rough floor, a finished floor that stays, or the
    storey's level line. Later readings of a place stand beside earlier ones.
    """

    place: Place
    value: Annotated[str, Field(min_length=1, max_length=40)]
    over: Annotated[LengthText | None, Of("position")] = None
    toward: Toward | None = None
    at: Annotated[LengthText | None, Of("position")] = None
    angle: Annotated[int, Field(ge=0, le=180)] = 0
    taped_from: TapedFrom = "rough_floor"


MOST_READINGS = 120  # that may count at one opening


class Survey(Model):
    """The readings that count: what was corrected since is left out."""

    # more than are taken, so that no reading that was ever kept makes its opening unreadable
    readings: Annotated[list[Reading], Field(max_length=2 * MOST_READINGS)] = Field(default_factory=list)


class CutPiece(Model):
    """A piece that was cut: the figure of the cut list, the length it got, and the day; `framed` where the opening is framed,
    `set` where its frame is set or signed off."""

    figure: Name
    length: Annotated[LengthText, Of("cut")]
    when: Name = ""
    framed: bool = False
    set: bool = False


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
    school: Method | None = None
    head_line: Annotated[LengthText | None, Of("height")] = None
    head_gain: HeadGain = "raise"
    add_from: AddFrom = "rough_floor"
    casing: Casing = Field(default_factory=Casing)
    header: Header = Field(default_factory=Header)
    position: Position = Field(default_factory=Position)
    cut_in: CutIn = Field(default_factory=CutIn)
    stays: Stays = Field(default_factory=Stays)
    rules: Rules = Field(default_factory=Rules)
    unit: DeliveredUnit = Field(default_factory=DeliveredUnit)
    setting: Setting = Field(default_factory=Setting)
    note: Annotated[str, Field(max_length=2000)] = ""


_OF_WALLS = (
    "studs", "gauge", "height", "height_by", "top_plates", "bottom_plates", "plate_thickness", "stud_thickness", "stud_depth", "stud_spacing",
    "finish_a", "finish_b",
)  # fmt: skip
_OF_HEADERS = ("depth", "buck", "make_up", "plies", "ply", "packing", "jacks", "kings")


class UsualWall(picked("UsualWallSaid", Wall, *_OF_WALLS)):  # type: ignore[misc]
    """What the walls of a job have in common. Whether one carries load is said of each wall alone."""


class UsualHeader(picked("UsualHeaderSaid", Header, *_OF_HEADERS)):  # type: ignore[misc]
    """The usual header. Who gave its size is said of each opening alone."""


class UsualFloors(picked("UsualFloorsSaid", Floors, "a_from", "b_from")):  # type: ignore[misc]
    """The floors of the job that the sides of its openings usually stand on."""


class UsualFrame(picked("UsualFrameSaid", Frame, *Frame.model_fields)):  # type: ignore[misc]
    """The usual frame. It stands in where an opening has the same kind of frame, or says none."""


class UsualCasing(picked("UsualCasingSaid", Casing, "width", "corner", "thickness")):  # type: ignore[misc]
    """The usual casing."""


class UsualLeaf(picked("UsualLeafSaid", Leaf, "thickness")):  # type: ignore[misc]
    """The usual leaf: its thickness. Its size is said of each opening alone."""


class UsualHardware(picked("UsualHardwareSaid", Hardware, *Hardware.model_fields)):  # type: ignore[misc]
    """The usual corners of hinges, latch plates and mortises, and the leaf thicknesses the locks are made for."""


class Usual(Model):
    """What is usual in a job: it stands in for what an opening and its wall do not say themselves."""

    wall: UsualWall = Field(default_factory=UsualWall)
    header: UsualHeader = Field(default_factory=UsualHeader)
    floors: UsualFloors = Field(default_factory=UsualFloors)
    frame: UsualFrame = Field(default_factory=UsualFrame)
    casing: UsualCasing = Field(default_factory=UsualCasing)
    leaf: UsualLeaf = Field(default_factory=UsualLeaf)
    hardware: UsualHardware = Field(default_factory=UsualHardware)


class Show(Model):
    """How results are shown: the tape, the words, how far a slab is slid open where it is drawn, and what the story pole is read from. Changes no
    plan."""

    unit: Unit | None = None
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region = "north_america"
    slab_at: Annotated[LengthText | None, Of("position")] = None
    heights: TapedFrom = "rough_floor"


class Document(Model):
    """A whole opening document. `unit` reads bare numbers and chooses the habit whose defaults apply."""

    format: Literal["jambo-opening/1"] = FORMAT  # type: ignore[assignment]
    unit: Unit
    show: Show = Field(default_factory=Show)
    rules: RuleLevels = Field(default_factory=RuleLevels)
    floors: JobFloors = Field(default_factory=list)
    usual: Usual = Field(default_factory=Usual)
    wall: Wall = Field(default_factory=Wall)
    opening: Opening = Field(default_factory=Opening)
    beside: Annotated[list[Neighbour], Field(max_length=100)] = Field(default_factory=list)
    survey: Survey = Field(default_factory=Survey)
    cuts: Annotated[list[CutPiece], Field(max_length=60)] = Field(default_factory=list)


class StockAt(Model):
    """A length of stock that can be bought, and its price where it is known."""

    length: Annotated[LengthText | None, Of("stick")] = None
    price: Price | None = None


class StockOf(Model):
    """What a section comes in: `section` is its thickness and width in millimetres, such as "38.1x88.9"; "-" for one nobody said."""

    section: Annotated[str, Field(max_length=40, pattern=r"^(\d+(\.\d+)?|-)x(\d+(\.\d+)?|-)$")]
    lengths: Annotated[list[StockAt], Field(max_length=40)] = Field(default_factory=list)


class Cutting(Model):
    """How a job's timber is bought and cut: the goal, the word for its money, and what sections come in other than by habit."""

    goal: Goal | None = None
    currency: Annotated[str, Field(max_length=8)] = ""
    stock: Annotated[list[StockOf], Field(max_length=80)] = Field(default_factory=list)


class TradeDay(Model):
    """When another trade comes (`at`) and when it is done (`done`); both left out while nobody knows. No rooms: all of them."""

    trade: Trade
    at: Moment | None = None
    done: Moment | None = None
    rooms: Annotated[list[Name], Field(max_length=60)] = Field(default_factory=list)


class NotBefore(Model):
    """A piece of work of an opening (by its number) that the crew does not begin before a moment, though it could."""

    opening: Annotated[int, Field(ge=1)]
    work: WorkKind
    at: Moment


class Drying(Model):
    """How many minutes by the clock what was done in a work dries before the next work of that opening begins."""

    work: WorkKind
    minutes: Annotated[int, Field(ge=1, le=MOST_DRYING)]


MOST_IN_CREW = 20


class Crew(Model):
    """Who works on a job, when other trades come, what is put off, what dries how long, and the zone its clock is in; "" for that of the machine."""

    people: Annotated[list[PlanPerson], Field(max_length=MOST_IN_CREW)] = Field(default_factory=list)
    trades: Annotated[list[TradeDay], Field(max_length=60)] = Field(default_factory=list)
    put_off: Annotated[list[NotBefore], Field(max_length=500)] = Field(default_factory=list)
    dries: Annotated[list[Drying], Field(max_length=6)] = Field(default_factory=list)
    zone: Annotated[str, Field(max_length=60, pattern=r"^[A-Za-z0-9_+\-/]*$")] = ""

    def trades_in(self, room: str) -> list[TradeDay]:
        """When other trades come to a room: what is told of it by name, else what is told of the whole job."""
        named = {day.trade for day in self.trades if room in day.rooms}
        return [day for day in self.trades if room in day.rooms or (not day.rooms and day.trade not in named)]


class LevelLine(Model):
    """A storey's level line, set once: how high `over` the floor at which `place`."""

    storey: Name = ""
    over: Annotated[LengthText | None, Of("height")] = None
    place: Name = ""


class Job(Model):
    """A job: its name, the crew's habit, tape and words, the house rules settled for it, its floors, what is usual in it, how its
    timber is cut, and who works on it."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Text = ""
    work: Literal["new", "renovation"] = "new"
    unit: Unit = "in"
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region = "north_america"
    rules: Rules = Field(default_factory=Rules)
    floors: JobFloors = Field(default_factory=list)
    level_lines: Annotated[list[LevelLine], Field(max_length=20)] = Field(default_factory=list)
    usual: Usual = Field(default_factory=Usual)
    cutting: Cutting = Field(default_factory=Cutting)
    crew: Crew = Field(default_factory=Crew)
