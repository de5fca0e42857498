"""The work of an opening as operations (handbook 29): made from its card, every step in one of them; how long each takes by rule."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator
from datetime import time
from typing import Literal

from jambo.core.facts.floors import Stack
from jambo.core.facts.leaf import TWO_PEOPLE
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.items import Item
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Missing, value_of
from jambo.core.quantities.length import ZERO
from jambo.core.solve import Result
from jambo.core.step import Step

WorkKind = Literal["out", "frame", "set", "hang", "trim", "hardware"]
Trade = Literal["wallboard", "floor", "paint"]
TRADES: dict[Trade, str] = {"wallboard": "{wallboard}", "floor": "floors", "paint": "paint"}

# The steps of a card that another trade has to know of, by key
MINDS: dict[Trade, frozenset[str]] = {
    "wallboard": frozenset(("close", "anchors", "backer", "nailer", "fire", "split-studs")),
    "floor": frozenset(("floor", "rough-sill", "floor-extension", "guide", "bypass-guide", "feet")),
    "paint": frozenset(("again", "seal-leaf", "gaps")),
}

KINDS: dict[WorkKind, str] = {
    "out": "Take out and read",
    "frame": "Frame the opening",
    "set": "Set the {frame}",
    "hang": "Hang the {leaf}",
    "trim": "{casing}",
    "hardware": "Hardware, last check",
}
_OF_DOOR: dict[tuple[str, WorkKind], str] = {
    ("pocket", "set"): "Set the pocket kit", ("face_slider", "hang"): "Hang the slab on its track", ("bypass", "hang"): "Hang the leaves",
    ("cased", "set"): "Line the opening", ("cased", "hang"): "What its maker's sheet says",
}  # fmt: skip
_OF_PART: dict[str, WorkKind] = {
    "Taking out": "out", "Framing": "frame", "Frame": "set", "Setting": "set", "Hanging": "hang", "Finishing": "hardware",
}  # fmt: skip
# Minutes by rule (handbook 29); of what it has no rule for, what a pair that knows its work would say
OUT, CUT_IN, FRAME, FRAME_WIDE, KIT, STEEL_SET, STEEL_HANG = 30, 180, 45, 75, 60, 20, 20
UNIT, UNIT_TIGHT, SITE_SET, SITE_HANG, SLIDE, LEAF_IN_POCKET, SIDE, HARDWARE = 40, 75, 120, 60, 150, 30, 30, 25

HERE_BY = time(12)  # of the day something is promised for


@dataclass(frozen=True, slots=True)
class Work:
    """An operation of one opening.

    Attributes:
        kind: what it is; label: what it is called, a template over the word list; minutes: by rule or learnt; hands: how many at once.
        steps: of its card, by key; sort: what times it is learnt from; told: where its minutes are from.
        carries: what is carried to it, of its buy list.
        before: the trade that comes only once it is done; after: the trades that are done first.
    """

    kind: WorkKind
    label: str
    minutes: int
    hands: int
    steps: tuple[str, ...]
    carries: tuple[Item, ...] = ()
    before: Trade | None = None
    after: tuple[Trade, ...] = ()
    sort: str = ""
    told: str = "by rule"

    @property
    def brings(self) -> tuple[Item, ...]:
        """What must have come before it begins."""
        return tuple(item for item in self.carries if item.kind.must_come)


# of a sort and its minutes by rule: what it takes, and what that is from
Learnt = Callable[[str, int], tuple[int, str]]


def by_rule(sort: str, minutes: int) -> tuple[int, str]:
    """What a sort of work takes where nothing is learnt."""
    return minutes, "by rule"


def work_of(
    opening: Opening, result: Result, done: Collection[str], ticked: Collection[str], learnt: Learnt = by_rule
) -> tuple[Work, ...]:
    """Give what is still to do at an opening, in order: each waits for the one before.

    Args:
        opening: the facts; result: its answer, with its card; done: framed, set, signed; ticked: the steps that are done, by key.
        learnt: what each sort of work takes.
    """
    if "signed" in done:
        return ()
    over = _over(done)
    made = []
    kinds = steps_by_kind(opening, result.steps)
    for kind, steps in kinds.items():
        left = tuple(step.key for step in steps if step.key not in ticked)
        if left and kind not in over:
            items = tuple(
                item for item in result.hardware if next((k for k in item.kind.goes_with if k in kinds), None) == kind
            )
            before, after = _trades(opening, kind)
            sort = sort_of(opening, result, kind)
            minutes, told = learnt(sort, minutes_by_rule(opening, result, kind))
            made.append(
                Work(
                    kind, called(opening.kind, kind), minutes, _hands(opening, kind), left, items, before, after, sort, told
                )
            )  # fmt: skip
    return tuple(made)


def called(door: str, kind: WorkKind) -> str:
    """What an operation is called at a kind of door, a template over the word list."""
    return _OF_DOOR.get((door, kind), KINDS[kind])


def steps_by_kind(opening: Opening, steps: tuple[Step, ...]) -> dict[WorkKind, list[Step]]:
    """The card's steps by operation; those before the work belong to the first that comes.

    Args:
        opening: the facts; steps: of its card, in order.
    """
    found: dict[WorkKind, list[Step]] = {}
    early: list[Step] = []
    for step in steps:
        kind = _kind(opening, step)
        if kind is None:
            early.append(step)
        else:
            found.setdefault(kind, []).extend([*early, step])
            early = []
    if early and found:
        found[next(reversed(found))].extend(early)
    met, order = [*found], [*KINDS]
    if {"trim", "hang"} <= found.keys() and met.index("trim") < met.index("hang"):  # what hangs in front of its casing
        order.remove("trim")
        order.insert(order.index("hang"), "trim")
    return {kind: found[kind] for kind in order if kind in found}


def _kind(opening: Opening, step: Step) -> WorkKind | None:
    if step.part == "Before":
        return None
    if step.key.startswith("casing"):
        return "trim"
    kind = _OF_PART[step.part]
    if kind == "hang" and opening.frame.pre_hung and opening.kind == "swing":
        return "set"  # its leaf goes back on its pins with it
    return kind


def _tight(result: Result) -> bool:
    return any(flag.kind.stage in ("set", "survey") and flag.kind.level != "note" for flag in result.flags)


def sort_of(opening: Opening, result: Result, kind: WorkKind) -> str:
    """What an operation is learnt with: others of the same work, kind of door and frame, and way of doing it.

    Args:
        opening: the facts; result: its answer; kind: the operation.
    """
    said = [kind, opening.kind, *(["pair"] if opening.pair else [])]
    if kind == "frame":
        said += ["cut_in"] if opening.cut_in is not None else []
    elif kind in ("set", "hang") and opening.kind == "swing":
        said.append(kind_of_frame(opening.frame).name)
        if kind == "set":
            said += ["pre_hung", *(["tight"] if _tight(result) else [])] if opening.frame.pre_hung else []
            said += [f"by_{opening.setting.school}"] if opening.setting.school != "centred" else []
    return "/".join(said)


def minutes_by_rule(opening: Opening, result: Result, kind: WorkKind) -> int:
    """What an operation takes where nothing is learnt, in minutes.

    Args:
        opening: the facts; result: its answer; kind: the operation.
    """
    if kind == "out":
        return OUT
    if kind == "frame":
        wide = opening.pair or opening.kind == "pocket"
        return CUT_IN if opening.cut_in is not None else FRAME_WIDE if wide else FRAME
    if kind == "trim":
        return SIDE * 2
    if kind == "hardware":
        return HARDWARE
    if opening.kind in ("face_slider", "bypass", "cased"):
        return SLIDE if kind == "hang" else UNIT
    if opening.kind == "pocket":
        return KIT if kind == "set" else LEAF_IN_POCKET
    if kind_of_frame(opening.frame).name == "steel_wrap":
        return STEEL_SET if kind == "set" else STEEL_HANG
    if opening.frame.pre_hung:
        return UNIT_TIGHT if _tight(result) else UNIT
    return SITE_SET if kind == "set" else SITE_HANG


def _hands(opening: Opening, kind: WorkKind) -> int:
    """Two where the card says so: a header, a kit, a pair, a heavy leaf."""
    heavy = opening.mass is not None and opening.mass > TWO_PEOPLE[opening.tape.unit]
    if kind == "frame":
        return 2
    if kind in ("set", "hang"):
        return (
            2
            if heavy or opening.pair or (opening.kind == "pocket" and kind == "set") or opening.kind == "face_slider"
            else 1
        )
    return 1


def _trades(opening: Opening, kind: WorkKind) -> tuple[Trade | None, tuple[Trade, ...]]:
    """Which trade waits for an operation, and which it waits for (handbook 21)."""
    clamps = opening.kind == "swing" and kind_of_frame(opening.frame).clamps
    if kind == "frame" or (kind == "set" and opening.kind == "pocket"):
        return "wallboard", ()
    if kind == "set":
        first = opening.setting.before_finish and not clamps
        floor: tuple[Trade, ...] = ("floor",) if opening.frame.stands_on == "finished_floor" else ()
        if first and opening.kind == "swing":
            return "wallboard", floor
        late = clamps or (opening.kind == "swing" and opening.frame.pre_hung)
        return None, (*(("wallboard",) if late else ()), *floor)
    if kind == "trim" and any(_laid(stack) for stack in (opening.floors.a, opening.floors.b)):
        return None, ("wallboard", "floor")  # its legs stand on what is laid
    if kind == "hang" and opening.kind == "pocket":
        return None, ("wallboard", "paint")
    return None, ("wallboard",)


def _laid(stack: Stack) -> bool:
    """Whether a floor is laid on a side, as far as anybody has said."""
    return stack.layers is None or any(value_of(layer) != ZERO for layer in stack.layers)


Phase = Literal["before_wallboard", "to_set", "after_floor", "to_hang", "to_finish"]
PHASES: dict[Phase, str] = {
    "before_wallboard": "Before {wallboard}",
    "to_set": "To set",
    "after_floor": "To set, after floors",
    "to_hang": "To hang",
    "to_finish": "To finish",
}


Phases = tuple[tuple[WorkKind, Phase, frozenset[str]], ...]


def phases_of(opening: Opening, result: Result) -> Phases:
    """The operations of an opening in order, each with its phase of the house and its steps.

    Args:
        opening: the facts; result: its answer, with its card.
    """
    return tuple(
        (kind, _phase(opening, kind), frozenset(step.key for step in steps))
        for kind, steps in steps_by_kind(opening, result.steps).items()
    )


def _phase(opening: Opening, kind: WorkKind) -> Phase:
    before, after = _trades(opening, kind)
    if kind == "out" or before == "wallboard":
        return "before_wallboard"
    if kind == "set":
        return "after_floor" if "floor" in after else "to_set"
    return "to_hang" if kind == "hang" else "to_finish"


def phase_now(phases: Phases, done: Collection[str], ticked: Collection[str]) -> Phase | None:
    """Which phase an opening is in: that of the first operation that is not done; None where all is.

    Args:
        phases: its operations; done: framed, set, signed; ticked: the steps that are done, by key.
    """
    if "signed" in done:
        return None
    over = _over(done)
    return next((phase for kind, phase, steps in phases if kind not in over and not steps <= set(ticked)), None)


def _over(done: Collection[str]) -> frozenset[str]:
    """The operations that are done because the opening was said to be framed or set."""
    gone = {"framed": ("out", "frame"), "set": ("out", "frame", "set")}
    return frozenset(kind for what in done for kind in gone.get(what, ()))


def holds(result: Result) -> Iterator[Flag | Missing]:
    """What stands against doing anything at an opening: facts nobody has said, and stops."""
    yield from result.missing
    yield from (flag for flag in result.flags if flag.kind.level == "stop")
