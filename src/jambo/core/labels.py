"""What a slip calls a term: a figure, a house rule, a fact as it is declared, or something a rule brought in itself."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from functools import cache, lru_cache

from jambo.core.facts.declared import lengths_of
from jambo.core.framing.pieces import Piece
from jambo.core.parts import PARTS
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import figure_name
from jambo.core.quantities.tape import Tape, show
from jambo.core.rules import RULES
from jambo.core.words.lists import WORDS, Words, fill, of_wall

TERMS: dict[str, str] = {
    "layer": "floor layer",
    "full_stud": "full {stud}",
    "wall_over_all": "wall over all, to the top of its plates",
    "each_top_plate": "{top_plate} thickness",
    "bare_floor": "bare floor",
    "tape_start": "the tape starts here",
    "floor_a_stack": "floor on side A",
    "floor_b_stack": "floor on side B",
    "strip": "threshold strip",
    "other_leaf_width": "fixed {leaf} width",
    "other_leaf_height": "fixed {leaf} height",
    "other_leaf_thickness": "fixed {leaf} thickness",
    "layout_offset": "stud layout starts at",
    "head_line": "common head line of the storey",
    "no_gain": "nothing gained",
    "no_filler": "no filler needed",
    "finished_opening_width": "finished opening width",
    "finished_opening_height": "finished opening height",
    "wall_lean": "lean of the wall there",
    "backer_stock": "backer, from stock",
    "track_shift": "shift that lands most holes",
    "fitted_at": "its place on the wall",
    "laid_out_stud": "{stud} of the wall's layout, its centre",
    "found_stud": "{stud} found, its centre",
    "service": "service found",
    "ceiling_low": "ceiling at its lowest over the framing",
    "ceiling_here": "ceiling there",
    "along_slope": "between the {king}s, along the slope",
    "slab_slid": "slab slid open by",
    "slot_low_read": "hinge {stud} at its proudest",
    "slot_high_read": "{strike} {stud} at its proudest, less the {frame}",
    "school_centred": "centred: half the room",
    "school_tight": "tight on the hinge {stud}",
    "school_fewest": "where the fewest {shim}s serve",
    "school_pre_packed": "packed out to stand central: half the room",
    "tilt_over_leg": "tilt over the {leg}",
    "tilt_here": "tilt, at this height",
    "stud_face_hinge": "hinge {stud}'s face here",
    "stud_face_strike": "{strike} {stud}'s face here",
    "stud_farthest": "where the {stud} stands farthest off",
    "stud_proudest": "where the {stud} comes nearest",
    "block_stock": "of stocked thickness",
    "pack_thickness": "pack, with what a fixing squeezes",
    "fitted_width": "by all readings together",
    "between_proudest": "between the proudest places of both {stud}s",
    "header_runs": "{header} at its highest, over its lowest",
    "header_lowest": "{header} at its lowest",
    "line_read": "level line, taped down to the floor",
    "taped_floor_a": "floor on side A, taped down to",
    "taped_floor_b": "floor on side B, taped down to",
    "floor_rise_read": "how the floor rises to the right foot",
    "floor_lower": "floor lower there by",
    "floor_higher": "floor higher there by",
    "floor_at_hinge": "floor at the hinge foot",
    "flush": "flush there",
    "fire_rated": "a fire-rated {leaf}: nothing",
    "rounded_up": "rounded up to an even mark",
    "stands_on": "spacer or filler there is",
    "hinge_pocket": "hinge pocket of the steel frame",
    "hinge_in_hand": "mortise of the {leaf}",
    "hinge_count": "number of hinges",
    "by_width_and_leg": "square across, by the inside width and the {leg}",
    "square_read": "by its sizes and diagonals",
    "floor_and_lean": "taken by the floor and the hinge line",
    "over": "over which length",
    "height": "height",
    "thickness_left_head": "left head",
    "thickness_left_foot": "left foot",
    "thickness_right_head": "right head",
    "thickness_right_foot": "right foot",
}

OWN_NAME = "own name: "  # before what somebody called a thing himself, such as a floor layer


@cache
def _declared() -> dict[str, str]:
    return {fact.name: fact.label for part in PARTS for fact in lengths_of(part.facts).values() if fact.label}


def template_of(name: str) -> str | None:
    """Give the words of a term over the word list; None for a name nobody declared, such as a floor layer's own."""
    if found := TERMS.get(name) or _declared().get(name):
        return found
    if name in RULES:
        return RULES[name].label
    figure = figure_name(name)
    return figure.label if figure is not None else None


@lru_cache(maxsize=5_000)
def label(name: str, words: Words) -> str:
    """Name a figure, a fact or a rule in the crew's words; what somebody named himself is called as he did."""
    if name.startswith(OWN_NAME):
        return name.removeprefix(OWN_NAME)
    template = template_of(name)
    return name if template is None else fill(template, words)


def piece_label(piece: Piece, words: Words, tape: Tape) -> str:
    """Name a piece of the cut list in the crew's words; a mitred one with the short point it is marked at, on their tape."""
    words = of_wall(words, steel=bool(piece.made_of))
    own = piece.part in WORDS[words] and piece.where != "casing"
    named = fill("{" + piece.part + "}", words) if own else label(piece.length.name, words)
    short = value_of(piece.marked) if piece.marked is not None else None
    return named if short is None else f"{named} (short point {show(short, tape).text})"


def section_text(section: Sequence[Length | None], tape: Tape) -> str:
    """Write a piece's thickness and width: to half a millimetre, as a lining of 27.5 is sold."""
    fine = Tape.marked(tape.unit, min(tape.step, Fraction(1, 2))) if tape.unit == "mm" else tape
    digits = [show(part, fine).digits for part in section if part is not None]
    return " × ".join(digits)


def section_named(section: Sequence[Length | None], made_of: str, tape: Tape) -> str:
    """Call a section by its sizes and their unit, and by what it is where that is no timber."""
    return ", ".join(filter(None, (f"{section_text(section, tape)} {tape.unit}", made_of)))
