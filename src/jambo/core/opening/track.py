"""A track against the studs that were found (TRADE 11): the exact search for its best place, and what to bore.

Measures run along the track's tape from the opening's edge. The search is exact: the number of factory holes that land
can only change where a hole comes onto or leaves a stud, so it looks at every stretch between such places.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jambo.core.length import ZERO, Length, size
from jambo.core.sums import HALF


@dataclass(frozen=True, slots=True)
class Found:
    """Where the track goes: its start, the holes that land (measure along the track, stud), and holes to bore.

    `cannot` are studs behind the track that neither a factory hole nor a new one reaches.
    """

    start: Length
    landed: tuple[tuple[Length, int], ...]
    bored: tuple[tuple[Length, int], ...]
    cannot: tuple[int, ...]

    @property
    def fixings(self) -> tuple[Length, ...]:
        """Every fixing into a stud, as measures along the track."""
        return tuple(sorted(at for at, _ in (*self.landed, *self.bored)))


def holes(length: Length, first: Length, spacing: Length) -> tuple[Length, ...]:
    """Factory holes of a track, measured from its start."""
    if first >= length or spacing <= ZERO:
        return ()
    return tuple(first + spacing * n for n in range(int((length - first).nm // spacing.nm) + 1))


def best_start(
    window: tuple[Length, Length], at: Sequence[Length], studs: Sequence[Length], near: Length
) -> tuple[Length, int]:
    """Find the start in `window` that lets most holes land within `near` of a stud's centre.

    Of equal stretches the one nearest the window's upper end counts (there the stops need no more track than they
    must), and in it the middle, so that every hole sits as well as it can. Returns the start and the number of holes.
    """
    low, high = window
    steps: list[tuple[Length, int]] = []
    for hole in at:
        spans = sorted((max(low, s - hole - near), min(high, s - hole + near)) for s in studs)
        merged: list[tuple[Length, Length]] = []
        for a, b in spans:
            if a > b:
                continue
            if merged and a <= merged[-1][1]:
                merged[-1] = (merged[-1][0], max(b, merged[-1][1]))
            else:
                merged.append((a, b))
        for a, b in merged:
            steps += [(a, -1), (b, 1)]  # openings sort before closings: a stretch may be one point
    if not steps:
        return high, 0
    steps.sort()
    best, count, most, begun = (high, high), 0, 0, low
    for place, step in steps:
        if step < 0:
            count += 1
            begun = place
        else:
            if count >= most and count > 0:
                most, best = count, (begun, place)
            count -= 1
    # `begun` is the last opening before a closing, so (begun, place) is a whole stretch of the count just left
    return (best[0] + best[1]) * HALF, most


def fix(
    window: tuple[Length, Length],
    length: Length,
    at: Sequence[Length],
    studs: Sequence[Length],
    *,
    near: Length,
    apart: Length,
) -> Found:
    """Place a track of `length` and say which holes land and which to bore, each `apart` from others and the ends."""
    start, _ = best_start(window, at, studs, near)
    landed: list[tuple[Length, int]] = []
    bored: list[tuple[Length, int]] = []
    cannot: list[int] = []
    for i, stud in enumerate(studs):
        centre = stud - start
        if not ZERO <= centre <= length:
            continue
        hits = [hole for hole in at if size(hole - centre) <= near]
        if hits:
            landed.append((min(hits, key=lambda hole: size(hole - centre)), i))
        elif (spot := _bore(centre, length, at, near, apart)) is not None:
            bored.append((spot, i))
        else:
            cannot.append(i)
    return Found(start, tuple(landed), tuple(bored), tuple(cannot))


def _bore(centre: Length, length: Length, at: Sequence[Length], near: Length, apart: Length) -> Length | None:
    """The spot nearest a stud's centre that is far enough from every hole and both ends."""
    spots = [centre, *[hole - apart for hole in at], *[hole + apart for hole in at], apart, length - apart]
    fit = [
        spot
        for spot in spots
        if size(spot - centre) <= near
        and apart <= spot <= length - apart
        and all(size(spot - hole) >= apart for hole in at)
    ]
    return min(fit, key=lambda spot: size(spot - centre)) if fit else None
