"""The parts of an opening's document that hold declared facts: where each stands, and the stage on which it is settled."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable
from functools import cache
from typing import Any

from jambo.core.facts.casing import Casing
from jambo.core.facts.cut_in import CutIn
from jambo.core.facts.declared import stages_of
from jambo.core.facts.floors import FloorSaid
from jambo.core.facts.frame import FrameFacts
from jambo.core.facts.hardware import Lockset
from jambo.core.facts.leaf import InHand, Leaf
from jambo.core.facts.placing import Header, Placing
from jambo.core.facts.setting import Delivered, Setting
from jambo.core.facts.wall import Wall
from jambo.core.frozen import dataclass
from jambo.core.kinds.bypass.facts import Bypass
from jambo.core.kinds.cased.facts import Cased
from jambo.core.kinds.face_slider.facts import Slider
from jambo.core.kinds.pocket.facts import PocketKit
from jambo.core.quantities.figure import Missing
from jambo.core.rules import RULES
from jambo.core.stages import STAGES, Stage


@dataclass(frozen=True, slots=True)
class DocumentPart:
    """A part of the document: its path, the facts declared for it, and its stage. [] stands for any number."""

    path: str
    facts: type[Any]
    stage: Stage


PARTS = (
    DocumentPart("opening.door.leaves[]", Leaf, "door"),
    DocumentPart("opening.door.in_hand", InHand, "door"),
    DocumentPart("opening.door.in_hand_fixed", InHand, "door"),
    DocumentPart("opening.door.hardware", Lockset, "door"),
    DocumentPart("opening.door.pocket", PocketKit, "pocket"),
    DocumentPart("opening.door.slider", Slider, "track"),
    DocumentPart("opening.door.bypass", Bypass, "door"),
    DocumentPart("opening.door.cased", Cased, "door"),
    DocumentPart("opening.floors.a_is", FloorSaid, "floor"),
    DocumentPart("opening.floors.b_is", FloorSaid, "floor"),
    DocumentPart("floors[]", FloorSaid, "floor"),
    DocumentPart("opening.frame", FrameFacts, "frame"),
    DocumentPart("opening.casing", Casing, "trim"),
    DocumentPart("opening.header", Header, "frame"),
    DocumentPart("opening.position", Placing, "frame"),
    DocumentPart("opening.cut_in", CutIn, "frame"),
    DocumentPart("opening.unit", Delivered, "set"),
    DocumentPart("opening.setting", Setting, "set"),
    DocumentPart("wall", Wall, "frame"),
)

# What is no part of declared facts, or stands over several of them
_PLACES: dict[str, Stage] = {
    "opening": "frame", "opening.mark": "door", "opening.room": "door", "opening.door": "door", "opening.floors": "floor",
    "opening.rules": "opening", "opening.school": "opening", "opening.add_from": "opening", "opening.head_line": "opening",
    "opening.head_gain": "opening", "floors": "floor", "wall": "frame", "survey": "survey", "cuts": "frame",
}  # fmt: skip


def home_of(path: str) -> Stage:
    """Give the stage on which the fact at a path is settled: that of the nearest path above it that has one."""
    at = re.sub(r"\[\d+\]", "[]", path)
    named = homes()
    while at and at not in named:
        at = at.removesuffix("[]") if at.endswith("[]") else at.rpartition(".")[0]
    return named.get(at, "frame")


def unsettled(missing: Iterable[Missing], stages: Collection[Stage]) -> tuple[Stage, ...]:
    """Give the stages that wait for a fact, in their order.

    Args:
        missing: the facts nobody has given; stages: those this kind of opening has. A fact of any other is asked on its frame stage.
    """
    waiting = {home if (home := home_of(one.path)) in stages else "frame" for one in missing}
    return tuple(stage for stage in STAGES if stage in waiting)


@cache
def homes() -> dict[str, Stage]:
    """Give the stage on which a fact is settled, by path; what is not named stands with the nearest path above it."""
    found = dict(_PLACES)
    found |= {f"opening.rules.{name}": rule.stage for name, rule in RULES.items() if rule.stage != "opening"}
    for part in PARTS:
        found[part.path] = part.stage
        found |= {f"{part.path}.{key}": stage for key, stage in stages_of(part.facts)}
    return found
