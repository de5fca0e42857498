"""A leaf in hand that was measured (handbook 24): its real size, and how far it is out of square."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from jambo.core.facts.opening import Opening
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Fact, Known, Source, add
from jambo.core.quantities.length import Length


def as_measured(opening: Opening) -> Opening:
    """Give the leaf the greatest width and height it was measured at, in place of the size it is called by."""
    own, leaf = opening.in_hand, opening.leaves[0]
    width = _greatest("leaf_width", leaf.width, (own.width_top, own.width_foot))
    height = _greatest("leaf_height", leaf.height, (own.height_hinge, own.height_strike))
    if width is leaf.width and height is leaf.height:
        return opening
    also = leaf.width_also if width is leaf.width else None
    leaves = (replace(leaf, width=width, height=height, width_also=also), *opening.leaves[1:])
    if opening.pair:  # both of a pair are one height
        leaves = (leaves[0], replace(leaves[1], height=height))
    return replace(opening, leaves=leaves)


def _greatest(name: str, called: Fact, measured: Sequence[Known | None]) -> Fact:
    best = max((one for one in measured if one is not None), key=lambda one: one.value, default=None)
    return called if best is None else Known(name, best.value, best.source)


def out_of_square(opening: Opening) -> Computed | None:
    """How much higher its top is at the strike than at the hinges, measured square to the hinge edge (negative: lower).

    Of a leaf with sides alike the diagonals differ by d1² - d2² = 4 w h sin a, and its top rises by w sin a over its width:
    (d1² - d2²) / 4h. Sides that are not alike bring half their difference. None until sizes and diagonals are there.
    """
    own = opening.in_hand
    if not (own.diagonal_to_strike and own.diagonal_to_hinge and own.height_hinge and own.height_strike):
        return None
    one, other = own.diagonal_to_strike.value, own.diagonal_to_hinge.value
    hinge, strike = own.height_hinge.value, own.height_strike.value
    shear = Fraction(one.nm**2 - other.nm**2) / Fraction(2 * (hinge.nm + strike.nm))
    rise = Length(round((shear + Fraction(strike.nm - hinge.nm) / 2) / 25) * 25)
    return add(names.OUT_OF_SQUARE, Known("square_read", rise, Source("given", own.diagonal_to_strike.source.path)))
