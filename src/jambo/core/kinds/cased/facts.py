"""The facts of an opening without a leaf of ours: cased, or made for what its maker's sheet asks for (handbook 3)."""

from __future__ import annotations

from typing import Annotated

from jambo.core.facts.declared import declare
from jambo.core.facts.opening import Opening
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known


@dataclass(frozen=True, slots=True)
class Cased:
    """What is said of it: the rough opening by a maker's sheet, such as a folding door's, and whose sheet that is.

    Without such a sheet, or while nobody says that it comes `by_maker`, it is lined and cased at its finished size.
    """

    sheet_width: Annotated[
        Known | None, declare("opening_width", "rough opening width by the maker's sheet", short="Sheet: width")
    ]
    sheet_height: Annotated[
        Known | None, declare("opening_height", "rough opening height by the maker's sheet", short="Sheet: height")
    ]
    source: str = ""
    by_maker: bool = False


def cased_of(opening: Opening) -> Cased:
    """Give what is said of an opening without a leaf of ours."""
    assert isinstance(opening.own, Cased)
    return opening.own


def by_sheet(opening: Opening) -> bool:
    """Say whether a maker's sheet gives its rough opening: what hangs in it is that maker's, and nothing of it is worked out."""
    said = cased_of(opening)
    return said.by_maker or said.sheet_width is not None or said.sheet_height is not None
