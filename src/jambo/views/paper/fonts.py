"""The type on paper: one face for everything, and others for scripts it lacks, embedded in the file (handbook 33)."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import TYPE_CHECKING

from jambo.format.problems import FieldError, Refused
from jambo.views.paper.faces import FACES, OTHERS, PACKAGES

if TYPE_CHECKING:
    from fpdf import FPDF

NAME = "sheet"


# What nearly every sheet is written in: European letters, punctuation, fractions, arrows and signs
_USUAL = frozenset(
    [10, *range(0x20, 0x180), *range(0x2010, 0x2040), *range(0x2150, 0x2160), *range(0x2190, 0x2194), 0x2116, 0x2212]
)


@cache
def _subset(face: Path) -> Path:
    """A face with these characters alone, made once by each process: reading all of one takes longer than drawing a pole."""
    from fontTools.subset import Options, Subsetter
    from fontTools.ttLib import TTFont

    options = Options(
        layout_features=[],
        drop_tables=["FFTM", "GSUB", "GPOS", "GDEF", "kern"],
        hinting=False,
        glyph_names=False,
        notdef_outline=True,
    )
    font = TTFont(face, lazy=True)
    subset = Subsetter(options)
    subset.populate(unicodes=_USUAL)
    subset.subset(font)
    made = Path(_folder().name) / face.name
    font.save(made)
    return made


@cache
def _folder() -> TemporaryDirectory[str]:
    """Where they lie, while the process runs."""
    return TemporaryDirectory(prefix="jambo-type-")


@cache
def _has(face: Path) -> frozenset[int]:
    """The characters a face has; none where it is not on this machine."""
    from fontTools.ttLib import TTFont

    return frozenset(TTFont(face, lazy=True).getBestCmap()) if face.exists() else frozenset()


def type_is_there() -> None:
    """Raise Refused while the type is not on the server."""
    if not all(face.exists() for face in FACES.values()):
        wanted = f"a server that has Debian’s {PACKAGES[FACES['']]}"
        raise Refused([FieldError("paper", "the type for paper is not on the server", wanted)])


def add_fonts(pdf: FPDF, texts: str) -> None:
    """Give a file the type for these texts: faces that nothing in them needs are left out, for reading one takes longer than a page.

    Args:
        pdf: the file, before its first text; texts: everything that will be written, one after the other.
    """
    written = frozenset(map(ord, texts))
    for style, face in FACES.items():
        pdf.add_font(NAME, style, _subset(face) if written <= _USUAL else face)
    lacking = written - _has(FACES[""]) - {10}
    others = []
    for face in OTHERS:
        if lacking & _has(face):
            pdf.add_font(face.stem.lower(), "", face)
            others.append(face.stem.lower())
            lacking -= _has(face)
    if others:
        pdf.set_fallback_fonts(others, exact_match=False)
        pdf.set_text_shaping(True)  # joined and reordered as their readers expect
