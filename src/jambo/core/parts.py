"""The parts of an opening's document that hold declared facts: where each stands, and the stage on which it is settled."""

from __future__ import annotations

import re
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
from jambo.core.kinds.face_slider.facts import Slider
from jambo.core.kinds.pocket.facts import PocketKit
from jambo.core.rules import RULES
from jambo.core.stages import Stage


@dataclass(frozen=True, slots=True)
class Part:
    """A part of the document: its path, the facts declared for it, and its stage. [] stands for any number."""

    path: str
    facts: type[Any]
    stage: Stage


PARTS = (
    Part("opening.door.leaves[]", Leaf, "door"),
    Part("opening.door.in_hand", InHand, "door"),
    Part("opening.door.hardware", Lockset, "door"),
    Part("opening.door.pocket", PocketKit, "pocket"),
    Part("opening.door.slider", Slider, "track"),
    Part("opening.door.bypass", Bypass, "door"),
    Part("opening.floors.a_is", FloorSaid, "floor"),
    Part("opening.floors.b_is", FloorSaid, "floor"),
    Part("floors[]", FloorSaid, "floor"),
    Part("opening.frame", FrameFacts, "frame"),
    Part("opening.casing", Casing, "trim"),
    Part("opening.header", Header, "frame"),
    Part("opening.position", Placing, "frame"),
    Part("opening.cut_in", CutIn, "frame"),
    Part("opening.unit", Delivered, "set"),
    Part("opening.setting", Setting, "set"),
    Part("wall", Wall, "frame"),
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


@cache
def homes() -> dict[str, Stage]:
    """Give the stage on which a fact is settled, by path; what is not named stands with the nearest path above it."""
    found = dict(_PLACES)
    found |= {f"opening.rules.{name}": rule.stage for name, rule in RULES.items() if rule.stage != "opening"}
    for part in PARTS:
        found[part.path] = part.stage
        found |= {f"{part.path}.{key}": stage for key, stage in stages_of(part.facts)}
    return found
