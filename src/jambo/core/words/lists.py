"""The crew's word list (handbook 1): the same part under the names three regions use for it."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

Region = Literal["north_america", "britain", "australia"]


REGIONS: tuple[Region, ...] = ("north_america", "britain", "australia")

_PARTS: dict[str, tuple[str, str, str]] = {
    "frame": ("jamb set", "door lining", "door jamb"),
    "leg": ("side jamb", "jamb leg", "jamb stile"),
    "head": ("head jamb", "head", "head"),
    "casing": ("casing", "architrave", "architrave"),
    "casing_step": ("reveal", "quirk", "quirk"),
    "leaf_gap": ("reveal", "clearance", "clearance"),
    "shim": ("shim", "packer", "packer"),
    "lining": ("jamb stock", "lining", "jamb lining"),
    "header": ("header", "lintel", "lintel"),
    "header_ply": ("header ply", "lintel ply", "lintel ply"),
    "header_packing": ("packing in the header", "packing in the lintel", "packing in the lintel"),
    "jack": ("jack", "cripple stud", "jamb stud"),
    "king": ("king stud", "full-height stud", "full-height stud"),
    "cripple": ("cripple", "short stud", "short stud"),
    "wallboard": ("drywall", "plasterboard", "plasterboard"),
    "strike": ("strike", "keep", "striker"),
    "plate": ("bottom plate", "sole plate", "bottom plate"),
    "top_plate": ("top plate", "head plate", "top plate"),
    "leaf": ("leaf", "leaf", "leaf"),
    "split_leg": ("split jamb, half", "split jamb leg, half", "split jamb stile, half"),
    "split_head": ("split head jamb, half", "split head, half", "split head, half"),
    "head_packer": ("packer over the head", "packer over the head", "packer over the head"),
    "king_filler": (
        "filler beside the standing stud",
        "packer beside the standing stud",
        "packer beside the standing stud",
    ),
    "filler": ("filler strip", "filler strip", "filler strip"),
    "extension_strip": ("extension strip", "extension strip", "extension strip"),
    "slab": ("slab", "slab", "slab"),
    "track": ("track", "track", "track"),
    "backer": ("backer board", "backing board", "backing board"),
    "stud": ("stud", "stud", "stud"),
    "buck_leg": ("buck leg", "buck leg", "buck leg"),
    "buck_head": ("buck head", "buck head", "buck head"),
    "nail": ("nail", "nail", "nail"),
    "nailer": ("nailer", "nailer", "nailer"),
    "saw": ("saw", "saw", "saw"),
    "long_nails": ("long nails", "long nails", "long nails"),
    "plane": ("plane", "plane", "plane"),
    "backing": ("stud", "stud", "stud"),
}

# What is called otherwise in a wall of steel studs and tracks, which are cut with snips and screwed
_STEEL: dict[str, tuple[str, str, str]] = {
    "plate": ("bottom track", "floor track", "bottom track"),
    "top_plate": ("top track", "head track", "top track"),
    "stud": ("steel stud", "steel stud", "steel stud"),
    "jack": ("jack stud", "cripple stud", "jamb stud"),
    "header_ply": ("header stud", "lintel stud", "lintel stud"),
    "header_packing": ("track that boxes the header", "track that boxes the lintel", "track that boxes the lintel"),
    "backing": ("buck", "buck", "buck"),
    "nail": ("screw", "screw", "screw"),
    "nailer": ("screw gun", "screw gun", "screw gun"),
    "saw": ("snips", "snips", "snips"),
}
# Where the frame is fixed to the steel itself: no nail holds in it, and no plane takes anything off
_BARE_STEEL = {"long_nails": "trim screws", "plane": "unscrew and shift", "backing": "steel stud"}

InSteel = Literal[
    "north_america/steel", "britain/steel", "australia/steel", "north_america/buck", "britain/buck", "australia/buck"
]
Words = Region | InSteel
# Each region's lists for a wall of steel: with the frame fixed to it, and to a timber buck
_IN_STEEL: dict[Region, tuple[InSteel, InSteel]] = {
    "north_america": ("north_america/steel", "north_america/buck"),
    "britain": ("britain/steel", "britain/buck"),
    "australia": ("australia/steel", "australia/buck"),
}

WORDS: dict[Words, dict[str, str]] = {}
for _i, (_region, (_bare, _buck)) in enumerate(_IN_STEEL.items()):
    WORDS[_region] = {part: names[_i] for part, names in _PARTS.items()}
    WORDS[_buck] = WORDS[_region] | {part: names[_i] for part, names in _STEEL.items()}
    WORDS[_bare] = WORDS[_buck] | _BARE_STEEL


def of_wall(words: Words, *, steel: bool, buck: bool = True) -> Words:
    """The word list for an opening by what its wall is framed in, and by whether a timber buck stands in its hole.

    Example:
        `of_wall("britain", steel=True)` is the list in which a sole plate is a floor track.
    """
    return _IN_STEEL[words][buck] if steel and words in _IN_STEEL else words


def fill(template: str, region: Words, **values: str) -> str:
    """Fill a sentence with the region's words for parts and with the values given, and start it with a capital.

    Example:
        `fill("a new {stud}", "north_america")` is "A new stud".
    """
    return _filled(template, region, **values) if values else _plain(template, region)


@lru_cache(maxsize=5_000)
def _plain(template: str, region: Words) -> str:
    return _filled(template, region)


def _filled(template: str, region: Words, **values: str) -> str:
    text = template.format(**WORDS[region], **values)
    return text[:1].upper() + text[1:]


def listed(names: Sequence[str]) -> str:
    """Write names one after the other: "a", "a and b", "a, b and c"."""
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " and " + names[-1]
