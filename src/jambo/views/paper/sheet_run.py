"""What is drawn in one run, without what draws it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from jambo.views.paper.codes import Codes
from jambo.views.paper.sheets import Sheet as JobSheet
from jambo.views.paper.strip_pages import laid
from jambo.views.paper.strips import PaperStrip
from jambo.views.paper.tiles import Sheet, SheetName


@dataclass(frozen=True, eq=False)
class SheetRun:
    """What is drawn in one run: sheets; strips at the end; the paper; the job, and when this was made; what the codes open."""

    sheets: Sequence[JobSheet]
    strips: Sequence[PaperStrip]
    paper: SheetName
    under: str
    codes: Codes

    @cached_property
    def count(self) -> int:
        """How many sheets, and pages of strips."""
        return len(self.sheets) + sum(1 for _ in laid(self.strips, Sheet.named(self.paper)))
