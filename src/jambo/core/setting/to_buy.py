"""The shims a frame takes (handbook 14 and 27): those of its set plan, or while the hole is not read those of the play planned."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jambo.core.facts.opening import Opening
from jambo.core.frames.registry import kind_of_frame
from jambo.core.framing.items import Item
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import ZERO, or_zero
from jambo.core.rules import HouseRules
from jambo.core.setting.plan import SetPlan, packer, places
from jambo.core.setting.shims import Pack


def shims_to_buy(opening: Opening, figures: Figures, stands: SetPlan | None, rules: HouseRules) -> Iterator[Item]:
    """Tapered shims, and flat ones, by the piece; none for a frame that takes none, or while its play is not known.

    Args:
        opening: the facts of a door that swings; figures: its; stands: its set plan, once the hole is read; rules: in force.
    """
    if not kind_of_frame(opening.frame).shimmed:
        return
    packs = [one.pack for one in stands.stations] if stands is not None else _planned(opening, figures, rules)
    tapers = sum((2 if p.pair is not None else 0) + p.single + p.wedge for p in packs)
    flats = sum(len(p.flats) for p in packs)
    if tapers:
        yield Item("shim", tapers)
    if flats:
        yield Item("flat_shim", flats)


def _planned(opening: Opening, figures: Figures, rules: HouseRules) -> Sequence[Pack]:
    """A pack for the play planned at every station beside the frame, and for the play over its head where it has one there."""
    top, beside = figures.value(names.FRAME_TOP), figures.value(names.SIDE_PLAY)
    if top is None or beside is None:
        return []
    by = packer(opening, ZERO, rules)
    over = by.pack(max(or_zero(figures.value(names.HEAD_PLAY)), ZERO))
    along = by.pack(max(beside, ZERO))
    return [over if place.side == "head" else along for place in places(opening, figures, top, rules)]
