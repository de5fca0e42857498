"""The faces paper is set in: where they lie on the machine, and what brings them (handbook 33)."""

from __future__ import annotations

from pathlib import Path
from typing import Literal

_HERE = Path("/usr/share/fonts/truetype")
FACES: dict[Literal["", "B"], Path] = {
    "": _HERE / "dejavu/DejaVuSansCondensed.ttf",
    "B": _HERE / "dejavu/DejaVuSansCondensed-Bold.ttf",
}
# Arabic and Hebrew; Devanagari, Thai and what is like them; Chinese, Japanese and Korean
OTHERS = (
    _HERE / "dejavu/DejaVuSans.ttf",
    _HERE / "freefont/FreeSerif.ttf",
    _HERE / "droid/DroidSansFallbackFull.ttf",
)
# Debian's packages that bring them
PACKAGES = {
    **dict.fromkeys(FACES.values(), "fonts-dejavu-extra"),
    **dict(zip(OTHERS, ("fonts-dejavu-core", "fonts-freefont-ttf", "fonts-droid-fallback"), strict=True)),
}
