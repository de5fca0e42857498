"""An opening without a leaf of ours: its lining and its rough opening, or that of a maker's sheet; nothing that nobody knows."""

from __future__ import annotations

from jambo.core.facts.opening import Opening
from jambo.core.frames import frame as frames
from jambo.core.framing import floors as floor_rules
from jambo.core.kinds.cased.facts import by_sheet, cased_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Figures, Missing, add, highest
from jambo.core.rules import HouseRules

PATH = "opening.door.cased"


def figures(opening: Opening, rules: HouseRules) -> Figures:
    """Every figure above those of the framing; by a maker's sheet the rough opening alone.

    Args:
        opening: its finished size, or the sheet's; rules: the play beside and over its lining.
    """
    a, b = floor_rules.stack_height(opening.floors.a), floor_rules.stack_height(opening.floors.b)
    under, clear = floor_rules.under_leaf(opening.floors, a, b), highest(names.FLOOR_CLEAR, a, b)
    floors: list[Computed] = [a, b, under, clear]
    if by_sheet(opening):
        said = cased_of(opening)
        wide = said.sheet_width or Missing("sheet_width", f"{PATH}.sheet_width")
        high = said.sheet_height or Missing("sheet_height", f"{PATH}.sheet_height")
        return Figures.of([*floors, add(names.RO_WIDTH, wide), add(names.RO_HEIGHT, high)])
    inside = add(names.FRAME_INSIDE_WIDTH, opening.finished_width)
    head = add(names.HEAD_UNDERSIDE, clear, opening.finished_height)
    return Figures.of(
        [*floors, *frames.lined(opening.frame, inside, head, under, rules), add(names.CLEAR_WIDTH, inside)]
    )
