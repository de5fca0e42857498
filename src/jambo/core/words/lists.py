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
}

WORDS: dict[Region, dict[str, str]] = {
    region: {part: names[i] for part, names in _PARTS.items()} for i, region in enumerate(REGIONS)
}


def fill(template: str, region: Region, **values: str) -> str:
    """Fill a sentence with the region's words for parts and with the values given, and start it with a capital.

    Example:
        `fill("a new {stud}", "north_america")` is "A new stud".
    """
    return _filled(template, region, **values) if values else _plain(template, region)


@lru_cache(maxsize=5_000)
def _plain(template: str, region: Region) -> str:
    return _filled(template, region)


def _filled(template: str, region: Region, **values: str) -> str:
    text = template.format(**WORDS[region], **values)
    return text[:1].upper() + text[1:]


def listed(names: Sequence[str]) -> str:
    """Write names one after the other: "a", "a and b", "a, b and c"."""
    return names[0] if len(names) == 1 else ", ".join(names[:-1]) + " and " + names[-1]
