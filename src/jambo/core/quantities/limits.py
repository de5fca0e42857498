"""What a length can be, by what it is the length of. Anything outside is refused at the door, never corrected."""

from __future__ import annotations

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import ZERO, Length


@dataclass(frozen=True, slots=True)
class LengthKind:
    """A kind of length: the words for it, such as every region has, its least and greatest sensible value, whether it is a leaf's size."""

    words: str
    least: Length
    most: Length
    leaf_size: bool = False


def _kind(words: str, least_in: str, most_in: str, leaf_size: bool = False) -> LengthKind:
    return LengthKind(words, Length.inches(least_in), Length.inches(most_in), leaf_size)


KINDS: dict[str, LengthKind] = {
    "leaf_width": _kind("a leaf width", "12", "60", leaf_size=True),
    "leaves_width": _kind("a width over all leaves", "24", "240", leaf_size=True),
    "leaf_height": _kind("a leaf height", "48", "144", leaf_size=True),
    "leaf_thickness": _kind("a leaf thickness", "3/4", "4"),
    "frame_thickness": _kind("a leg thickness", "3/8", "3"),
    "gap": _kind("a gap", "0", "2"),
    "shim_space": _kind("a space round the frame", "0", "4"),
    "add": _kind("an add-on", "0", "12"),
    "layer": _kind("a floor layer", "0", "8"),
    "foot": _kind("a foot height", "0", "8"),
    "wall_height": _kind("a wall height", "12", "480"),  # a knee wall is as high as any stud
    "wall_length": _kind("a wall length", "12", "7200"),
    "wall_thickness": _kind("a wall thickness", "1", "36"),
    "finish": _kind("a wall finish", "0", "6"),
    "plate": _kind("a plate thickness", "0", "6"),
    "stud": _kind("a stud thickness", "1/2", "6"),
    "stud_depth": _kind("a stud depth", "1", "16"),
    "spacing": _kind("a spacing", "4", "60"),
    "header_depth": _kind("a depth over the opening", "1/2", "48"),
    "position": _kind("a position along the wall", "0", "7200"),
    "height": _kind("a height", "0", "480"),
    "opening_width": _kind("a finished opening width", "12", "360"),
    "opening_height": _kind("a finished opening height", "48", "240"),
    "diagonal": _kind("a diagonal", "24", "480"),
    "cut": _kind("a cut length", "0", "720"),
    "stick": _kind("a length of stock", "1", "720"),
    "piece": _kind("a piece to cut", "1/4", "7200"),
    "track": _kind("a track length", "12", "480"),
    "lean": _kind("a lean", "0", "4"),
    "wall_lean": _kind("a lean", "0", "4"),
    "shim_length": _kind("a wedge length", "2", "24"),
    "small": _kind("a small length", "0", "12"),
}


def allows(value: Length, of: LengthKind) -> bool:
    """Say whether a value is sensible for its kind."""
    return value >= ZERO and of.least <= value <= of.most
