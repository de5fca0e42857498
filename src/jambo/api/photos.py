"""Photographs: sent, looked at, taken out."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Body, Query, Response

from jambo.api.shared import GREATEST_ID, Db, Id, Route, Who
from jambo.format.picture import MEDIA
from jambo.jobs import photos
from jambo.jobs.kept import NewId

router = APIRouter(prefix="/api", tags=["photographs"], route_class=Route)

Picture = Annotated[
    bytes, Body(media_type="image/*", description="A JPEG, PNG or WebP picture of at most 2 MB, as it is.")
]
FOR_EVER = {"Cache-Control": "private, max-age=31536000, immutable"}


@router.post("/openings/{opening_id}/photos", status_code=201)
def new_photo(
    db: Db,
    opening_id: Id,
    who: Who,
    picture: Picture = b"",
    reading: Annotated[int | None, Query(ge=1, le=GREATEST_ID, description="The reading it is of.")] = None,
    step: Annotated[str | None, Query(max_length=80, description="The key of the step of the card it is of.")] = None,
) -> NewId:
    """Keep a photograph with a reading or with a step of the card. 422 for what is no picture or is too large."""
    return {"id": photos.add_to_opening(db, opening_id, reading, step, picture, who)}


@router.post("/log/{line_id}/photos", status_code=201)
def new_photo_of_line(db: Db, line_id: Id, who: Who, picture: Picture = b"") -> NewId:
    """Keep a photograph with a line of the record. 422 for what is no picture or is too large."""
    return {"id": photos.add_to_line(db, line_id, picture, who)}


@router.get(
    "/photos/{photo_id}",
    response_class=Response,
    responses={200: {"content": {media: {} for media in MEDIA.values()}, "description": "The picture."}},
)
def photo(db: Db, photo_id: Id, small: bool = False) -> Response:
    """Give a photograph, or itself made small."""
    media, data = photos.shown(db, photo_id, small=small)
    return Response(data, media_type=media, headers=FOR_EVER)


@router.delete("/photos/{photo_id}", status_code=204)
def take_out(
    db: Db,
    photo_id: Id,
    who: Who,
    erase: Annotated[bool, Query(description="For good: the picture goes, the line that it was there stays.")] = False,
) -> None:
    """Show a photograph no longer; it stays in the record unless it is erased."""
    photos.take_out(db, photo_id, who, erase=erase)
