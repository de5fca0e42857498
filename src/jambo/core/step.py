"""One step of a work card (handbook 21), and the cautions many steps share (handbook 22)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Part = Literal["Before", "Taking out", "Framing", "Frame", "Setting", "Hanging", "Finishing"]


@dataclass(frozen=True, slots=True)
class Step:
    """One step. A `gate` must be open before it; `check` is what makes it good; `caution` what can hurt."""

    key: str
    part: Part
    text: str
    gate: str = ""
    tools: str = ""
    check: str = ""
    caution: str = ""


EYES = "Eye, ear and dust protection; work held, both hands clear of the blade."
