"""Drawings as pictures (handbook 33): the same lines and figures as in the DXF, in black, fitted to a sheet of A3."""

from __future__ import annotations

import io
from threading import Lock
from typing import Literal

from ezdxf.document import Drawing as DxfDrawing
from fpdf import FPDF

Picture = Literal["svg", "pdf", "png"]

WIDE, HIGH, EDGE = 420, 297, 12  # mm
DOTS = 150  # to the inch
_ONE_AT_A_TIME = Lock()  # the type of drawings, and what makes dots of a page, work for one thread


def svg(document: DxfDrawing) -> str:
    """Draw a drawing as SVG; its figures are outlines, so they look alike everywhere."""
    # half a second that no start needs to wait for
    from ezdxf.addons.drawing.config import BackgroundPolicy, ColorPolicy, Configuration
    from ezdxf.addons.drawing.frontend import Frontend
    from ezdxf.addons.drawing.layout import Margins, Page, Units
    from ezdxf.addons.drawing.properties import RenderContext
    from ezdxf.addons.drawing.svg import SVGBackend

    black = Configuration(background_policy=BackgroundPolicy.WHITE, color_policy=ColorPolicy.BLACK)
    out = SVGBackend()
    with _ONE_AT_A_TIME:
        Frontend(RenderContext(document), out, config=black).draw_layout(document.modelspace())
    drawn: str = out.get_string(Page(WIDE, HIGH, Units.mm, Margins.all(EDGE)))
    return drawn.replace("stroke-width: none", "stroke-width: 0")  # none is no width


def pdf(document: DxfDrawing) -> bytes:
    """Draw it as a PDF of one page."""
    page = FPDF(unit="mm", format=(HIGH, WIDE), orientation="landscape")
    page.add_page()
    page.image(io.BytesIO(svg(document).encode()), x=0, y=0, w=WIDE)
    return bytes(page.output())


def png(document: DxfDrawing) -> bytes:
    """Draw it as a PNG of 150 dots to the inch."""
    import pypdfium2

    drawn = pdf(document)
    with _ONE_AT_A_TIME, pypdfium2.PdfDocument(drawn) as made:
        image = made[0].render(scale=DOTS / 72, grayscale=True).to_pil()
    out = io.BytesIO()
    image.save(out, "PNG", dpi=(DOTS, DOTS))
    return out.getvalue()
