"""From a document to exact facts: lengths are read in the document's unit, and what cannot be is a field error."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from functools import cache
from typing import Any

from pydantic import BaseModel

from jambo.core.door.frame import Frame, HeadOverLegs, Joint, LegsPastHead, Trenched
from jambo.core.door.leaf import Handing, Leaf
from jambo.core.length import Length
from jambo.core.limits import KINDS, allows
from jambo.core.notation import ACCEPTED, Heard, NotALength, exact_text, read
from jambo.core.opening.floors import Floors, Stack
from jambo.core.opening.framing import Header, Placing, Wall
from jambo.core.rules import LEVELS, RULES, HouseRules
from jambo.core.solve import Opening
from jambo.core.sums import Fact, Known, Missing, Source, value_of
from jambo.core.tape import STEPS, Tape, Unit
from jambo.core.trim.casing import Casing
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


def _stack(side: Any, layers: list[doc.Layer] | None, reader: Reader) -> Stack:
    if layers is None:
        return Stack(side, None)
    path = f"opening.floors.{side.lower()}"
    facts: list[Fact] = []
    for i, layer in enumerate(layers):
        why = layer.allowance if layer.allowance is None else layer.allowance or "not chosen yet"
        fact = reader.length(layer, "thickness", f"{path}[{i}]", "layer", why)
        facts.append(Known(layer.name or "layer", fact.value, fact.source) if isinstance(fact, Known) else fact)
    return Stack(side, tuple(facts))


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
    if frame.kind != "lining_kit" and isinstance(thickness, Missing):
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
    )


def _wall(wall: doc.Wall, rules: HouseRules, reader: Reader) -> Wall:
    names = ("plate_thickness", "stud_thickness", "stud_depth", "stud_spacing", "layout_offset")
    settled = {name: _or_rule(reader, wall, name, "wall", name, rules) for name in names}
    return Wall(
        height=reader.length(wall, "height", "wall", "wall_height"),
        length=reader.length(wall, "length", "wall", "wall_length"),
        layout_from=wall.layout_from,
        finish_a=reader.length(wall, "finish_a", "wall", "finish_a"),
        finish_b=reader.length(wall, "finish_b", "wall", "finish_b"),
        bearing=wall.bearing,
        existing=wall.existing,
        **settled,
    )


def _cannot_be(opening: Opening, wall: Wall, reader: Reader) -> None:
    """Refuse facts that cannot stand together, naming the field."""

    def over(path: str, fact: Fact, limit: Fact, reason: str, accepted: str) -> None:
        most, value = value_of(limit), value_of(fact)
        if most is not None and value is not None and value > most:
            shown = exact_text(most, reader.unit)
            reader.refuse(path, f"{exact_text(value, reader.unit)} {reason} ({shown})", f"{accepted} {shown}")

    for i, leaf in enumerate(opening.leaves):
        path = f"opening.door.leaves[{i}]"
        over(f"{path}.width", leaf.width, wall.length, "is wider than the wall is long", "a leaf narrower than")
        over(f"{path}.height", leaf.height, wall.height, "is taller than the wall", "a leaf lower than")
        first = value_of(opening.leaves[0].height)
        if i and first is not None and value_of(leaf.height) not in (None, first):
            reader.refuse(f"{path}.height", "the two leaves of a pair are one height", exact_text(first, reader.unit))
    over("opening.header.depth", opening.header.depth, wall.height, "is deeper than the wall is high", "less than")
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
    casing = reader.length(asked.casing, "width", "opening.casing", "casing_width")
    strip = reader.length(asked.floors, "strip", "opening.floors", "strip")
    placing = Placing(
        asked.position.measured_from,
        asked.position.to,
        reader.length(asked.position, "distance", "opening.position", "position"),
    )
    opening = Opening(
        leaves=tuple(_leaf(leaf, i, reader) for i, leaf in enumerate(asked.door.leaves)),
        handing=Handing(asked.door.hinge_side, asked.door.opens_to, asked.door.outside),
        frame=frame,
        floors=Floors(
            _stack("A", asked.floors.a, reader),
            _stack("B", asked.floors.b, reader),
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
        casing=Casing(casing, asked.casing.corner) if isinstance(casing, Known) else None,
    )
    wall = _wall(document.wall, rules, reader)
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
