"""The code on a page of paper: what it opens, and the letters that tell whether the page is still true (handbook 33)."""

from __future__ import annotations

import hashlib
import io
import json
from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache

from jambo.views.paper.sheets import Sheet
from jambo.views.paper.strips import PaperStrip

LETTERS = 8  # of a digest


@dataclass(frozen=True)
class Codes:
    """What the codes of one run open: where Jambo is, the job, up to which line of its record the run knows it, and the tape and words it is
    in, as they were asked for."""

    here: str
    job: int
    line: int
    unit: str
    words: str

    def of_sheet(self, sheet: Sheet) -> str:
        """What the code of a sheet opens: the page that shows the same."""
        whose = [] if sheet.whose is None else [str(sheet.whose)]
        openings, walls = ([], whose) if sheet.of == "wall" else (whose, [])
        return self._opens(f"{sheet.at}?", sheet.of, openings, walls, digest_of_sheet(sheet))

    def of_strips(self, strips: Sequence[PaperStrip]) -> str:
        """What the code of a page of strips opens: the page of paper, theirs chosen."""
        openings = _numbers(strip["opening"] for strip in strips)
        walls = _numbers(strip["wall"] for strip in strips)
        chosen = f"?openings={'.'.join(openings) or 'none'}&" + (f"walls={'.'.join(walls)}&" if walls else "")
        return self._opens(
            f"/jobs/{self.job}/paper{chosen}", "strips", openings, walls, "".join(map(digest_of_strip, strips))
        )

    def _opens(self, at: str, of: str, openings: Collection[str], walls: Collection[str], was: str) -> str:
        whose = "-".join(openings) + (f"w{'-'.join(walls)}" if walls else "")
        return f"{self.here}{at}printed={of}.{whose}.{self.line}.{was}.{self.unit}.{self.words}"


def _numbers(of: Iterable[int | None]) -> list[str]:
    return [str(number) for number in dict.fromkeys(of) if number is not None]


def digest_of_sheet(sheet: Sheet) -> str:
    """A few letters that tell whether two printings say the same; ticks and the version do not count."""
    return _digest("\n".join(text for text in sheet.texts if text not in ("☐", "☑", sheet.where)))


def digest_of_strip(strip: PaperStrip) -> str:
    """A few letters that tell whether two strips have the same on them."""
    return _digest(json.dumps(strip))


def _digest(said: str) -> str:
    return hashlib.sha256(said.encode()).hexdigest()[:LETTERS]


@lru_cache(maxsize=256)
def picture(text: str) -> bytes:
    """A code to scan, as a PNG."""
    import segno

    out = io.BytesIO()
    segno.make(text, error="m", micro=False).save(out, kind="png", scale=8, border=2)
    return out.getvalue()
