"""A run of papers as an answer: the file, or how far it is and the file at last."""

from __future__ import annotations

import json
from base64 import b64encode
from collections.abc import AsyncIterator, Generator

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import Response, StreamingResponse

from jambo.api.files import attached
from jambo.children import Overrun
from jambo.jobs.shown import Shown
from jambo.views.paper.beside import drawn
from jambo.views.paper.codes import Codes
from jambo.views.paper.sheet_run import SheetRun

PDF = "application/pdf"
LINES = "application/x-ndjson"


def codes_of(request: Request, job_id: int, line: int, shown: Shown) -> Codes:
    """What the codes of a run of papers open: this Jambo, as it was asked."""
    return Codes(str(request.base_url).rstrip("/"), job_id, line, shown.unit or "", shown.words or "")


def made(run: SheetRun, called: str) -> Response:
    """Give a run as a PDF under a name."""
    *_, pdf = drawn(run)
    assert isinstance(pdf, bytes)
    return attached(pdf, PDF, called)


def steps(run: SheetRun, called: str) -> Response:
    """Give a run as lines of JSON: how many sheets are `done`, `of` how many, and at last the file and what it is `called`, or why it `failed`."""
    return StreamingResponse(_told(drawn(run), run.count, called), media_type=LINES)


async def _told(steps: Generator[int | bytes], of: int, called: str) -> AsyncIterator[str]:
    try:
        while (told := await run_in_threadpool(next, steps, None)) is not None:
            yield json.dumps(_line(told, of, called)) + "\n"
    except Overrun as failure:
        yield json.dumps({"failed": f"It could not be drawn: {failure.why}."}) + "\n"
    finally:
        steps.close()  # who asked is gone: at once, and not when the memory is tidied


def _line(told: int | bytes, of: int, called: str) -> dict[str, int | str]:
    if isinstance(told, bytes):
        return {"called": called, "file": b64encode(told).decode()}
    return {"done": told, "of": of}
