"""Lengths as a solver's float millimetres, and back: rounded once, to a grain no tape can tell, the safe way where it matters."""

from __future__ import annotations

from math import ceil, floor

from jambo.core.quantities.length import NM_PER_MM, Length

Mm = float
GRAIN = 25  # nanometres a solver's length is rounded to: 1/64 in and 0.0001 mm are whole multiples of it


def in_mm(length: Length) -> Mm:
    """Give a length in millimetres, for a solver or a drawing."""
    nm = length.nm
    return nm / NM_PER_MM if type(nm) is int else float(nm / NM_PER_MM)


def as_length(x: Mm) -> Length:
    """Give a solver's millimetres as an exact length, so that what falls on a tape's mark is that mark."""
    return Length(round(x * NM_PER_MM / GRAIN) * GRAIN)


def up(x: Mm) -> Length:
    """Give a solver's millimetres rounded up to the grain, but for noise."""
    return Length(ceil(x * NM_PER_MM / GRAIN - 1e-3) * GRAIN)


def down(x: Mm) -> Length:
    """Give a solver's millimetres rounded down to the grain, but for noise."""
    return Length(floor(x * NM_PER_MM / GRAIN + 1e-3) * GRAIN)
