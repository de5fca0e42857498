"""Pieces as they were cut (handbook 23)."""

from __future__ import annotations

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.quantities.names import FigureName


@dataclass(frozen=True, slots=True)
class Cut:
    """A piece that was cut: the figure it was cut to, the length it got, when, and its place in the document.

    `framed` says that the opening has been framed since: what is of the wall stands; `set` that its frame is: all of it stands.
    """

    figure: FigureName
    length: Length
    when: str
    path: str
    framed: bool = False
    set: bool = False
