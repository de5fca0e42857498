"""The steps of the casing (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.casing import Casing
from jambo.core.framing.pieces import STOP_SIDE, each_leg
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.names import FigureName
from jambo.core.step import EYES, Step

CASING_BACK = Step(
    key="casing-back",
    part="Finishing",
    text="Put the saved {casing} back by its numbers; {casing_step} {setback}.",
    tools="saw, pins",
    check="short nails into the {frame}, {long_nails} into the {backing}",
    needs=("plant-stops", "strike-leg"),
)


def _told(short: FigureName, *, mitred: bool) -> str:
    """A piece's length as the card tells it: of a mitred one both points."""
    return f"{{{short}}} short, {{{names.CASING_LONG[short]}}} long point" if mitred else f"{{{short}}}"


# How a side's legs are told: alike or not, over a hinged leaf or not
_LEGS = {
    (False, False): "hinge leg {}, {{strike}} leg {}",
    (False, True): "the left leg, seen from A, {}, the right one {}",
    (True, False): "legs {}",
    (True, True): "legs {}",
}


def casing_steps(casing: Casing, figures: Figures) -> Iterable[Step]:
    """Cut and fix the casing of both sides; each leg by its own length on a floor that is not level.

    Args:
        casing: how its corners meet; figures: those that count now.
    """
    mitred = casing.corner != "butted"
    heads = (
        (names.CASING_HEAD_SHORT, names.CASING_HEAD_SHORT_STOP)
        if mitred
        else (names.CASING_HEAD, names.CASING_HEAD_STOP)
    )
    there = [head for head in heads if head in figures]
    told = [f"head {_told(head, mitred=mitred)}" + (" on the stop side" if head in STOP_SIDE else "") for head in there]
    cut = [names.CASING_LONG[head] if mitred else head for head in there]
    for side, leg in names.CASING_LEG_ON.items():
        own = tuple(one.name for one in each_leg(leg, figures)) or (leg,)
        each = [_told(one, mitred=mitred) for one in own]
        told.append(f"on side {side} " + _LEGS[own == (leg,), names.CASING_LEG_A_LEFT in figures].format(*each))
        cut += [names.CASING_LONG[one] for one in own] if mitred else own
    points = " Short points are marked, the stop block is set to the long ones." if mitred else ""
    yield Step(
        key="casing",
        part="Finishing",
        text=f"{{casing}}: {', '.join(told)}; {{casing_step}} {{setback}}.{points}",
        tools="saw, pins",
        check="short nails into the {frame}, {long_nails} into the {backing}",
        caution=EYES,
        needs=("plant-stops", "strike-leg", "seal-joint"),
        cuts=tuple(cut),
    )
