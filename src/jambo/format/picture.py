"""A photograph as it comes in: whether it can be looked at, written anew so that nothing but the picture is kept, and made small."""

from __future__ import annotations

import contextlib
import ctypes
import threading
from collections.abc import Iterator
from io import BytesIO

from PIL import Image, ImageOps, UnidentifiedImageError

from jambo.format.problems import FieldError, Refused

MOST_BYTES = 2_000_000
MOST_PIXELS = 24_000_000
MOST_SCANS = 50  # of a progressive JPEG, each of which is a pass over all of it; cameras write ten
SMALL_SIDE = 320
MEDIA = {"JPEG": "image/jpeg", "PNG": "image/png", "WEBP": "image/webp"}
KEPT_AS = "JPEG"  # whatever it came as
ACCEPTED = "a JPEG, PNG or WebP picture of at most 2 MB and 24 megapixels"
AT_ONCE = threading.BoundedSemaphore(2)  # a picture unpacked is a hundred times what it was sent as
with contextlib.suppress(
    AttributeError
):  # what is unpacked goes back to the system at once, and not to its thread for good
    ctypes.CDLL(None).mallopt(-3, 1 << 20)  # M_MMAP_THRESHOLD
_SCAN = b"\xff\xda"  # stands nowhere else in a JPEG's picture: its other 0xff bytes are followed by zero or a restart


@contextlib.contextmanager
def _unpacked(data: bytes) -> Iterator[Image.Image]:
    """A picture, bounded before anything of it is unpacked. Raises Refused."""
    try:
        with AT_ONCE, Image.open(BytesIO(data), formats=[*MEDIA]) as picture:
            wide, tall = picture.size
            if wide * tall > MOST_PIXELS:
                raise Refused([FieldError("photograph", f"it is {wide} by {tall} pixels", "at most 24 megapixels")])
            if data.count(_SCAN) > MOST_SCANS:
                raise Refused(
                    [FieldError("photograph", "it is packed in too many passes", "a picture as a camera writes it")]
                )
            picture.load()
            yield picture
    except Refused:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise Refused([FieldError("photograph", "it cannot be read as a picture", ACCEPTED)]) from None


def look(data: bytes) -> None:
    """Look at a picture that is kept. Raises Refused where it cannot be read."""
    with _unpacked(data):
        pass


def read(data: bytes) -> tuple[str, bytes, bytes]:
    """Read a photograph (handbook 21).

    Args:
        data: the bytes of a JPEG, PNG or WebP picture.

    Returns:
        Its media type; itself, written anew: nothing a camera or anybody else put beside it or behind it stays (where it was taken,
        comments, a tail); itself made small. Raises Refused for what is no such picture.
    """
    if len(data) > MOST_BYTES:
        raise Refused([FieldError("photograph", "it is larger than 2 MB", ACCEPTED)])
    with _unpacked(data) as picture:
        upright = ImageOps.exif_transpose(picture).convert("RGB")
        upright.info = {}
        whole = _jpeg(upright, 88)
        while len(whole) > MOST_BYTES:  # other packings hold more in as many bytes
            upright.thumbnail((upright.width * 3 // 4, upright.height * 3 // 4))
            whole = _jpeg(upright, 88)
        upright.thumbnail((SMALL_SIDE, SMALL_SIDE))
        return MEDIA[KEPT_AS], whole, _jpeg(upright, 80)


def _jpeg(picture: Image.Image, quality: int) -> bytes:
    written = BytesIO()
    picture.save(written, KEPT_AS, quality=quality)
    return written.getvalue()
