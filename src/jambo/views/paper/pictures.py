"""Drawings as files (handbook 33): as DXF, and as pictures with the same lines and figures, in black, fitted to a sheet of A3.

What it takes is read when the first is drawn: no start need wait for it.
"""

from __future__ import annotations

import io
from collections.abc import Callable
from threading import Lock
from typing import TYPE_CHECKING, Literal

if TYPE_CHECKING:
    from ezdxf.document import Drawing as DxfDrawing

Drawn = Literal["dxf", "svg", "pdf", "png"]

WIDE, HIGH, EDGE = 420, 297, 12  # mm
DOTS = 150  # to the inch
_ONE_AT_A_TIME = Lock()  # the type of drawings, and what makes dots of a page, work for one thread


def dxf_text(document: DxfDrawing) -> str:
    """Write a drawing as DXF."""
    out = io.StringIO()
    document.write(out)
    return out.getvalue()


def svg(document: DxfDrawing) -> str:
    """Draw a drawing as SVG; its figures are outlines, so they look alike everywhere."""
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
    from fpdf import FPDF

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


AS: dict[Drawn, Callable[[DxfDrawing], str | bytes]] = {"dxf": dxf_text, "svg": svg, "pdf": pdf, "png": png}
