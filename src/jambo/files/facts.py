"""From a document to exact facts: lengths are read in the document's unit, and what cannot be is a field error."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from functools import cache
from itertools import pairwise
from typing import Any

from pydantic import BaseModel

from jambo.core.catalogue import named
from jambo.core.door.frame import Frame, HeadOverLegs, Joint, LegsPastHead, Sill, Trenched
from jambo.core.door.hardware import Lockset
from jambo.core.door.leaf import Handing, Leaf
from jambo.core.length import ZERO, Length
from jambo.core.limits import KINDS, allows
from jambo.core.mass import ACCEPTED as MASS_ACCEPTED
from jambo.core.mass import Mass, read_mass
from jambo.core.notation import ACCEPTED, Heard, NotALength, exact_text, read
from jambo.core.opening.cut_in import CutIn
from jambo.core.opening.facts import Beside, Bypass, Found, Lean, Opening, PocketKit, Slider
from jambo.core.opening.floors import Floors, Stack
from jambo.core.opening.framing import FoundStud, Header, Placing, Service, Wall
from jambo.core.record import Cut
from jambo.core.rules import LEVELS, RULES, HouseRules
from jambo.core.setting.facts import Delivered, Setting
from jambo.core.sums import HALF, Fact, Known, Missing, Source, value_of
from jambo.core.survey.level import STEEPEST, read_level
from jambo.core.survey.readings import PLACES, Reading, Survey
from jambo.core.tape import STEPS, Tape, Unit
from jambo.core.trim.casing import Casing
from jambo.core.wall.judge import Fitting
from jambo.files import document as doc
from jambo.files.problems import FieldError, Refused


@dataclass(frozen=True, slots=True)
class Facts:
    """What the core needs to solve one opening, and what was heard in each length, by path."""

    opening: Opening
    wall: Wall
    rules: HouseRules
    tape: Tape
    heard: Mapping[str, Heard] = field(default_factory=dict)


@cache
def _kind_of(model: type[BaseModel], name: str) -> str:
    return next(m.kind for m in model.model_fields[name].metadata if isinstance(m, doc.Of))


def _exact(value: doc.ExactLength, kind: str) -> Heard:
    of = KINDS[kind]
    try:
        # repr of a JSON number is what its writer wrote, so 82.1 is exactly 821/10
        number = Fraction(value.value if isinstance(value.value, str) else repr(value.value))
    except (ValueError, ZeroDivisionError):
        raise NotALength(f"{str(value.value)[:40]!r} is not a number", 'write "165/2", "82.5" or 82.5') from None
    if number.denominator > 10**9 or abs(number) > 10**9:
        raise NotALength("the number is finer or larger than any tape", 'write "165/2", "82.5" or 82.5')
    length = Length.inches(number) if value.unit == "in" else Length.mm(number)
    if not allows(length, of):
        span = f"between {exact_text(of.least, value.unit)} and {exact_text(of.most, value.unit)}"
        raise NotALength(f"{exact_text(length, value.unit)} cannot be {of.words}", f"accepted: {span}")
    return Heard(length, exact_text(length, value.unit))


class Reader:
    """Reads the lengths of one document and gathers what was heard and what is wrong."""

    def __init__(self, unit: Unit, tape: Tape) -> None:
        self.unit = unit
        self.tape = tape
        self.heard: dict[str, Heard] = {}
        self.errors: list[FieldError] = []

    def length(self, model: BaseModel, name: str, path: str, fact: str, allowance: str | None = None) -> Fact:
        """Read one length field. A field left out or emptied is missing; a wrong one is missing and an error."""
        where = f"{path}.{name}"
        written: Any = getattr(model, name)
        if written is None or written == "":
            return Missing(fact, where)
        kind = _kind_of(type(model), name)
        try:
            heard = read(written, self.unit, kind, self.tape) if isinstance(written, str) else _exact(written, kind)
        except NotALength as error:
            self.errors.append(FieldError(where, error.reason, error.accepted))
            return Missing(fact, where)
        self.heard[where] = heard
        source = Source("given", where) if allowance is None else Source("allowance", where, allowance)
        return Known(fact, heard.length, source)

    def refuse(self, path: str, reason: str, accepted: str) -> None:
        """Note a fact that cannot be."""
        self.errors.append(FieldError(path, reason, accepted))


def _rules(document: doc.Document, reader: Reader) -> HouseRules:
    levels = {"crew": document.rules.crew, "job": document.rules.job, "opening": document.opening.rules}
    settled: dict[Any, dict[str, Length]] = {}
    for level in LEVELS:
        path = "opening.rules" if level == "opening" else f"rules.{level}"
        for name in levels[level].model_fields_set & RULES.keys():
            fact = reader.length(levels[level], name, path, name)
            if isinstance(fact, Known):
                settled.setdefault(level, {})[name] = fact.value
    return HouseRules(document.unit, settled)


def _leaf(leaf: doc.Leaf, index: int, reader: Reader) -> Leaf:
    path = f"opening.door.leaves[{index}]"
    who = "other_leaf" if index else "leaf"
    width = reader.length(leaf, "width", path, f"{who}_width")
    height = reader.length(leaf, "height", path, f"{who}_height")
    heard = reader.heard.get(f"{path}.width")
    if heard and heard.height is not None:
        if isinstance(height, Missing):
            height = Known(f"{who}_height", heard.height, Source("given", f"{path}.width"))
            reader.heard[f"{path}.height"] = Heard(heard.height, "call-out in the width")
        elif height.value != heard.height:
            said = exact_text(heard.height, reader.unit)
            reader.refuse(f"{path}.height", f"the call-out in the width says {said}", f"leave it out or write {said}")
    thickness = reader.length(leaf, "thickness", path, f"{who}_thickness")
    return Leaf(width, height, thickness, heard.also if heard else None)


def _layers(layers: list[doc.Layer], path: str, reader: Reader) -> tuple[Fact, ...]:
    facts: list[Fact] = []
    for i, layer in enumerate(layers):
        why = layer.allowance if layer.allowance is None else layer.allowance or "not chosen yet"
        fact = reader.length(layer, "thickness", f"{path}[{i}]", "layer", why)
        facts.append(Known(layer.name or "layer", fact.value, fact.source) if isinstance(fact, Known) else fact)
    return tuple(facts)


def _stack(side: Any, own: list[doc.Layer] | None, key: str | None, floors: doc.JobFloors, reader: Reader) -> Stack:
    """A side's floor: one of the job's when it names one, else its own layers."""
    path = f"opening.floors.{side.lower()}"
    if key is None:
        return Stack(side, None if own is None else _layers(own, path, reader), path)
    for i, floor in enumerate(floors):
        if floor.key == key:
            path = f"floors[{i}].layers"
            return Stack(side, _layers(floor.layers, path, reader), path)
    keys = ", ".join(floor.key for floor in floors) or "none is kept yet"
    reader.refuse(f"{path}_from", f"the job has no floor {key!r}", f"a floor of the job: {keys}")
    return Stack(side, None, path)


def check_floors(floors: doc.JobFloors, unit: Unit) -> None:
    """Refuse floors of a job that cannot be: a layer that is no thickness, two floors under one key. Raises Refused."""
    reader = Reader(unit, Tape.of(unit))
    for i, floor in enumerate(floors):
        _layers(floor.layers, f"floors[{i}].layers", reader)
        if floor.key in [other.key for other in floors[:i]]:
            reader.refuse(f"floors[{i}].key", f"two floors are called {floor.key!r}", "a key of its own for each floor")
    if reader.errors:
        raise Refused(reader.errors)


def _or_rule(reader: Reader, model: BaseModel, name: str, path: str, rule: str, rules: HouseRules) -> Known:
    fact = reader.length(model, name, path, rule)
    return fact if isinstance(fact, Known) else rules.known(rule)


def _frame(frame: doc.Frame, rules: HouseRules, reader: Reader) -> Frame:
    """Read a frame; facts of other kinds than the one chosen are checked but do not count."""
    path = "opening.frame"

    def length(name: str, fact: str) -> Fact:
        return reader.length(frame, name, path, fact)

    settled = {n: _or_rule(reader, frame, n, path, n, rules) for n in ("trench_depth", "horn", "rabbet_depth")}
    kit = [f for n in ("kit_width_1", "kit_width_2") if isinstance(f := length(n, "leaf_width"), Known)]
    reach = (length("wall_least", "wall_least"), length("wall_most", "wall_most"))
    thickness, depth = length("thickness", "leg_thickness"), length("depth", "frame_depth")
    throat, sill = length("throat", "steel_throat"), length("sill_thickness", "sill_thickness")
    if frame.kind == "steel_wrap":
        thickness = rules.known("steel_sheet")
    elif frame.kind != "lining_kit" and isinstance(thickness, Missing):
        thickness = rules.known("leg_thickness")  # a kit's actual thickness must be measured: nominal is not actual
    joint: Joint = HeadOverLegs()
    if frame.kind == "lining_kit":
        joint = Trenched(settled["trench_depth"], settled["horn"])
    elif frame.kind == "rabbeted":
        joint = LegsPastHead(settled["rabbet_depth"])
    return Frame(
        leg_thickness=thickness,
        stands_on=frame.stands_on,
        spacer=length("spacer", "spacer"),
        joint=joint,
        depth=depth if isinstance(depth, Known) else None,
        kind=frame.kind,
        serves=tuple(kit) if frame.kind == "lining_kit" else (),
        wall_range=reach if frame.kind == "split_jamb" else None,
        sill=Sill(sill, not frame.legs_beside_sill, frame.sill_site_made) if frame.kind == "outside_sill" else None,
        throat=throat if frame.kind == "steel_wrap" else None,
        supply=frame.supply,
        source=frame.source,
    )


def _mass(text: str | None, path: str, reader: Reader) -> Mass | None:
    if not text:
        return None
    try:
        return read_mass(text, reader.unit)
    except ValueError as error:
        reader.refuse(path, str(error), MASS_ACCEPTED)
        return None


def _known(reader: Reader, model: BaseModel, name: str, path: str, fact: str) -> Known | None:
    found = reader.length(model, name, path, fact)
    return found if isinstance(found, Known) else None


def _lockset(hardware: doc.Hardware, reader: Reader) -> Lockset:
    path = "opening.door.hardware"
    return Lockset(
        hardware.hinge_corner,
        hardware.hinge_mortise,
        hardware.latch_corner,
        hardware.latch_mortise,
        _known(reader, hardware, "thickness_least", path, "leaf_thickness"),
        _known(reader, hardware, "thickness_most", path, "leaf_thickness"),
    )


# fields of a kit or track that a house rule stands in for
_KIT_RULES = {
    "width_add": "pocket_width_add", "set_above": "pocket_set_above", "head_stack": "pocket_head_stack",
    "min_head": "pocket_min_head", "track_short": "pocket_track_short", "rail_short": "pocket_rail_short",
    "bumper": "pocket_bumper", "hanger_drop": "pocket_hanger_drop", "split": "split_stud",
}  # fmt: skip
_TRACK_RULES = {
    "side_overlap": "side_overlap", "top_overlap": "top_overlap", "open_clearance": "open_clearance",
    "hole_above": "hole_above_slab", "hanger_edge": "hanger_edge", "wheel_radius": "wheel_radius",
    "stop_length": "stop_length", "track_half": "track_half", "offset": "track_offset", "spacer": "track_spacer",
    "hole_first": "track_hole_first", "hole_spacing": "track_hole_spacing", "pull_height": "pull_height",
    "guide_length": "guide_length", "guide_thickness": "guide_thickness", "guide_height": "guide_height",
}  # fmt: skip


def _pocket(pocket: doc.Pocket, rules: HouseRules, reader: Reader) -> PocketKit:
    path = "opening.door.pocket"
    return PocketKit(
        **{name: _or_rule(reader, pocket, name, path, rule, rules) for name, rule in _KIT_RULES.items()},
        gap=_known(reader, pocket, "gap", path, "kit_gap_asked"),
        leaf_width=_known(reader, pocket, "leaf_width", path, "leaf_width"),
        thickness_least=_known(reader, pocket, "thickness_least", path, "leaf_thickness"),
        thickness_most=_known(reader, pocket, "thickness_most", path, "leaf_thickness"),
        soft_close_least=_known(reader, pocket, "soft_close_least", path, "leaf_width"),
        finish_fixing=_known(reader, pocket, "finish_fixing", path, "lag"),
        foot_floor=pocket.floor,
        heated=pocket.heated,
        found=tuple(Found(f.what, f.moved, f"{path}.found[{i}].moved") for i, f in enumerate(pocket.found)),
        looked=pocket.looked,
        base_cabinet=pocket.base_cabinet,
        name=pocket.name,
        source=pocket.source,
    )


def _slider(slider: doc.Slider, rules: HouseRules, reader: Reader) -> Slider:
    path = "opening.door.slider"
    studs = None
    if slider.studs is not None:
        read_ = [_known(reader, s, "at", f"{path}.studs[{i}]", "found_stud") for i, s in enumerate(slider.studs)]
        studs = tuple(s for s in read_ if s is not None)
    leans = []
    for i, one in enumerate(slider.lean):
        where = f"{path}.lean[{i}]"
        height, by = _known(reader, one, "at", where, "height"), _known(reader, one, "by", where, "wall_lean")
        if height is not None and by is not None:
            leans.append(Lean(height, by.value if one.toward == "slab" else -by.value, f"{where}.by"))
    besides = [
        Beside(b.what, d)
        for i, b in enumerate(slider.beside)
        if (d := _known(reader, b, "distance", f"{path}.beside[{i}]", "position")) is not None
    ]

    def known(name: str, fact: str) -> Known | None:
        return _known(reader, slider, name, path, fact)

    return Slider(
        **{name: _or_rule(reader, slider, name, path, rule, rules) for name, rule in _TRACK_RULES.items()},
        slab_width=known("slab_width", "slab_width_given"),
        slab_height=known("slab_height", "slab_height_given"),
        length=known("length", "track_bought"),
        hanger_spread_least=known("hanger_spread_least", "hanger_spread_maker"),
        backer=known("backer", "backer"),
        lag=known("lag", "lag"),
        ceiling=known("ceiling", "ceiling"),
        base_thickness=known("base_thickness", "base_thickness"),
        base_height=known("base_height", "base_height"),
        bolt_heads=known("bolt_heads", "bolt_heads"),
        studs=studs,
        lean=tuple(leans),
        beside=tuple(besides),
        fixing=slider.fixing,
        guide=slider.guide,
        rating=_mass(slider.rating, f"{path}.rating", reader),
        hung_on=slider.hung_on,
        name=slider.name,
        source=slider.source,
    )


def _bypass(bypass: doc.Bypass, rules: HouseRules, reader: Reader) -> Bypass:
    rule = {"overlap": "bypass_overlap", "track": "bypass_track", "between": "bypass_between"}
    path = "opening.door.bypass"
    return Bypass(
        bypass.count,
        **{n: _or_rule(reader, bypass, n, path, r, rules) for n, r in rule.items()},
        leaf_width=_known(reader, bypass, "leaf_width", path, "leaf_width"),
        leaf_height=_known(reader, bypass, "leaf_height", path, "leaf_height"),
    )


def _wall(wall: doc.Wall, rules: HouseRules, reader: Reader) -> Wall:
    names = ("plate_thickness", "stud_thickness", "stud_depth", "stud_spacing", "layout_offset")
    settled = {name: _or_rule(reader, wall, name, "wall", name, rules) for name in names}
    read_fittings(wall, reader)  # so that one that cannot be is refused with the wall
    return Wall(
        height=reader.length(wall, "height", "wall", "wall_height"),
        length=reader.length(wall, "length", "wall", "wall_length"),
        layout_from=wall.layout_from,
        finish_a=reader.length(wall, "finish_a", "wall", "finish_a"),
        finish_b=reader.length(wall, "finish_b", "wall", "finish_b"),
        bearing=wall.bearing,
        existing=wall.existing,
        height_right=_known(reader, wall, "height_right", "wall", "wall_height"),
        found=_found_studs(wall, settled["stud_thickness"].value, reader),
        services=tuple(_services(wall, reader)),
        plate_on=wall.plate_on,
        **settled,
    )


def _found_studs(wall: doc.Wall, thick: Length, reader: Reader) -> tuple[FoundStud, ...] | None:
    """The studs of a standing wall in order along it; numbered as they stand. One without a place does not count yet."""
    if wall.studs_found is None:
        return None
    centres = [_known(reader, s, "at", f"wall.studs_found[{i}]", "found_stud") for i, s in enumerate(wall.studs_found)]
    placed = sorted((c for c in centres if c is not None), key=lambda c: c.value)
    for before, after in pairwise(placed):
        if after.value - before.value < thick:
            told = exact_text(thick, reader.unit)
            reader.refuse(after.source.path, "two studs would stand in one another", f"at least {told} from the next")
    half_stud = thick * HALF
    return tuple(FoundStud(n, c, c.value - half_stud, c.value + half_stud) for n, c in enumerate(placed, 1))


def _behind_track(wall: Wall, measured_from: str) -> tuple[Known, ...] | None:
    """The studs found in the wall, for a track nobody looked behind: from the end the opening is measured from."""
    length = value_of(wall.length)
    if wall.found is None or (measured_from == "right" and length is None):
        return None
    centres = [s.centre for s in wall.found]
    if measured_from == "right" and length is not None:
        centres = [replace(c, value=length - c.value) for c in centres]
    return tuple(centres)


def _services(wall: doc.Wall, reader: Reader) -> Iterator[Service]:
    """What runs in a standing wall; one without a place does not count yet, one without heights runs over the whole wall."""
    for i, one in enumerate(wall.services):
        path = f"wall.services[{i}]"
        at, to, low, high = (_known(reader, one, n, path, "service") for n in ("at", "to", "low", "high"))
        if low is not None and high is not None and high.value < low.value:
            reader.refuse(f"{path}.high", "it would end below where it starts", "a height over its lower end")
        if at is None:
            continue
        ends = sorted([at.value, to.value if to is not None else at.value])
        yield Service(
            one.what, ends[0], ends[1],
            low.value if low is not None else ZERO,
            high.value if high is not None else KINDS["wall_height"].most,
            not one.fixed, f"{path}.at",
        )  # fmt: skip


def _cut_in(asked: doc.CutIn, reader: Reader) -> CutIn:
    path = "opening.cut_in"
    least, most, wanted = (_known(reader, asked, n, path, "position") for n in ("least", "most", "wanted"))
    if least is not None and most is not None and most.value <= least.value:
        reader.refuse(f"{path}.most", "the range would end before it starts", "a place right of where it may start")
    return CutIn(least, most, wanted, asked.support, asked.support_by)


def _setting(setting: doc.Setting, reader: Reader) -> Setting:
    path = "opening.setting"
    return Setting(
        school=setting.school,
        slide=_known(reader, setting, "slide", path, "slid_to"),
        packing=setting.packing,
        foot_station=setting.foot_station,
        lean=setting.lean,
        legs=setting.legs,
        nailing=setting.nailing,
        hinge_by=setting.hinge_by,
        strike_by=setting.strike_by,
        cut_hinge=_known(reader, setting, "cut_hinge", path, "leg_as_cut"),
        cut_strike=_known(reader, setting, "cut_strike", path, "leg_as_cut"),
        one_side=setting.one_side,
        opens=setting.opens,
        later_floor=_known(reader, setting, "later_floor", path, "later_floor"),
        latch=setting.latch,
    )


def read_reading(one: doc.Reading, path: str, reader: Reader) -> Reading | None:
    """Read one reading; None, with its errors noted, when it cannot be one."""
    asked = PLACES[one.place]
    wrong = len(reader.errors)
    over, at = _known(reader, one, "over", path, "over"), _known(reader, one, "at", path, "at")
    value, along = None, over.value if over is not None else None
    try:
        if asked.written == "level":
            said = read_level(one.value, reader.unit)
            value, along = said.drop, said.over or along
            if along is not None and Fraction(value.nm) > STEEPEST * Fraction(along.nm):
                raise NotALength("that is steeper than 1 in 12", "take it again, and say over which length it was read")
        else:
            value = read(one.value, reader.unit, asked.kind, reader.tape).length
    except NotALength as error:
        reader.refuse(f"{path}.value", error.reason, error.accepted)
    if asked.ways and one.toward not in asked.ways and (value is None or value.nm != 0):
        reader.refuse(
            f"{path}.toward",
            f"nobody has said which way the {asked.label.split(' of ')[0]} goes",
            "accepted: " + ", ".join(asked.ways),
        )
    if not asked.ways and one.toward is not None:
        reader.refuse(f"{path}.toward", "this reading goes no way", "leave it out")
    if asked.needs_at and at is None:
        reader.refuse(
            f"{path}.at", "nobody has said where it was read", "write the height, or the distance from the hinges"
        )
    if value is None or len(reader.errors) > wrong:
        return None
    reader.heard[f"{path}.value"] = Heard(value, one.value)
    return Reading(one.place, value, path, along, one.toward, at.value if at is not None else None, one.angle)


def read_fittings(wall: doc.Wall, reader: Reader) -> tuple[Fitting, ...]:
    """Read what is fitted on a wall; one without a place does not count yet."""
    found = []
    for i, one in enumerate(wall.fittings):
        path = f"wall.fittings[{i}]"
        at, height = _known(reader, one, "at", path, "position"), _known(reader, one, "height", path, "height")
        if at is not None:
            found.append(Fitting(one.what, at.value, height.value if height is not None else None, one.side, path))
    return tuple(found)


def _cuts(cuts: list[doc.CutPiece], reader: Reader) -> tuple[Cut, ...]:
    found = []
    for i, one in enumerate(cuts):
        length = _known(reader, one, "length", f"cuts[{i}]", "leg_as_cut")
        if not named(one.figure):
            reader.refuse(
                f"cuts[{i}].figure", f"{one.figure[:40]!r} is no figure", "a figure of the cut list, such as leg_length"
            )
        elif length is not None:
            found.append(Cut(one.figure, length.value, one.when, f"cuts[{i}].length"))
    return tuple(found)


def _survey(survey: doc.Survey, reader: Reader) -> Survey:
    read_ = [read_reading(r, f"survey.readings[{i}]", reader) for i, r in enumerate(survey.readings)]
    return Survey(tuple(r for r in read_ if r is not None))


def _cannot_be(opening: Opening, wall: Wall, reader: Reader) -> None:
    """Refuse facts that cannot stand together, naming the field."""

    def over(path: str, fact: Fact, limit: Fact, reason: str, accepted: str) -> None:
        most, value = value_of(limit), value_of(fact)
        if most is not None and value is not None and value > most:
            shown = exact_text(most, reader.unit)
            reader.refuse(path, f"{exact_text(value, reader.unit)} {reason} ({shown})", f"{accepted} {shown}")

    tallest = wall.height
    if wall.height_right is not None and (value_of(wall.height) or wall.height_right.value) < wall.height_right.value:
        tallest = wall.height_right
    for i, leaf in enumerate(opening.leaves):
        path = f"opening.door.leaves[{i}]"
        over(f"{path}.width", leaf.width, wall.length, "is wider than the wall is long", "a leaf narrower than")
        over(f"{path}.height", leaf.height, tallest, "is taller than the wall", "a leaf lower than")
        first = value_of(opening.leaves[0].height)
        if i and opening.kind != "bypass" and first is not None and value_of(leaf.height) not in (None, first):
            reader.refuse(f"{path}.height", "the two leaves of a pair are one height", exact_text(first, reader.unit))
    over("opening.header.depth", opening.header.depth, tallest, "is deeper than the wall is high", "less than")
    over("opening.position.distance", opening.placing.distance, wall.length, "is past the end of the wall", "at most")


def tape_of(show: doc.Show, unit: Unit) -> Tape:
    """Give the tape a document asks to be shown in; its usual step unless a step of that unit is named."""
    shown = show.unit or unit
    steps = STEPS[shown]
    step = Fraction(show.step) if show.step else steps[0]
    return Tape(shown, step if step in steps else steps[0])


def facts_of(document: doc.Document) -> Facts:
    """Read a document. Raises Refused with every field that cannot be read or cannot be."""
    shown = tape_of(document.show, document.unit)
    reader = Reader(document.unit, shown if shown.unit == document.unit else Tape.of(document.unit))
    rules = _rules(document, reader)
    asked = document.opening
    frame = _frame(asked.frame, rules, reader)
    door = asked.door
    casing = reader.length(asked.casing, "width", "opening.casing", "casing_width")
    casing_thick = _known(reader, asked.casing, "thickness", "opening.casing", "casing_thickness")
    slab_at = _known(reader, document.show, "slab_at", "show", "slab_slid")
    strip = reader.length(asked.floors, "strip", "opening.floors", "strip")
    cut_in = _cut_in(asked.cut_in, reader)
    placing = Placing(
        asked.position.measured_from,
        asked.position.to,
        reader.length(asked.position, "distance", "opening.position", "position"),
        asked.position.shares,
    )
    opening = Opening(
        leaves=tuple(_leaf(leaf, i, reader) for i, leaf in enumerate(asked.door.leaves)),
        handing=Handing(asked.door.hinge_side, asked.door.opens_to, asked.door.outside),
        frame=frame,
        floors=Floors(
            _stack("A", asked.floors.a, asked.floors.a_from, document.floors, reader),
            _stack("B", asked.floors.b, asked.floors.b_from, document.floors, reader),
            asked.floors.under or asked.door.opens_to,
            strip if isinstance(strip, Known) else None,
        ),
        school=asked.school
        or asked.rules.school
        or document.rules.job.school
        or document.rules.crew.school
        or "build_up",
        add_from=asked.add_from,
        header=Header(
            reader.length(asked.header, "depth", "opening.header", "header_depth"),
            asked.header.source,
            asked.header.jacks,
            asked.header.kings,
        ),
        placing=placing,
        casing=Casing(casing, asked.casing.corner, casing_thick) if isinstance(casing, Known) else None,
        kind=door.kind,
        slides_to=door.slides_to,
        leads_to=door.leads_to,
        mass=_mass(door.mass, "opening.door.mass", reader),
        glass=door.glass,
        fire_rated=door.fire_rated,
        delivered_hand=door.delivered_hand,
        lockset=_lockset(door.hardware, reader),
        pocket=_pocket(door.pocket, rules, reader),
        slider=_slider(door.slider, rules, reader),
        bypass=_bypass(door.bypass, rules, reader),
        finished_width=reader.length(door, "opening_width", "opening.door", "finished_opening_width"),
        finished_height=reader.length(door, "opening_height", "opening.door", "finished_opening_height"),
        slab_at=slab_at.value if slab_at else None,
        unit=Delivered(
            _known(reader, asked.unit, "outside_width", "opening.unit", "unit_measured"),
            _known(reader, asked.unit, "leg_length", "opening.unit", "leg_supplied"),
        ),
        setting=_setting(asked.setting, reader),
        head_line=_known(reader, asked, "head_line", "opening", "head_line"),
        head_gain=asked.head_gain,
        cut_in=cut_in if asked.cut_in.asked and document.wall.existing else None,
        survey=_survey(document.survey, reader),
        cuts=_cuts(document.cuts, reader),
        tape=shown if shown.unit == document.unit else Tape.of(document.unit),
    )
    wall = _wall(document.wall, rules, reader)
    if opening.slider.studs is None and wall.found is not None:
        opening = replace(opening, slider=replace(opening.slider, studs=_behind_track(wall, placing.measured_from)))
    _cannot_be(opening, wall, reader)
    if reader.errors:
        raise Refused(reader.errors)
    return Facts(opening, wall, rules, shown, reader.heard)


def heard_length(text: str, unit: Unit, kind: str) -> Heard:
    """Read one piece of tape text for a form field. Raises Refused (path "text") when it is not a usable length."""
    if kind not in KINDS:
        raise Refused([FieldError("kind", f"{kind[:40]!r} is no kind of length", "accepted: " + ", ".join(KINDS))])
    try:
        return read(text, unit, kind)
    except NotALength as error:
        raise Refused([FieldError("text", error.reason, error.accepted or ACCEPTED[unit])]) from None
