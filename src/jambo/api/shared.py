"""What routers share: the database of the application, who is asking, how to show lengths."""

from __future__ import annotations

import json
from typing import Annotated, Any, Literal

from fastapi import Depends, Header, Query, Request
from pydantic import BaseModel

from jambo.core.tape import Tape, Unit
from jambo.core.words import Region
from jambo.files.document import Job, Show
from jambo.files.facts import tape_of
from jambo.store.database import Database


def _database(request: Request) -> Database:
    database: Database = request.app.state.database
    return database


Db = Annotated[Database, Depends(_database)]
Who = Annotated[str, Header(alias="X-Jambo-Who", max_length=80)]


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


ShownQuery = Annotated[Shown, Query()]


class Based(BaseModel):
    """A write that names the version it was based on."""

    version: int


def compact(doc: Any) -> str:
    """Write a document the way equal ones come out equal."""
    return json.dumps(doc, separators=(",", ":"), sort_keys=True)


def kept_json(model: BaseModel) -> dict[str, Any]:
    """Give what is kept of a document: what was said, without the defaults nobody said."""
    return model.model_dump(mode="json", exclude_unset=True, exclude_none=True)


def kept_job(job: Job) -> dict[str, Any]:
    """Give what is kept of a job: its choices even where nobody changed them, so that defaults never move under it."""
    return {**job.model_dump(mode="json", exclude_none=True), "rules": kept_json(job.rules)}
