"""From a document to exact facts: lengths are read in the document's unit, and what cannot be is a field error."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Any

from jambo.core import rules as house
from jambo.core.facts.casing import Casing
from jambo.core.facts.floors import Floors
from jambo.core.facts.frame import FrameFacts
from jambo.core.facts.hardware import Lockset
from jambo.core.facts.leaf import Handing, InHand, Leaf
from jambo.core.facts.opening import Opening, Stays
from jambo.core.facts.placing import Header, Placing
from jambo.core.facts.readings import TapedFrom
from jambo.core.facts.setting import Delivered, Setting
from jambo.core.facts.wall import Wall
from jambo.core.frames.registry import FRAMES
from jambo.core.framing.floors import higher
from jambo.core.kinds.registry import KINDS
from jambo.core.quantities import limits
from jambo.core.quantities.figure import Amount, Fact, Known, Missing, Source, value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import ACCEPTED, NotALength, ParsedLength, exact_text
from jambo.core.quantities.tape import STEPS, Tape, Unit
from jambo.core.rules import LEVELS, RULES, HouseRules
from jambo.core.words.lists import Words, of_wall
from jambo.format import document as doc
from jambo.format.floor_facts import stack_of
from jambo.format.found_facts import cuts_of, survey_of
from jambo.format.kind_facts import own_facts
from jambo.format.problems import FieldError, Refused
from jambo.format.reader import Reader, known, mass_of, read_text
from jambo.format.usual import USUAL, with_usual
from jambo.format.wall_facts import cut_in_of, wall_of


@dataclass(frozen=True, slots=True)
class Facts:
    """What the core needs to solve one opening, what was heard in each length, and what its job gave it, by path."""

    opening: Opening
    wall: Wall
    rules: HouseRules
    tape: Tape
    heard: Mapping[str, ParsedLength] = field(default_factory=dict)
    usual: Mapping[str, Any] = field(default_factory=dict)
    heights: TapedFrom = "rough_floor"

    def worded(self, words: Words) -> Words:
        """The crew's words as they are for this opening: a wall of steel has tracks and screws."""
        return of_wall(words, steel=self.wall.steel, buck=self.opening.header.buck is not None)


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
    tip, butt = rules.known(house.SHIM_TIP), rules.known(house.SHIM_BUTT)
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
            reader.heard[f"{path}.height"] = ParsedLength(heard.height, "call-out in the width")
        elif height.value != heard.height:
            said = exact_text(heard.height, reader.unit)
            reader.refuse(f"{path}.height", f"the call-out in the width says {said}", f"leave it out or write {said}")
    thickness = reader.length(leaf, "thickness", path, f"{who}_thickness")
    return Leaf(width, height, thickness, heard.also if heard else None)


def _in_hand(said: doc.InHand, path: str, rules: HouseRules, reader: Reader) -> InHand:
    """A leaf in hand; its hinges in order from its top."""
    facts = reader.facts(InHand, said, path, rules)
    return InHand(**facts | {"hinges": _marks(said.hinges, f"{path}.hinges", "hinge_in_hand", reader)})


def _marks(said: Sequence[doc.MarkOnLeaf], path: str, name: str, reader: Reader) -> tuple[Known, ...]:
    """Where the hinges are, in order from the top; one alone says nothing of the others."""
    marks = [known(reader, mark, "at", f"{path}[{i}]", name) for i, mark in enumerate(said)]
    placed = sorted((mark for mark in marks if mark is not None), key=lambda mark: mark.value)
    return tuple(placed) if len(placed) > 1 else ()


def _as_the_first(leaf: Leaf, first: Leaf) -> Leaf:
    """The second leaf of a pair: as high and as thick as the first, where it does not say so itself."""
    same = {of: getattr(first, of) for of in ("height", "thickness") if isinstance(getattr(leaf, of), Missing)}
    return replace(leaf, **same) if same else leaf


