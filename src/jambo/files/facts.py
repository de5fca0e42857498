"""From a document to exact facts: lengths are read in the document's unit, and what cannot be is a field error."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Any

from jambo.core.door.frame import Frame, HeadOverLegs, Joint, LegsPastHead, Sill, Trenched
from jambo.core.door.hardware import Lockset
from jambo.core.door.leaf import Handing, Leaf
from jambo.core.length import Length
from jambo.core.limits import KINDS
from jambo.core.notation import ACCEPTED, Heard, NotALength, exact_text, read
from jambo.core.opening.facts import Beside, Bypass, Found, Lean, Opening, PocketKit, Slider
from jambo.core.opening.floors import Floors
from jambo.core.opening.framing import Header, Placing, Wall
from jambo.core.rules import LEVELS, RULES, HouseRules
from jambo.core.setting.facts import Delivered
from jambo.core.sums import Fact, Known, Missing, Source, value_of
from jambo.core.tape import STEPS, Tape, Unit
from jambo.core.trim.casing import Casing
from jambo.files import document as doc
from jambo.files.floor_facts import stack_of
from jambo.files.found_facts import cuts_of, setting_of, survey_of
from jambo.files.problems import FieldError, Refused
from jambo.files.reader import Reader, known, mass_of, or_rule
from jambo.files.wall_facts import behind_track, cut_in_of, wall_of


@dataclass(frozen=True, slots=True)
class Facts:
    """What the core needs to solve one opening, and what was heard in each length, by path."""

    opening: Opening
    wall: Wall
    rules: HouseRules
    tape: Tape
    heard: Mapping[str, Heard] = field(default_factory=dict)


def _rules(document: doc.Document, reader: Reader) -> HouseRules:
    levels = {"crew": document.rules.crew, "job": document.rules.job, "opening": document.opening.rules}
    settled: dict[Any, dict[str, Length]] = {}
    for level in LEVELS:
        path = "opening.rules" if level == "opening" else f"rules.{level}"
        said = levels[level].model_fields_set
        for name in (rule for rule in RULES if rule in said):
            fact = reader.length(levels[level], name, path, name)
            if isinstance(fact, Known):
                settled.setdefault(level, {})[name] = fact.value
    rules = HouseRules(document.unit, settled)
    tip, butt = rules.known("shim_tip"), rules.known("shim_butt")
    if butt.value <= tip.value:
        thin = exact_text(tip.value, reader.unit)
        reader.refuse(butt.source.path, "a shim is thicker at its butt than at its tip", f"more than {thin}, its tip")
    return rules


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


def _frame(frame: doc.Frame, rules: HouseRules, reader: Reader) -> Frame:
    """Read a frame; facts of other kinds than the one chosen are checked but do not count."""
    path = "opening.frame"

    def length(name: str, fact: str) -> Fact:
        return reader.length(frame, name, path, fact)

    settled = {n: or_rule(reader, frame, n, path, n, rules) for n in ("trench_depth", "horn", "rabbet_depth")}
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


def _lockset(hardware: doc.Hardware, reader: Reader) -> Lockset:
    path = "opening.door.hardware"
    return Lockset(
        hardware.hinge_corner,
        hardware.hinge_mortise,
        hardware.latch_corner,
        hardware.latch_mortise,
        known(reader, hardware, "thickness_least", path, "leaf_thickness"),
        known(reader, hardware, "thickness_most", path, "leaf_thickness"),
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
        **{name: or_rule(reader, pocket, name, path, rule, rules) for name, rule in _KIT_RULES.items()},
        gap=known(reader, pocket, "gap", path, "kit_gap_asked"),
        leaf_width=known(reader, pocket, "leaf_width", path, "leaf_width"),
        thickness_least=known(reader, pocket, "thickness_least", path, "leaf_thickness"),
        thickness_most=known(reader, pocket, "thickness_most", path, "leaf_thickness"),
        soft_close_least=known(reader, pocket, "soft_close_least", path, "leaf_width"),
        finish_fixing=known(reader, pocket, "finish_fixing", path, "lag"),
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
        read_ = [known(reader, s, "at", f"{path}.studs[{i}]", "found_stud") for i, s in enumerate(slider.studs)]
        studs = tuple(s for s in read_ if s is not None)
    leans = []
    for i, one in enumerate(slider.lean):
        where = f"{path}.lean[{i}]"
        height, by = known(reader, one, "at", where, "height"), known(reader, one, "by", where, "wall_lean")
        if height is not None and by is not None:
            leans.append(Lean(height, by.value if one.toward == "slab" else -by.value, f"{where}.by"))
    besides = [
        Beside(b.what, d)
        for i, b in enumerate(slider.beside)
        if (d := known(reader, b, "distance", f"{path}.beside[{i}]", "position")) is not None
    ]

    def of_track(name: str, fact: str) -> Known | None:
        return known(reader, slider, name, path, fact)

    return Slider(
        **{name: or_rule(reader, slider, name, path, rule, rules) for name, rule in _TRACK_RULES.items()},
        slab_width=of_track("slab_width", "slab_width_given"),
        slab_height=of_track("slab_height", "slab_height_given"),
        length=of_track("length", "track_bought"),
        hanger_spread_least=of_track("hanger_spread_least", "hanger_spread_maker"),
        backer=of_track("backer", "backer"),
        lag=of_track("lag", "lag"),
        ceiling=of_track("ceiling", "ceiling"),
        base_thickness=of_track("base_thickness", "base_thickness"),
        base_height=of_track("base_height", "base_height"),
        bolt_heads=of_track("bolt_heads", "bolt_heads"),
        studs=studs,
        lean=tuple(leans),
        beside=tuple(besides),
        fixing=slider.fixing,
        guide=slider.guide,
        rating=mass_of(slider.rating, f"{path}.rating", reader),
        hung_on=slider.hung_on,
        name=slider.name,
        source=slider.source,
    )


def _bypass(bypass: doc.Bypass, rules: HouseRules, reader: Reader) -> Bypass:
    rule = {"overlap": "bypass_overlap", "track": "bypass_track", "between": "bypass_between"}
    path = "opening.door.bypass"
    return Bypass(
        bypass.count,
        **{n: or_rule(reader, bypass, n, path, r, rules) for n, r in rule.items()},
        leaf_width=known(reader, bypass, "leaf_width", path, "leaf_width"),
        leaf_height=known(reader, bypass, "leaf_height", path, "leaf_height"),
    )


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
    casing_thick = known(reader, asked.casing, "thickness", "opening.casing", "casing_thickness")
    slab_at = known(reader, document.show, "slab_at", "show", "slab_slid")
    strip = reader.length(asked.floors, "strip", "opening.floors", "strip")
    cut_in = cut_in_of(asked.cut_in, reader)
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
            stack_of("A", asked.floors.a, asked.floors.a_from, document.floors, reader),
            stack_of("B", asked.floors.b, asked.floors.b_from, document.floors, reader),
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
        mass=mass_of(door.mass, "opening.door.mass", reader),
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
            known(reader, asked.unit, "outside_width", "opening.unit", "unit_measured"),
            known(reader, asked.unit, "leg_length", "opening.unit", "leg_supplied"),
        ),
        setting=setting_of(asked.setting, reader),
        head_line=known(reader, asked, "head_line", "opening", "head_line"),
        head_gain=asked.head_gain,
        cut_in=cut_in if asked.cut_in.asked and document.wall.existing else None,
        survey=survey_of(document.survey, reader),
        cuts=cuts_of(document.cuts, reader),
        tape=shown if shown.unit == document.unit else Tape.of(document.unit),
    )
    wall = wall_of(document.wall, document.beside, rules, reader)
    if opening.slider.studs is None and wall.found is not None:
        opening = replace(opening, slider=replace(opening.slider, studs=behind_track(wall, placing.measured_from)))
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
