"""One step of a work card (handbook 21), and the cautions many steps share (handbook 22)."""

from __future__ import annotations

from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Figures, Waiting
from jambo.core.quantities.length import ZERO, size
from jambo.core.quantities.names import FigureName
from jambo.core.quantities.tape import Tape, show

CardPart = Literal["Before", "Taking out", "Framing", "Frame", "Setting", "Hanging", "Finishing"]


@dataclass(frozen=True, slots=True)
class Step:
    """One step. A `gate` must be open before it; `check` is what makes it good; `caution` what can hurt.

    `needs` are the keys of steps that stand before it wherever the card has them; `cuts` the figures of the pieces it cuts.
    """

    key: str
    part: CardPart
    text: str
    gate: str = ""
    tools: str = ""
    check: str = ""
    caution: str = ""
    needs: tuple[str, ...] = ()
    cuts: tuple[FigureName, ...] = ()


EYES = "Eye, ear and dust protection; work held, both hands clear of the blade."


def tells(figures: Figures, name: FigureName, tape: Tape) -> bool:
    """Say whether a figure that is there shows as more or less than nothing on the tape a sentence is read on."""
    value = figures.value(name)
    return name in figures and (value is None or show(size(value), tape, name.rounding).digits != "0")


def asks_for(figures: Figures, name: FigureName) -> bool:
    """Say whether a figure is there to be done: more than nothing, or not known yet."""
    figure = figures.get(name)
    return isinstance(figure, Waiting) or (figure is not None and figure.value > ZERO)