def _cannot_be(opening: Opening, wall: Wall, reader: Reader) -> None:
    """Refuse facts that cannot stand together, naming the field."""

    def over(path: str, fact: Fact, limit: Amount, reason: str, accepted: str) -> None:
        most, value = value_of(limit), value_of(fact)
        if most is not None and value is not None and value > most:
            shown = exact_text(most, reader.unit)
            reader.refuse(path, f"{exact_text(value, reader.unit)} {reason} ({shown})", f"{accepted} {shown}")

    tallest = wall.height
    left = value_of(wall.height)
    if wall.height_right is not None and left is not None and left < wall.height_right.value:
        tallest = wall.height_right
    for i, leaf in enumerate(opening.leaves):
        path = f"opening.door.leaves[{i}]"
        over(f"{path}.width", leaf.width, wall.length, "is wider than the wall is long", "a leaf narrower than")
        first = value_of(opening.leaves[0].height)
        if i and opening.pair and first is not None and value_of(leaf.height) not in (None, first):
            reader.refuse(f"{path}.height", "the two leaves of a pair are one height", exact_text(first, reader.unit))
    own, tall = opening.in_hand, opening.leaves[0].height
    if opening.kind == "swing":
        for mark in (*own.hinges, *([own.latch] if own.latch is not None else [])):
            over(mark.source.path, mark, tall, "is past the bottom of the leaf", "less than")
    rebate, stock = opening.frame.rebate, value_of(opening.frame.stock)
    if isinstance(rebate, Known) and stock is not None and rebate.value >= stock:
        shown = exact_text(stock, reader.unit)
        deep = exact_text(rebate.value, reader.unit)
        reader.refuse(rebate.source.path, f"{deep} is as deep as the leg is thick ({shown})", f"less than {shown}")
    over("opening.header.depth", opening.header.depth, tallest, "is deeper than the wall is high", "less than")
    over("opening.position.distance", opening.placing.distance, wall.length, "is past the end of the wall", "at most")


def tape_of(show: doc.Show, unit: Unit) -> Tape:
    """Give the tape a document asks to be shown in; its usual step unless a step of that unit is named."""
    shown = show.unit or unit
    steps = STEPS[shown]
    step = Fraction(show.step) if show.step else steps[0]
    return Tape.marked(shown, step if step in steps else steps[0])


def facts_of(document: doc.Document) -> Facts:
    """Read a document (docs/FORMAT.md).

    Args:
        document: one opening with its wall, floors and rules, as validated.

    Returns:
        The facts in exact lengths, the house rules in force with their source, the tape, and what was read in each field.

    Raises:
        Refused: with the path, the reason and what would be accepted of every field.
    """
    shown = tape_of(document.show, document.unit)
    tape = shown if shown.unit == document.unit else Tape.of(document.unit)
    document, usual = with_usual(document)
    reader = Reader(document.unit, tape, frozenset(usual))
    rules = _rules(document, reader)
    wall = wall_of(document.wall, document.beside, rules, reader)
    opening = KINDS[document.opening.door.kind].completed(_opening(document, rules, tape, reader), wall, rules)
    _cannot_be(opening, wall, reader)
    if reader.errors:
        raise Refused([replace(e, path=USUAL[e.path]) if e.path in usual else e for e in reader.errors])
    return Facts(opening, wall, rules, shown, reader.heard, usual, document.show.heights)


