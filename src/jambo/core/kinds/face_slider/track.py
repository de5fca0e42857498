"""A track against the studs that were found (handbook 11): the exact search for its best place, and what to bore.

Measures run along the track's tape from the opening's edge. The search is exact: the number of factory holes that land
can only change where a hole comes onto or leaves a stud, so it looks at every stretch between such places.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from jambo.core.framing.track_tape import TrackFixing
from jambo.core.quantities.figure import HALF
from jambo.core.quantities.length import ZERO, Length

Nm = Any  # int or Fraction: exact either way, which the type checker cannot follow through a subtraction


def _nm(length: Length) -> Nm:
    return length.nm


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

    Args:
        window: the least and the greatest start; at: the holes from the track's start; studs: their centres; near: the tolerance.
    """
    low, high, reach = _nm(window[0]), _nm(window[1]), _nm(near)  # bare nanometres: this is the search's inner loop
    centres: list[Nm] = sorted(s.nm for s in studs)
    steps: list[tuple[Nm, int]] = []
    for hole in at:
        end: Nm = None  # of the span being merged: a hole on two close studs still counts once
        for stud in centres:
            a, b = max(low, stud - _nm(hole) - reach), min(high, stud - _nm(hole) + reach)
            if a > b:
                continue
            if end is None or a > end:
                if end is not None:
                    steps.append((end, 1))
                steps.append((a, -1))  # openings sort before closings: a stretch may be one point
                end = b
            else:
                end = max(end, b)
        if end is not None:
            steps.append((end, 1))
    if not steps:
        return window[1], 0
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
    return (Length(best[0]) + Length(best[1])) * HALF, most


def fix(
    window: tuple[Length, Length],
    length: Length,
    at: Sequence[Length],
    studs: Sequence[Length],
    *,
    near: Length,
    apart: Length,
) -> TrackFixing:
    """Place a track of `length` and say which holes land and which to bore, each `apart` from others and the ends.

    Studs are in running order.

    Args:
        window: where the track may start; length: of it; at: its factory holes from its start; studs: centres it can be fixed to.
        near: how close to a centre a hole counts as in the stud; apart: the least between two holes.
    """
    start, _ = best_start(window, at, studs, near)
    holes_ = [_nm(hole) for hole in at]
    landed: list[tuple[Length, int]] = []
    bored: list[tuple[Length, int]] = []
    cannot: list[int] = []
    for i, stud in enumerate(studs):
        centre = _nm(stud) - _nm(start)
        if not 0 <= centre <= _nm(length):
            continue
        nearest = min(holes_, key=lambda hole: abs(hole - centre), default=None)
        if nearest is not None and abs(nearest - centre) <= _nm(near):
            landed.append((Length(nearest), i))
        elif (spot := _bore(centre, _nm(length), holes_, _nm(near), _nm(apart))) is not None:
            bored.append((Length(spot), i))
        else:
            cannot.append(i)
    return TrackFixing(start, tuple(landed), tuple(bored), tuple(cannot))


def _bore(centre: Nm, length: Nm, at: Sequence[Nm], near: Nm, apart: Nm) -> Nm | None:
    """The spot nearest a stud's centre that is far enough from every hole and both ends."""
    about = [hole for hole in at if abs(hole - centre) <= near + apart]
    spots = [centre, *[hole - apart for hole in about], *[hole + apart for hole in about], apart, length - apart]
    fit = [
        spot
        for spot in spots
        if abs(spot - centre) <= near
        and apart <= spot <= length - apart
        and all(abs(spot - hole) >= apart for hole in about)
    ]
    return min(fit, key=lambda spot: abs(spot - centre)) if fit else None
