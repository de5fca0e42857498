"""From a document to floors: an opening's own layers, or those of a floor of the job it names."""

from __future__ import annotations

from typing import Any

from jambo.core.facts.floors import FloorSaid, Stack
from jambo.core.labels import OWN_NAME
from jambo.core.quantities.figure import Fact, Known
from jambo.core.quantities.tape import Tape, Unit
from jambo.format import document as doc
from jambo.format.problems import Refused
from jambo.format.reader import Reader


def _layers(layers: list[doc.Layer], path: str, reader: Reader) -> tuple[Fact, ...]:
    facts: list[Fact] = []
    for i, layer in enumerate(layers):
        why = layer.allowance if layer.allowance is None else layer.allowance or "not chosen yet"
        fact = reader.length(layer, "thickness", f"{path}[{i}]", "layer", why)
        facts.append(
            Known(f"{OWN_NAME}{layer.name}" if layer.name else "layer", fact.value, fact.source)
            if isinstance(fact, Known)
            else fact
        )
    return tuple(facts)


def _is(said: doc.FloorIs, path: str, reader: Reader) -> FloorSaid:
    return FloorSaid(pile=reader.length(said, "pile", path, "carpet_pile"), kind=said.kind)


def stack_of(side: Any, said: doc.Floors, floors: doc.JobFloors, reader: Reader) -> Stack:
    """A side's floor: one of the job's when it names one, else its own layers.

    Args:
        side: "A" or "B"; said: of the floors of the opening: layers, or a key of the job's; floors: the job's.
        reader: gathers lengths and errors.
    """
    letter = side.lower()
    path, own, key = f"opening.floors.{letter}", getattr(said, letter), getattr(said, f"{letter}_from")
    it_is = _is(getattr(said, f"{letter}_is"), f"{path}_is", reader)
    if key is None:
        return Stack(side, None if own is None else _layers(own, path, reader), path, it_is)
    for i, floor in enumerate(floors):
        if floor.key == key:
            path = f"floors[{i}].layers"
            return Stack(side, _layers(floor.layers, path, reader), path, _is(floor, f"floors[{i}]", reader))
    keys = ", ".join(floor.key for floor in floors) or "none is kept yet"
    reader.refuse(f"{path}_from", f"the job has no floor {key!r}", f"a floor of the job: {keys}")
    return Stack(side, None, path)


def check_floors(floors: doc.JobFloors, unit: Unit) -> None:
    """Refuse floors of a job that cannot be: a layer that is no thickness, two floors under one key. Raises Refused."""
    reader = Reader(unit, Tape.of(unit))
    for i, floor in enumerate(floors):
        _layers(floor.layers, f"floors[{i}].layers", reader)
        _is(floor, f"floors[{i}]", reader)
        if floor.key in [other.key for other in floors[:i]]:
            reader.refuse(f"floors[{i}].key", f"two floors are called {floor.key!r}", "a key of its own for each floor")
    if reader.errors:
        raise Refused(reader.errors)
