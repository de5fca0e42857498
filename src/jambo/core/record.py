"""Pieces as they were cut, against what the plan says now (TRADE 23: a plan that moves under a cut piece)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from jambo.core.catalogue import entry
from jambo.core.flags import Flag
from jambo.core.length import Length
from jambo.core.sums import Figure, Reckoned
from jambo.core.tape import Tape, show


@dataclass(frozen=True, slots=True)
class Cut:
    """A piece that was cut: the figure it was cut to, the length it got, when, and its place in the document."""

    figure: str
    length: Length
    when: str
    path: str


def on_cuts(cuts: tuple[Cut, ...], figures: Mapping[str, Reckoned], tape: Tape) -> Iterator[Flag]:
    """Pieces whose figure has moved since by a mark of the tape they are cut on."""
    for cut in cuts:
        figure = figures.get(cut.figure)
        if not isinstance(figure, Figure):
            continue
        rounding = entry(cut.figure).rounding
        now = show(figure.value, tape, rounding).value
        if now == show(cut.length, tape, rounding).value:
            continue
        code = "piece-cut-short" if cut.length < now else "piece-cut-long"
        by = now - cut.length if cut.length < now else cut.length - now
        values: dict[str, Length | str] = {
            "piece": entry(cut.figure).label,
            "cut": cut.length,
            "now": now,
            "when": cut.when,
            "by": by,
        }
        yield Flag(code, values, (cut.figure,), cut.path)
