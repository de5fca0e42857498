"""The casing chosen (handbook 8)."""

from __future__ import annotations

from typing import Annotated, Literal

from jambo.core.facts.declared import declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known

CasingCorner = Literal["mitred", "butted"]


@dataclass(frozen=True, slots=True)
class Casing:
    """The casing chosen: its width, how its corners meet, and its thickness where it is known."""

    width: Annotated[Known, declare("small", "{casing} width", name="casing_width")]
    corner: CasingCorner = "mitred"
    thickness: Annotated[Known | None, declare("small", "{casing} thickness", name="casing_thickness")] = None
