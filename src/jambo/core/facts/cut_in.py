"""What is asked of a new hole in a standing wall (handbook 6)."""

from __future__ import annotations

from typing import Annotated

from jambo.core.facts.declared import declare
from jambo.core.frozen import dataclass
from jambo.core.quantities.figure import Known


@dataclass(frozen=True, slots=True)
class CutIn:
    """What is asked of a new hole: how far left and right it may reach, where it is wanted, and how the load is held meanwhile."""

    least: Annotated[Known | None, declare("position", name="position")] = None
    most: Annotated[Known | None, declare("position", name="position")] = None
    wanted: Annotated[Known | None, declare("position", name="position")] = None
    support: str = ""
    support_by: str = ""
