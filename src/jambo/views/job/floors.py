"""The floors of a job as JSON gives them: who uses each, what waits on it, and what changes for whom when one changes."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from typing_extensions import TypedDict

from jambo.core.framing.floors import stack_height
from jambo.core.labels import label
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figure, Waiting, value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.solve import Result
from jambo.core.words.lists import Region
from jambo.format.document import Document, JobFloors, Opening
from jambo.format.facts import facts_of
from jambo.format.problems import Refused
from jambo.views.opening.changes import ChangeOut, JobOpening, change_of, solved
from jambo.views.opening.result import LengthOut, length_out

SIDES = ("a", "b")


class UserOut(TypedDict):
    """An opening that stands on a floor: the sides it has it on, and the cut figures and heights that wait on the floor."""

    id: int
    name: str
    room: str
    sides: list[str]
    waits: list[str]


class FloorOut(TypedDict):
    """A floor of the job: how thick it is (None while a layer has no thickness), its allowances, and who uses it."""

    key: str
    thick: LengthOut | None
    allowances: list[str]
    used_by: list[UserOut]


class FloorsOut(TypedDict):
    """The floors of a job, the openings with a floor of their own that is not settled, and those nobody has said."""

    floors: list[FloorOut]
    own: list[UserOut]
    unsaid: list[UserOut]


def uses(opening: Opening, keys: Iterable[str]) -> list[str]:
    """The sides on which an opening has one of these floors."""
    wanted = set(keys)
    return [s.upper() for s in SIDES if getattr(opening.floors, f"{s}_from") in wanted]


def changed(before: JobFloors, after: JobFloors) -> set[str]:
    """The keys of floors whose layers, or what they are, are not the same; a new name changes no figure."""
    was, now = ({f.key: (f.layers, f.kind, f.pile) for f in floors} for floors in (before, after))
    return {key for key in was.keys() | now.keys() if was.get(key) != now.get(key)}


def _waits(result: Result, words: Region) -> list[str]:
    """What of an opening stands on an allowance or on nothing: the pieces to cut, and the opening's height."""
    found = []
    for name in dict.fromkeys((names.RO_HEIGHT, *(p.length.name for p in result.pieces))):
        figure = result.figures.get(name)
        on_floor = isinstance(figure, Waiting) and any("floors" in m.path for m in figure.on)
        if on_floor or (isinstance(figure, Figure) and figure.allowances):
            found.append(label(name, words))
    return found


def floors_out(floors: JobFloors, openings: Sequence[JobOpening], unit: Unit, tape: Tape, words: Region) -> FloorsOut:
    """Say of every floor who uses it and what waits on it."""
    answers = [(one, solved(one.document)) for one in openings]
    waits = {one.id: _waits(found[1], words) if found else [] for one, found in answers}

    def user(one: JobOpening, sides: list[str], waiting: bool = True) -> UserOut:
        told = waits[one.id] if waiting else []
        return {"id": one.id, "name": one.name, "room": one.room, "sides": sides, "waits": told}

    rows: list[FloorOut] = []
    for floor in floors:
        open_ = any(layer.allowance is not None or layer.thickness in (None, "") for layer in floor.layers)
        thick = _thick(floors, floor.key, unit)
        users = [user(one, sides, open_) for one in openings if (sides := uses(one.document.opening, [floor.key]))]
        rows.append(
            {
                "key": floor.key,
                "thick": length_out(thick, tape) if thick is not None else None,
                "allowances": [x.allowance or "not chosen yet" for x in floor.layers if x.allowance is not None],
                "used_by": users,
            }
        )
    own, unsaid = [], []
    for one in openings:
        said = one.document.opening.floors
        free = [s for s in SIDES if getattr(said, f"{s}_from") is None]
        missing = [s.upper() for s in free if getattr(said, s) is None]
        guessed = [s.upper() for s in free if any(x.allowance is not None for x in getattr(said, s) or ())]
        if missing:
            unsaid.append(user(one, missing))
        if guessed:
            own.append(user(one, guessed))
    return {"floors": rows, "own": own, "unsaid": unsaid}


def _thick(floors: JobFloors, key: str, unit: Unit) -> Length | None:
    """How thick a floor is, read the way an opening on it reads it; None while a layer has no thickness."""
    opening = Opening.model_validate({"floors": {"a_from": key}})
    try:
        facts = facts_of(Document(unit=unit, floors=floors, opening=opening))
    except Refused:
        return None
    return value_of(stack_height(facts.opening.floors.a))


def changes(
    before: JobFloors, after: JobFloors, openings: Sequence[JobOpening], tape: Tape, words: Region
) -> list[ChangeOut]:
    """What changes for whom between two states of a job's floors: every opening that uses a floor that changed."""
    keys = changed(before, after)
    return [
        change_of(
            one,
            one.document.model_copy(update={"floors": before}),
            one.document.model_copy(update={"floors": after}),
            tape,
            words,
        )
        for one in openings
        if uses(one.document.opening, keys)
    ]
