"""A track on the wall (handbook 11): the horizontal tape along it, what stands on that, and how the track is fixed."""

from __future__ import annotations

from jambo.core.framing.placed import Across
from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length


@dataclass(frozen=True, slots=True)
class TrackFixing:
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


@dataclass(frozen=True, slots=True)
class TrackMark:
    """One thing on the track's tape: what it is, the measure it reads, and for a hole whether it lands."""

    what: str
    x: Length
    figure: str = ""
    lands: bool = False


@dataclass(frozen=True, slots=True)
class TrackTape:
    """The horizontal tape: where x = 0 is on the wall, what stands along it, and how the track is fixed."""

    across: Across | None
    marks: tuple[TrackMark, ...]
    window: tuple[Length, Length] | None
    fixed: TrackFixing | None
    limits: tuple[Length, Length] | None
