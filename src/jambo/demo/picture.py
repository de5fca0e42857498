"""A made-up photograph: a level held against a stud that bows, drawn and not taken."""

from __future__ import annotations

from io import BytesIO
from math import cos, pi

from PIL import Image, ImageDraw, ImageFilter

WIDE, HIGH = 800, 600


def stud_and_level() -> bytes:
    """Draw it; gives a JPEG."""
    picture = Image.new("RGB", (WIDE, HIGH), "#6f6253")
    draw = ImageDraw.Draw(picture)
    for x in range(-40, WIDE, 46):  # lath and plaster behind
        draw.line((x, 0, x + 18, HIGH), fill="#83755f", width=30)
    edge = [430 + 26 * cos((y / HIGH - 0.5) * pi) for y in range(HIGH)]
    draw.polygon([(180, 0), *((x, y) for y, x in enumerate(edge)), (180, HIGH)], fill="#c79f64")
    for n in range(9):
        along = [(x - 24 - 27 * n, y) for y, x in enumerate(edge)]
        draw.line(along, fill="#b78d52", width=3)
    draw.rectangle((462, 20, 520, HIGH - 20), fill="#d9a514")
    draw.rectangle((474, 250, 508, 350), fill="#2b2f33")
    draw.rectangle((480, 282, 502, 318), fill="#b7e36a")
    picture = picture.filter(ImageFilter.GaussianBlur(1.2))
    written = BytesIO()
    picture.save(written, "JPEG", quality=82)
    return written.getvalue()
