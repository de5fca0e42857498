"""How lengths and parts of a job are shown: on the tape and in the words somebody asks for, else the job's own."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel

from jambo.core.quantities.tape import Tape, Unit
from jambo.core.words.lists import Region
from jambo.format.document import Show
from jambo.format.facts import tape_of


class Shown(BaseModel):
    """The tape and words a list is shown in; what is left out is the job's own."""

    unit: Unit | None = None
    step: Literal["1/16", "1/32", "1", "1/2"] | None = None
    words: Region | None = None

    def tape(self, job: dict[str, Any]) -> Tape:
        """Give the tape to show a job's lengths on."""
        asked = Show(unit=self.unit or job["unit"], step=self.step or job.get("step"))
        return tape_of(asked, job["unit"])

    def region(self, job: dict[str, Any]) -> Region:
        """Give the word list to show a job in."""
        return self.words or job.get("words", "north_america")
