"""A leaf in hand that was measured (handbook 24): its real size, and how far it is out of square."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from jambo.core.facts.leaf import InHand
from jambo.core.facts.opening import Opening
from jambo.core.quantities import names
from jambo.core.quantities.figure import Computed, Fact, Known, Source, add
from jambo.core.quantities.length import ZERO, Length, size
from jambo.core.quantities.names import FigureName


def as_measured(opening: Opening) -> Opening:
    """Give each leaf the greatest width and height it was measured at, in place of the size it is called by."""
    both = opening.in_hand, *((opening.fixed_in_hand,) if opening.pair else ())
    heights = [one for own in both for one in (own.height_hinge, own.height_strike)]
    leaves = []
    for leaf, own in zip(opening.leaves, both, strict=False):
        width = _greatest("leaf_width", leaf.width, (own.width_top, own.width_foot))
        height = _greatest("leaf_height", leaf.height, heights)  # both of a pair are one height
        also = leaf.width_also if width is leaf.width else None
        same = width is leaf.width and height is leaf.height
        leaves.append(leaf if same else replace(leaf, width=width, height=height, width_also=also))
    if all(new is leaf for new, leaf in zip(leaves, opening.leaves, strict=False)):
        return opening
    return replace(opening, leaves=(*leaves, *opening.leaves[len(leaves) :]))


def _greatest(name: str, called: Fact, measured: Sequence[Known | None]) -> Fact:
    best = max((one for one in measured if one is not None), key=lambda one: one.value, default=None)
    return called if best is None else Known(name, best.value, best.source)


def out_of_square(own: InHand, name: FigureName = names.OUT_OF_SQUARE) -> Computed | None:
    """How much higher its top is at the strike than at the hinges, measured square to the hinge edge (negative: lower).

    Of a leaf with sides alike the diagonals differ by d1² - d2² = 4 w h sin a, and its top rises by w sin a over its width:
    (d1² - d2²) / 4h. Sides that are not alike bring half their difference. None until sizes and diagonals are there.
    """
    if not (own.diagonal_to_strike and own.diagonal_to_hinge and own.height_hinge and own.height_strike):
        return None
    one, other = own.diagonal_to_strike.value, own.diagonal_to_hinge.value
    hinge, strike = own.height_hinge.value, own.height_strike.value
    shear = Fraction(one.nm**2 - other.nm**2) / Fraction(2 * (hinge.nm + strike.nm))
    rise = Length(round((shear + Fraction(strike.nm - hinge.nm) / 2) / 25) * 25)
    return add(name, Known("square_read", rise, Source("given", own.diagonal_to_strike.source.path)))


def meet_uneven(opening: Opening) -> tuple[Length, str, str] | None:
    """How much wider both leaves of a pair are together at one end than at the other; which end, and whose edge is planed there.

    The edge planed is that of the leaf whose own widths differ more that way. None until both were measured at both ends.
    """
    own = opening.in_hand, opening.fixed_in_hand
    off = [one.width_top.value - one.width_foot.value for one in own if one.width_top and one.width_foot]
    if not opening.pair or len(off) < 2:
        return None
    more = off[0] + off[1]
    at_top = more > ZERO
    turned = off if at_top else [-one for one in off]
    return size(more), "top" if at_top else "foot", "active" if turned[0] >= turned[1] else "fixed"
