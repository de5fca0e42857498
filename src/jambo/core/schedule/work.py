"""The work of an opening as operations (handbook 29): made from its card, every step in one of them; how long each takes by rule."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import dataclass
from typing import Literal

from jambo.core.facts.leaf import TWO_PEOPLE
from jambo.core.facts.opening import Opening
from jambo.core.flags import Flag
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.items import Item
from jambo.core.quantities.figure import Missing
from jambo.core.solve import Result
from jambo.core.step import Step

Kind = Literal["out", "frame", "set", "hang", "trim", "hardware"]
Trade = Literal["wallboard", "floor", "paint"]
TRADES: dict[Trade, str] = {"wallboard": "{wallboard}", "floor": "floors", "paint": "paint"}

KINDS: dict[Kind, str] = {
    "out": "Take out and read",
    "frame": "Frame the opening",
    "set": "Set the {frame}",
    "hang": "Hang the {leaf}",
    "trim": "{casing}",
    "hardware": "Hardware, last check",
}
_OF_DOOR: dict[tuple[str, Kind], str] = {
    ("pocket", "set"): "Set the pocket kit", ("face_slider", "hang"): "Hang the slab on its track", ("bypass", "hang"): "Hang the leaves",
}  # fmt: skip
_OF_PART: dict[str, Kind] = {
    "Taking out": "out", "Framing": "frame", "Frame": "set", "Setting": "set", "Hanging": "hang", "Finishing": "hardware",
}  # fmt: skip
# Minutes by rule (handbook 29); of what it has no rule for, what a pair that knows its work would say
OUT, CUT_IN, FRAME, FRAME_WIDE, KIT, STEEL_SET, STEEL_HANG = 30, 180, 45, 75, 60, 20, 20
UNIT, UNIT_TIGHT, SITE_SET, SITE_HANG, SLIDE, LEAF_IN_POCKET, SIDE, HARDWARE = 40, 75, 120, 60, 150, 30, 30, 25

# What has come before an operation begins, by key of ITEMS
BROUGHT: dict[Kind, tuple[str, ...]] = {
    "set": ("unit", "lining_kit", "split_jamb", "steel_frame", "pocket_kit", "sill"),
    "hang": ("leaf", "slab", "bypass_leaf", "track", "bypass_track"),
}


@dataclass(frozen=True, slots=True)
class Work:
    """An operation of one opening.

    Attributes:
        kind: what it is; label: what it is called, a template over the word list; minutes, hands: by rule; steps: of its card, by key.
        brings: what must have come, of its buy list.
        before: the trade that comes only once it is done; after: the trades that are done first.
    """

    kind: Kind
    label: str
    minutes: int
    hands: int
    steps: tuple[str, ...]
    brings: tuple[Item, ...] = ()
    before: Trade | None = None
    after: tuple[Trade, ...] = ()


def work_of(opening: Opening, result: Result, done: Collection[str], ticked: Collection[str]) -> tuple[Work, ...]:
    """Give what is still to do at an opening, in order: each waits for the one before.

    Args:
        opening: the facts; result: its answer, with its card; done: framed, set, signed; ticked: the steps that are done, by key.
    """
    if "signed" in done:
        return ()
    gone = {"framed": ("out", "frame"), "set": ("out", "frame", "set")}
    over = {kind for what in done for kind in gone.get(what, ())}
    made = []
    for kind, steps in _grouped(opening, result.steps).items():
        left = tuple(step.key for step in steps if step.key not in ticked)
        if left and kind not in over:
            items = tuple(item for item in result.hardware if item.name in BROUGHT.get(kind, ()))
            before, after = _trades(opening, kind)
            called = _OF_DOOR.get((opening.kind, kind), KINDS[kind])
            made.append(
                Work(kind, called, _minutes(opening, result, kind), _hands(opening, kind), left, items, before, after)
            )
    return tuple(made)


def _grouped(opening: Opening, steps: tuple[Step, ...]) -> dict[Kind, list[Step]]:
    """The card's steps by operation; those before the work belong to the first that comes."""
    found: dict[Kind, list[Step]] = {}
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
    return {kind: found[kind] for kind in KINDS if kind in found}


def _kind(opening: Opening, step: Step) -> Kind | None:
    if step.part == "Before":
        return None
    if step.part == "Finishing" and step.key.startswith("casing"):
        return "trim"
    kind = _OF_PART[step.part]
    if kind == "hang" and opening.frame.pre_hung and opening.kind == "swing":
        return "set"  # its leaf goes back on its pins with it
    return "hang" if kind == "set" and opening.kind in ("face_slider", "bypass") and step.part == "Setting" else kind


def _minutes(opening: Opening, result: Result, kind: Kind) -> int:
    if kind == "out":
        return OUT
    if kind == "frame":
        wide = opening.pair or opening.kind == "pocket"
        return CUT_IN if opening.cut_in is not None else FRAME_WIDE if wide else FRAME
    if kind == "trim":
        return SIDE * 2
    if kind == "hardware":
        return HARDWARE
    if opening.kind in ("face_slider", "bypass"):
        return SLIDE if kind == "hang" else UNIT
    if opening.kind == "pocket":
        return KIT if kind == "set" else LEAF_IN_POCKET
    if kind_of_frame(opening.frame).name == "steel_wrap":
        return STEEL_SET if kind == "set" else STEEL_HANG
    if opening.frame.pre_hung:
        tight = any(flag.kind.stage in ("set", "survey") and flag.kind.level != "note" for flag in result.flags)
        return UNIT_TIGHT if tight else UNIT
    return SITE_SET if kind == "set" else SITE_HANG


def _hands(opening: Opening, kind: Kind) -> int:
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


def _trades(opening: Opening, kind: Kind) -> tuple[Trade | None, tuple[Trade, ...]]:
    """Which trade waits for an operation, and which it waits for (handbook 21)."""
    wraps = opening.kind == "swing" and kind_of_frame(opening.frame).name == "steel_wrap"
    if kind == "frame" or (kind == "set" and opening.kind == "pocket"):
        return "wallboard", ()
    if kind == "set" and not wraps:
        on_floor = opening.frame.stands_on == "finished_floor"
        return None, ("floor",) if on_floor else ()
    if kind == "hang" and opening.kind == "pocket":
        return None, ("wallboard", "paint")
    return None, ("wallboard",)


def holds(result: Result) -> Iterator[Flag | Missing]:
    """What stands against doing anything at an opening: facts nobody has said, and stops."""
    yield from result.missing
    yield from (flag for flag in result.flags if flag.kind.level == "stop")
