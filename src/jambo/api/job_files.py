"""Whole jobs as files: given, and brought in."""

from __future__ import annotations

import os
import tempfile
from collections.abc import AsyncIterator
from datetime import UTC, datetime
from typing import IO, Annotated

from fastapi import APIRouter, Depends, Query, Request
from fastapi.responses import FileResponse
from starlette.background import BackgroundTask

from jambo.api.files import attachment, file_name
from jambo.api.shared import Db, Id, Route
from jambo.jobs import whole_job
from jambo.jobs.whole_job import How, JobFileOut

router = APIRouter(prefix="/api", tags=["job files"], route_class=Route)

ZIP = "application/zip"


async def _sent(request: Request) -> AsyncIterator[IO[bytes]]:
    """What is sent, on the disk and not in memory."""
    with tempfile.TemporaryFile() as file:
        async for block in request.stream():
            file.write(block)
        file.seek(0)
        yield file


@router.get("/jobs/{job_id}/file", response_class=FileResponse, responses={200: {"content": {ZIP: {}}}})
def job_file(db: Db, job_id: Id) -> FileResponse:
    """Give a whole job as one file, `jambo-job/1`: of one moment, whoever writes meanwhile."""
    handle, path = tempfile.mkstemp(prefix="jambo-job-")
    try:
        with os.fdopen(handle, "wb") as into:
            name = whole_job.export(db, job_id, into)
    except BaseException:
        os.unlink(path)
        raise
    called = file_name(name, f"{datetime.now(UTC):%Y-%m-%d}", ending="jambo-job.zip")
    return FileResponse(path, media_type=ZIP, headers=attachment(called), background=BackgroundTask(os.unlink, path))


@router.post(
    "/job-files",
    openapi_extra={
        "requestBody": {
            "content": {"application/octet-stream": {"schema": {"type": "string", "format": "binary"}}},
            "required": True,
        }
    },
)
def bring_in(
    db: Db,
    file: Annotated[IO[bytes], Depends(_sent)],
    how: Annotated[
        How | None, Query(description="As a job of its own, or onto the one here; without it nothing is kept.")
    ] = None,
) -> JobFileOut:
    """Say what a job's file holds and how it stands to what is here, and keep it if asked. 422 for one that is not whole."""
    return whole_job.bring_in(db, file, how)
