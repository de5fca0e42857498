"""What is usual in a job, put where an opening and its wall say nothing themselves (handbook 26)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from pydantic import BaseModel

from jambo.core.kinds.registry import KINDS
from jambo.format import document as doc
from jambo.format.paths import put
from jambo.format.problems import FieldError, Refused

_PARTS = {
    "wall": "wall", "header": "opening.header", "floors": "opening.floors", "frame": "opening.frame", "casing": "opening.casing",
    "leaf": "opening.door.leaves[0]", "hardware": "opening.door.hardware",
}  # fmt: skip
# A height is said with its way, and a side's floor by its layers or by a name: what stands beside it is no part of it.
_WITH = {
    ("wall", "height"): ("height_right", "height_by"),
    ("wall", "height_by"): ("height", "height_right"),
    ("opening.floors", "a_from"): ("a",),
    ("opening.floors", "b_from"): ("b",),
}


def _says(said: BaseModel, key: str) -> bool:
    """Whether a part says a fact itself; an emptied one says nothing, a choice only where somebody made it."""
    return key in said.model_fields_set and getattr(said, key) not in (None, "")


def _taken(path: str, said: BaseModel, usual: BaseModel) -> dict[str, Any]:
    """The facts of one part that its job gives it."""
    return {
        key: value
        for key in type(usual).model_fields
        if (value := getattr(usual, key)) not in (None, "")
        and not _says(said, key)
        and not any(_says(said, other) for other in _WITH.get((path, key), ()))
    }


def _frame(said: doc.Frame, usual: doc.UsualFrame, swings: bool) -> doc.UsualFrame:
    """The usual frame as far as it counts here: facts of one kind of frame are none of another, and only a swing door has kinds."""
    usually = usual.kind or "flat_jamb"
    own = said.kind if _says(said, "kind") else usually if swings else "flat_jamb"
    if own != usually:
        return doc.UsualFrame()
    return usual if swings else usual.model_copy(update={"kind": None})


def with_usual(document: doc.Document) -> tuple[doc.Document, Mapping[str, Any]]:
    """Put what is usual in the job where the document says nothing.

    Args:
        document: one opening with its wall, and its job's `usual`.

    Returns:
        The document as it is meant, and what was taken from the job, by path.
    """
    usual = document.usual
    if not usual.model_fields_set:
        return document, {}
    opening = document.opening
    door, casing = opening.door, opening.casing
    frame = _frame(opening.frame, usual.frame, KINDS[door.kind].swings)
    changed: dict[str, BaseModel] = {}
    found: dict[str, Any] = {}

    def take(path: str, said: BaseModel, usually: BaseModel) -> BaseModel:
        taken = _taken(path, said, usually)
        found.update({f"{path}.{key}": value for key, value in taken.items()})
        return said.model_copy(update=taken) if taken else said

    wall = take("wall", document.wall, usual.wall)
    changed["header"] = take("opening.header", opening.header, usual.header)
    changed["floors"] = take("opening.floors", opening.floors, usual.floors)
    changed["frame"] = take("opening.frame", opening.frame, frame)
    if not casing.none:
        changed["casing"] = take("opening.casing", casing, usual.casing)
    hardware = take("opening.door.hardware", door.hardware, usual.hardware)
    # a second leaf is as thick as the first
    leaf = take("opening.door.leaves[0]", door.leaves[0], usual.leaf)
    changed["door"] = door.model_copy(update={"hardware": hardware, "leaves": [leaf, *door.leaves[1:]]})
    meant = document.model_copy(update={"wall": wall, "opening": opening.model_copy(update=changed)})
    return meant, found


def _paths() -> dict[str, str]:
    parts = doc.Usual.model_fields.items()
    return {f"{_PARTS[part]}.{key}": f"usual.{part}.{key}" for part, of in parts for key in of.annotation.model_fields}  # type: ignore[union-attr]


USUAL = _paths()  # every fact a job may give an opening or its wall: its path there, and where the job keeps it

# What is never usual, and can be said of many that were looked at: whether their walls carry load, and where they stand
OF_MANY = (
    "wall.bearing", "opening.header.source", "opening.position.measured_from", "opening.position.to",
    "opening.position.distance",
)  # fmt: skip

UsualChange = Mapping[str, Any]  # facts by path, as a document writes them; None puts what is usual in its place


def applied(change: UsualChange, wall: Any, opening: Any) -> tuple[Any, Any]:
    """Put facts into the documents of a wall and of an opening in it.

    Args:
        change: by path; wall, opening: as kept, plain data.

    Raises:
        Refused: for a path that is no fact a job may give.
    """
    strange = [path for path in change if path not in USUAL and path not in OF_MANY]
    if strange:
        raise Refused(
            [
                FieldError(p, "that is no fact of many openings", "accepted: " + ", ".join([*USUAL, *OF_MANY]))
                for p in strange
            ]
        )
    found = {"wall": wall, "opening": opening}
    for path, value in change.items():
        found = put(found, path, value)
        # a floor named by the job takes the place of layers, and what is usual the place of both
        if path.startswith("opening.floors.") and value is None:
            found = put(found, path.removesuffix("_from"), None)
        if path == "opening.casing.width" and value is not None:
            found = put(found, "opening.casing.none", None)
    return found["wall"], found["opening"]
