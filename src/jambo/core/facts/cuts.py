"""Pieces as they were cut (handbook 23)."""

from __future__ import annotations

from dataclasses import dataclass

from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName


@dataclass(frozen=True, slots=True)
class Cut:
    """A piece that was cut: the figure it was cut to, the length it got, when, and its place in the document."""

    figure: FigureName
    length: Length
    when: str
    path: str
