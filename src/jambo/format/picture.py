"""A photograph as it comes in: what kind it is, whether it can be looked at, and itself made small."""

from __future__ import annotations

from io import BytesIO

from PIL import Image, ImageOps, UnidentifiedImageError

from jambo.format.problems import FieldError, Refused

MOST_BYTES = 2_000_000
MOST_SIDE = 8_000  # pixels
SMALL_SIDE = 320
MEDIA = {"JPEG": "image/jpeg", "PNG": "image/png", "WEBP": "image/webp"}
ACCEPTED = "a JPEG, PNG or WebP picture of at most 2 MB"


def read(data: bytes) -> tuple[str, bytes, bytes]:
    """Read a photograph.

    Args:
        data: the bytes of a JPEG, PNG or WebP picture.

    Returns:
        Its media type; itself, without what a camera wrote beside it (where and with what it was taken); itself made small,
        as a JPEG. Raises Refused for what is no such picture (handbook 21).
    """
    if len(data) > MOST_BYTES:
        raise Refused([FieldError("photograph", "it is larger than 2 MB", ACCEPTED)])
    try:
        with Image.open(BytesIO(data), formats=[*MEDIA]) as picture:
            size, kind, beside = picture.size, picture.format or "", bool(picture.getexif())
            small_enough = max(size) <= MOST_SIDE  # told by its head: nothing is unpacked yet
            upright = ImageOps.exif_transpose(picture).convert("RGB") if small_enough else picture
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise Refused([FieldError("photograph", "it cannot be read as a picture", ACCEPTED)]) from None
    if not small_enough:
        said = f"it is {size[0]} by {size[1]} pixels"
        raise Refused([FieldError("photograph", said, f"at most {MOST_SIDE} a side")])
    if beside:
        data, kind = _jpeg(upright, 88), "JPEG"
    upright.thumbnail((SMALL_SIDE, SMALL_SIDE))
    return MEDIA[kind], data, _jpeg(upright, 80)


def _jpeg(picture: Image.Image, quality: int) -> bytes:
    written = BytesIO()
    picture.save(written, "JPEG", quality=quality)
    return written.getvalue()