def _opening(document: doc.Document, rules: HouseRules, tape: Tape, reader: Reader) -> Opening:
    """Read what is said of the opening itself."""
    said, door = document.opening, document.opening.door
    kind = KINDS[door.kind]
    leaves = tuple(_leaf(leaf, i, reader) for i, leaf in enumerate(door.leaves))
    if kind.pair(leaves):
        leaves = (leaves[0], _as_the_first(leaves[1], leaves[0]))
    frame = reader.facts(FrameFacts, said.frame, "opening.frame", rules)
    frame |= {"pockets": _marks(said.frame.pockets, "opening.frame.pockets", "hinge_pocket", reader)}
    made = FRAMES[said.frame.kind].frame(FrameFacts(**frame), rules)
    casing = reader.facts(Casing, said.casing, "opening.casing", rules)
    slab_at = known(reader, document.show, "slab_at", "show", "slab_slid")
    cut_in = cut_in_of(said.cut_in, rules, reader)
    return Opening(
        leaves=leaves,
        handing=Handing(door.hinge_side, door.opens_to, door.outside),
        frame=made if kind.swings else replace(made, leg_thickness=made.stock, rebate=None),
        floors=_floors(document, reader, asked=kind.swings and made.sill is None),
        method=said.school
        or said.rules.school
        or document.rules.job.school
        or document.rules.crew.school
        or "build_up",
        add_from=said.add_from,
        header=Header(**reader.facts(Header, said.header, "opening.header", rules)),
        placing=Placing(**reader.facts(Placing, said.position, "opening.position", rules)),
        casing=Casing(**casing) if casing["width"] is not None else None,
        casing_thickness=casing["thickness"],
        kind=door.kind,
        pair=kind.pair(leaves),
        own=own_facts(door, rules, reader),
        slides_to=door.slides_to,
        leads_to=door.leads_to,
        mass=mass_of(door.mass, "opening.door.mass", reader),
        glass=door.glass,
        fire_rated=door.fire_rated,
        fire_minutes=door.fire_minutes,
        in_hand=_in_hand(door.in_hand, "opening.door.in_hand", rules, reader),
        fixed_in_hand=_in_hand(door.in_hand_fixed, "opening.door.in_hand_fixed", rules, reader),
        delivered_hand=door.delivered_hand,
        delivered_stops=door.delivered_stops,
        lockset=Lockset(**reader.facts(Lockset, door.hardware, "opening.door.hardware", rules)),
        finished_width=reader.length(door, "opening_width", "opening.door", "finished_opening_width"),
        finished_height=reader.length(door, "opening_height", "opening.door", "finished_opening_height"),
        slab_at=slab_at.value if slab_at else None,
        unit=Delivered(**reader.facts(Delivered, said.unit, "opening.unit", rules)),
        setting=Setting(**reader.facts(Setting, said.setting, "opening.setting", rules)),
        head_line=known(reader, said, "head_line", "opening", "head_line"),
        head_gain=said.head_gain,
        stays=Stays(**reader.facts(Stays, said.stays, "opening.stays", rules)),
        cut_in=cut_in if said.cut_in.asked and document.wall.existing else None,
        survey=survey_of(document.survey, reader),
        cuts=cuts_of(document.cuts, reader),
        tape=tape,
    )


def _floors(document: doc.Document, reader: Reader, *, asked: bool) -> Floors:
    """Both floors; of what runs under the closed leaf, where that is `asked` of its kind, the higher one until somebody says."""
    said, own, swings = document.opening.floors, document.floors, document.opening.door.opens_to
    strip = reader.length(said, "strip", "opening.floors", "strip")
    a, b = stack_of("A", said, own, reader), stack_of("B", said, own, reader)
    unsaid = higher(a, b, swings) if asked else swings
    return Floors(
        a, b, said.under or unsaid, strip if isinstance(strip, Known) else None, said.strip_under_legs,
        under_said=said.under is not None or not asked,
    )  # fmt: skip


def heard_length(text: str, unit: Unit, kind: str, tape: Tape | None = None) -> ParsedLength:
    """Read one piece of tape text for a form field. Raises Refused (path "text") when it is not a usable length.

    Args:
        text: as typed; unit: of a bare number; kind: a key of `limits.KINDS`.
        tape: whose mark "strong" and "shy" halve, where it is one of that unit.
    """
    if kind not in limits.KINDS:
        raise Refused(
            [FieldError("kind", f"{kind[:40]!r} is no kind of length", "accepted: " + ", ".join(limits.KINDS))]
        )
    try:
        return read_text(text, unit, kind, tape if tape is not None and tape.unit == unit else None)
    except NotALength as error:
        raise Refused([FieldError("text", error.reason, error.accepted or ACCEPTED[unit])]) from None
