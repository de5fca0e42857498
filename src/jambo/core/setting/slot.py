"""The slot a frame can stand in (handbook 14): how far it can move between two crooked studs, and the tilt it may need.

x runs from the hinge stud's face at the foot toward the strike, in millimetres; the hinge leg's back stands at
x + tilt y. With a given tilt the room is [greatest of (hinge face - tilt y), least of (strike face - tilt y) - Wo].
"""

from __future__ import annotations

from jambo.core.frozen import dataclass
from jambo.core.quantities.millimetres import Mm
from jambo.core.survey.shape import Face

FINE = 1e-9  # slopes closer than this are one: two millionths of a millimetre over a frame's height


@dataclass(frozen=True, slots=True)
class Slot:
    """Lowest and highest place of the hinge leg's back at the foot, the heights where each binds, and the tilt."""

    low: Mm
    high: Mm
    low_at: Mm
    high_at: Mm
    tilt: float = 0.0

    @property
    def width(self) -> Mm:
        """How far the frame can move; negative when it does not go in."""
        return self.high - self.low


def slot(hinge: Face, strike: Face, outside: Mm, height: Mm, tilt: float = 0.0) -> Slot:
    """The room for a frame `outside` wide and `height` high, exactly: both bounds are vertices or ends of parabolas.

    Args:
        hinge, strike: the studs' faces, x from the hinge foot in mm; outside, height: of the frame in mm; tilt: mm per mm.
    """
    low, low_at = hinge.proudest(height, 1, tilt)
    high, high_at = strike.proudest(height, -1, tilt)
    return Slot(low, -high - outside, low_at, high_at, tilt)


def widest(hinge: Face, strike: Face, outside: Mm, height: Mm, most: float) -> Slot:
    """The tilt within +-`most` that leaves most room. The room is concave in the tilt, so its slope finds the top.

    Args:
        most: the greatest tilt allowed, mm per mm either way; the others as for `slot`.
    """
    low, high = -most, most
    while high - low > FINE:
        middle = (low + high) / 2
        here = slot(hinge, strike, outside, height, middle)
        if here.low_at == here.high_at:
            break
        # room changes with the tilt by (height of the low bound) - (height of the high one)
        low, high = (middle, high) if here.low_at > here.high_at else (low, middle)
    return slot(hinge, strike, outside, height, (low + high) / 2)


def least_tilt(plumb: Slot, best: Slot, hinge: Face, strike: Face, outside: Mm, height: Mm) -> Slot:
    """The slot at the least tilt that lets the frame in; the best there is when none does.

    `plumb` is the slot without tilt, `best` the widest. Between the two the room only grows, so halving finds its zero.
    """
    if plumb.width >= 0 or best.width < 0:
        return plumb if plumb.width >= 0 else best
    no, yes = 0.0, best.tilt
    while abs(yes - no) > FINE:
        middle = (no + yes) / 2
        if slot(hinge, strike, outside, height, middle).width >= 0:
            yes = middle
        else:
            no = middle
    return slot(hinge, strike, outside, height, yes)
