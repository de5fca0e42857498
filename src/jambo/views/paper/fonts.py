"""The type on paper: one face for everything, and others for scripts it lacks, embedded in the file (handbook 33)."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from fontTools.ttLib import TTFont
from fpdf import FPDF

from jambo.format.problems import FieldError, Refused
from jambo.views.paper.faces import FACES, OTHERS, PACKAGES

NAME = "sheet"


@cache
def _has(face: Path) -> frozenset[int]:
    """The characters a face has; none where it is not on this machine."""
    return frozenset(TTFont(face, lazy=True).getBestCmap()) if face.exists() else frozenset()


def shaped(pdf: FPDF, texts: str) -> None:
    """Give a file the type for these texts: faces that nothing in them needs are left out, for reading one takes longer than a page.

    Args:
        pdf: the file, before its first text; texts: everything that will be written, one after the other.

    Raises:
        Refused: while the type is not on the server.
    """
    if not all(face.exists() for face in FACES.values()):
        wanted = f"a server that has Debian’s {PACKAGES[FACES['']]}"
        raise Refused([FieldError("paper", "the type for paper is not on the server", wanted)])
    for style, face in FACES.items():
        pdf.add_font(NAME, style, face)
    lacking = frozenset(map(ord, texts)) - _has(FACES[""]) - {10}
    others = []
    for face in OTHERS:
        if lacking & _has(face):
            pdf.add_font(face.stem.lower(), "", face)
            others.append(face.stem.lower())
            lacking -= _has(face)
    if others:
        pdf.set_fallback_fonts(others, exact_match=False)
        pdf.set_text_shaping(True)  # joined and reordered as their readers expect
