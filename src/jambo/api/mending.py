"""Bringing back what is kept and cannot be read."""

from __future__ import annotations

from typing import Literal

from fastapi import APIRouter

from jambo.api.shared import Based, Db, Id, Route, Who
from jambo.jobs import mending
from jambo.jobs.mending import Mended

router = APIRouter(prefix="/api", tags=["mending"], route_class=Route)
WHAT: dict[str, Mended] = {"jobs": "job", "walls": "wall", "openings": "opening"}


@router.post("/{kind}/{row_id}/mend", status_code=204)
def mend(db: Db, kind: Literal["jobs", "walls", "openings"], row_id: Id, based: Based, who: Who) -> None:
    """Bring a job, a wall or an opening that cannot be read back as it last could be. 409 when someone changed it since."""
    mending.mend(db, WHAT[kind], row_id, based.version, who)
