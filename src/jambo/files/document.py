"""The open JSON format of one opening, `jambo-opening/1`: its shape. docs/FORMAT.md explains it.

Lengths stay as they were written until `facts.read` turns them into exact facts, so a stored document keeps
what the carpenter typed. Every field is optional: an opening grows as facts become known.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field

from jambo.core.door.frame import FrameKind, StandsOn
from jambo.core.door.leaf import HingeSide, Side
from jambo.core.opening.floors import Under
from jambo.core.opening.framing import Bearing, To, WallEnd
from jambo.core.opening.swing import AddFrom, School
from jambo.core.tape import Unit
from jambo.core.trim.casing import Corner
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


class Leaf(Model):
    """One leaf, actual size. A call-out such as "2668" as the width gives the height too."""

    width: Annotated[LengthText | None, Of("leaf_width")] = None
    height: Annotated[LengthText | None, Of("leaf_height")] = None
    thickness: Annotated[LengthText | None, Of("leaf_thickness")] = None


class SwingDoor(Model):
    """A swing door, single or a pair. Handing is physical: the hinge side seen from side A, and the side it opens to.

    Of a pair the first leaf is the active one, and `hinge_side` is its side; the other hangs opposite.
    """

    kind: Literal["swing"] = "swing"
    leaves: Annotated[list[Leaf], Field(min_length=1, max_length=2)] = Field(default_factory=lambda: [Leaf()])
    hinge_side: HingeSide = "left"
    opens_to: Side = "A"
    outside: Side = "A"


class Frame(Model):
    """A frame. Facts that belong to another kind are kept and do not count, so that a kind can be changed and back.

    `flat_jamb`: head over legs. `lining_kit`: legs in the head's trenches; `kit_width_1` and `kit_width_2` are the leaf
    widths its trench spacings serve. `rabbeted`: legs past the head. `split_jamb`: two halves for walls between
    `wall_least` and `wall_most`.
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
    stands_on: StandsOn = "rough_floor"
    spacer: Annotated[LengthText | None, Of("foot")] = None


class Layer(Model):
    """One layer of a floor. `allowance` is the reason why its thickness is not settled yet."""

    name: Name = ""
    thickness: Annotated[LengthText | None, Of("layer")] = None
    allowance: Annotated[str, Field(max_length=120)] | None = None


class Floors(Model):
    """Layers on the rough floor of each side, lowest first. [] is a bare floor; leave a side out while unknown."""

    a: Annotated[list[Layer], Field(max_length=8)] | None = None
    b: Annotated[list[Layer], Field(max_length=8)] | None = None
    under: Under | None = None
    strip: Annotated[LengthText | None, Of("layer")] = None


class Casing(Model):
    """The casing of both sides; without a width it is not figured."""

    width: Annotated[LengthText | None, Of("small")] = None
    corner: Corner = "mitred"


class Header(Model):
    """The header and the studs under it. `source` says who gave its size."""

    depth: Annotated[LengthText | None, Of("header_depth")] = None
    source: Text = ""
    jacks: Annotated[int, Field(ge=1, le=4)] = 1
    kings: Annotated[int, Field(ge=1, le=4)] = 1


class Position(Model):
    """Where the opening stands: a distance from the wall's left or right end, seen from side A."""

    measured_from: WallEnd = "left"
    to: To = "centre"
    distance: Annotated[LengthText | None, Of("position")] = None


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
    hinge_top: Annotated[LengthText | None, Of("small")] = None
    hinge_bottom: Annotated[LengthText | None, Of("height")] = None
    hinge_length: Annotated[LengthText | None, Of("small")] = None
    long_screw: Annotated[LengthText | None, Of("small")] = None
    latch: Annotated[LengthText | None, Of("height")] = None
    school: School | None = None


class RuleLevels(Model):
    """House rules of the crew and of the job; an opening's own stand in the opening."""

    crew: Rules = Field(default_factory=Rules)
    job: Rules = Field(default_factory=Rules)


class Wall(Model):
    """A timber stud wall seen from side A. Height is from the rough floor to the underside of the top plates."""

    name: Name = ""
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


class Opening(Model):
    """One opening: what hangs in it, what it stands on, how it is sized and where it is."""

    mark: Annotated[str, Field(max_length=20)] = ""
    room: Name = ""
    door: SwingDoor = Field(default_factory=SwingDoor)
    frame: Frame = Field(default_factory=Frame)
    floors: Floors = Field(default_factory=Floors)
    school: School | None = None
    add_from: AddFrom = "rough_floor"
    casing: Casing = Field(default_factory=Casing)
    header: Header = Field(default_factory=Header)
    position: Position = Field(default_factory=Position)
    rules: Rules = Field(default_factory=Rules)
    note: Annotated[str, Field(max_length=2000)] = ""


class Show(Model):
    """How results are shown: the tape the crew reads and the words it uses. Changes no figure."""

    unit: Unit | None = None
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region = "north_america"


class Document(Model):
    """A whole opening document. `unit` reads bare numbers and chooses the habit whose defaults apply."""

    format: Literal["jambo-opening/1"] = FORMAT  # type: ignore[assignment]
    unit: Unit
    show: Show = Field(default_factory=Show)
    rules: RuleLevels = Field(default_factory=RuleLevels)
    wall: Wall = Field(default_factory=Wall)
    opening: Opening = Field(default_factory=Opening)


class Job(Model):
    """A job: its name, the crew's habit, tape and words, and the house rules settled for it."""

    name: Annotated[str, Field(min_length=1, max_length=120)]
    place: Text = ""
    work: Literal["new", "renovation"] = "new"
    unit: Unit = "in"
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region = "north_america"
    rules: Rules = Field(default_factory=Rules)
