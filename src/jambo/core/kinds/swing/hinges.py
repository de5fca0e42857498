"""Hinges and latch of a swing leaf (handbook 7)."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from functools import cache

from jambo.core import rules as house
from jambo.core.facts.frame import Frame, HeadOverLegs, Trenched
from jambo.core.facts.leaf import InHand
from jambo.core.quantities import names
from jambo.core.quantities.figure import Amount, Computed, Known, add, value_of
from jambo.core.quantities.length import Exact, Length
from jambo.core.rules import HouseRules


def count(height: Length, rules: HouseRules, *, heavy: bool = False, outside: bool = False) -> int:
    """Number of hinges by the heights at which one more comes; one more for a heavy leaf (over 90 lb / 40 kg), at least three outside."""
    over = sum(
        height > rules.value(rule) for rule in (house.HINGE_THIRD_OVER, house.HINGE_FOURTH_OVER, house.HINGE_FIFTH_OVER)
    )
    return max(2 + over + heavy, 3 if outside else 2)


@cache
def _spaced(n: int) -> tuple[Exact, ...]:
    """How far on the way from the first hinge to the last each of n stands: i/(n-1). The last is at height - bottom - length."""
    return (0, *(Fraction(i, n - 1) for i in range(1, n - 1)), 1)


def on_leaf(
    height: Amount,
    own: InHand,
    rules: HouseRules,
    pockets: Sequence[Known] = (),
    *,
    heavy: bool = False,
    outside: bool = False,
) -> tuple[Computed, ...]:
    """Distance from the leaf top to the top of each hinge, the others spaced equally between the outer two.

    Args:
        height: of the leaf; own: its own mortises; rules: where hinges go; pockets: a steel frame's own, from its head, which lead
        the leaf's; heavy, outside: what asks for one more.
    """
    if pockets:
        return tuple(
            add(names.HINGE_LEAF[i], pocket, (-1, rules.known(house.HEAD_GAP))) for i, pocket in enumerate(pockets, 1)
        )
    if own.hinges:
        return tuple(add(names.HINGE_LEAF[i], mark) for i, mark in enumerate(own.hinges, 1))
    known = value_of(height)
    if known is None:
        return ()
    n = own.hinge_count or count(known, rules, heavy=heavy, outside=outside)
    first = rules.known(house.HINGE_TOP)
    below: tuple[tuple[int, Amount], ...] = (
        (-1, rules.known(house.HINGE_BOTTOM)),
        (-1, rules.known(house.HINGE_LENGTH)),
    )
    marks: list[Computed] = []
    for i, part in enumerate(_spaced(n)):
        lines: list[tuple[Exact, Amount]] = [(1 - part, first)] if part != 1 else []
        if part:
            lines += [(part, height), *[(part * times, amount) for times, amount in below]]
        marks.append(add(names.HINGE_LEAF[i + 1], *lines))
    return tuple(marks)


def on_leg(leaf_marks: tuple[Computed, ...], rules: HouseRules) -> tuple[Computed, ...]:
    """The same marks on the hinge leg, measured from the head underside: the leaf's mark plus the head gap."""
    return tuple(add(names.HINGE_LEG[i], mark, rules.known(house.HEAD_GAP)) for i, mark in enumerate(leaf_marks, 1))


def leg_ends(leg_marks: tuple[Computed, ...], frame: Frame) -> tuple[Computed, ...]:
    """The same marks from the leg's own end, where that runs past the head's underside: on the bench one measures from there."""
    past = frame.joint.depth if isinstance(frame.joint, Trenched) else frame.leg_thickness
    if isinstance(frame.joint, HeadOverLegs):
        return ()
    return tuple(add(names.HINGE_LEG_END[i], mark, past) for i, mark in enumerate(leg_marks, 1))


def heights(leg_marks: tuple[Computed, ...], head: Computed) -> tuple[Computed, ...]:
    """Height of each hinge's top above the rough floor."""
    return tuple(add(names.HINGE_HEIGHT[i], head, (-1, mark)) for i, mark in enumerate(leg_marks, 1))


def latch(
    floor: Sequence[Computed], leaf_top: Computed, own: InHand, rules: HouseRules, strike: Known | None = None
) -> tuple[Computed, Computed, Computed]:
    """Latch above the rough floor, from the leaf top, and the strike's mark from the head underside.

    A steel frame's own `strike` leads, then what a leaf in hand has.
    """
    if strike is not None:
        at = add(names.LATCH_ON_LEAF, strike, (-1, rules.known(house.HEAD_GAP)))
        return add(names.LATCH_HEIGHT, leaf_top, (-1, at)), at, add(names.LATCH_ON_LEG, strike)
    if own.latch is not None:
        at = add(names.LATCH_ON_LEAF, own.latch)
        return add(names.LATCH_HEIGHT, leaf_top, (-1, at)), at, add(names.LATCH_ON_LEG, at, rules.known(house.HEAD_GAP))
    height = add(names.LATCH_HEIGHT, *floor, rules.known(house.LATCH))
    leaf = add(names.LATCH_ON_LEAF, leaf_top, (-1, height))
    leg = add(names.LATCH_ON_LEG, leaf, rules.known(house.HEAD_GAP))
    return height, leaf, leg
