"""From a document to what is said of one kind of door: a kit, a track with its slab, bypass leaves."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from jambo.core.facts.opening import DoorKind
from jambo.core.kinds.bypass.facts import Bypass
from jambo.core.kinds.cased.facts import Cased
from jambo.core.kinds.face_slider.facts import Beside, Lean, Slider
from jambo.core.kinds.pocket.facts import InZone, PocketKit
from jambo.core.quantities.figure import Known, Source
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules
from jambo.format import document as doc
from jambo.format.reader import Reader, known, mass_of


def own_facts(door: doc.Door, rules: HouseRules, reader: Reader) -> object:
    """Read what is said of every kind, so that nothing wrong is kept unseen, and give what counts for this one."""
    said = {kind: read(door, rules, reader) for kind, read in _READ.items()}
    return said.get(door.kind)


def _pocket(door: doc.Door, rules: HouseRules, reader: Reader) -> PocketKit:
    path, pocket = "opening.door.pocket", door.pocket
    found = tuple(InZone(f.what, f.moved, f"{path}.found[{i}].moved") for i, f in enumerate(pocket.found))
    return PocketKit(**reader.facts(PocketKit, pocket, path, rules), found=found)


def _slider(door: doc.Door, rules: HouseRules, reader: Reader) -> Slider:
    path, slider = "opening.door.slider", door.slider
    studs = None
    if slider.studs is not None:
        centres = [known(reader, s, "at", f"{path}.studs[{i}]", "found_stud") for i, s in enumerate(slider.studs)]
        studs = tuple(centre for centre in centres if centre is not None)
    leans = []
    for i, one in enumerate(slider.lean):
        where = f"{path}.lean[{i}]"
        height, by = known(reader, one, "at", where, "height"), known(reader, one, "by", where, "wall_lean")
        over = reader.heard[f"{where}.by"].over if by is not None else None
        if height is None and over is not None:
            height = Known("height", ZERO, Source("given", f"{where}.at"))  # a slope runs down to the floor
        if height is not None and by is not None:
            forward = by.value if one.toward == "slab" else -by.value
            leans.append(Lean(height, forward, f"{where}.by", over))
    beside = [
        Beside(b.what, d)
        for i, b in enumerate(slider.beside)
        if (d := known(reader, b, "distance", f"{path}.beside[{i}]", "position")) is not None
    ]
    said: dict[str, Any] = reader.facts(Slider, slider, path, rules)
    said |= {"rating": mass_of(slider.rating, f"{path}.rating", reader)}
    return Slider(**said, studs=studs, lean=tuple(leans), beside=tuple(beside))


def _bypass(door: doc.Door, rules: HouseRules, reader: Reader) -> Bypass:
    return Bypass(**reader.facts(Bypass, door.bypass, "opening.door.bypass", rules))


def _cased(door: doc.Door, rules: HouseRules, reader: Reader) -> Cased:
    return Cased(**reader.facts(Cased, door.cased, "opening.door.cased", rules))


_READ: dict[DoorKind, Callable[[doc.Door, HouseRules, Reader], object]] = {
    "pocket": _pocket,
    "face_slider": _slider,
    "bypass": _bypass,
    "cased": _cased,
}
