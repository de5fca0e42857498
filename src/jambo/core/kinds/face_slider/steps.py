"""The steps of a face slider (handbook 11 and 21)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jambo.core.facts.opening import Opening
from jambo.core.framing.pieces import Piece
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import EYES, Step, asks_for


def slider_steps(opening: Opening, figures: Figures, pieces: Sequence[Piece]) -> Iterator[Step]:
    """The track to the wall, the slab drilled by its sheet, then slab, guide and stops.

    Args:
        opening: track, guide and fixing; figures: as worked out; pieces: whether there is a backer to fix.
    """
    yield from _track(opening, any(piece.part == "backer" for piece in pieces))
    yield from _slab(opening, figures)
    yield from _on_track(opening, figures)


def _track(opening: Opening, backer: bool) -> Iterator[Step]:
    yield Step(
        key="track-line",
        part="Setting",
        text="Mark the track line {track_line} above the finished floor, over the whole {track_length}.",
        tools="level, chalk line",
        check="level",
    )
    yield Step(
        key="find-studs",
        part="Setting",
        text="Find every {stud} behind it and prove each with a thin nail.",
        gate="{stud}s found",
        tools="finder, nail",
        caution="Wires and pipes run in walls: know before you drill.",
        needs=("track-line",),
    )
    text = "Fix the {backer} to the {stud}s, then the track on it, its start {track_start}; fixings of {lag_length}."
    if not backer:
        text = "Fix the track to the {stud}s, its start {track_start}; fixings of {lag_length}."
    yield Step(
        key="backer", part="Setting", text=text, tools="drill, socket", check="level, every fixing in a {stud}",
        needs=("find-studs",), cuts=(names.TRACK_LENGTH,),
    )  # fmt: skip


def _slab(opening: Opening, figures: Figures) -> Iterator[Step]:
    """The sheet the slab is drilled by: hangers, groove, pull, bumper, each from its edge or its bottom."""
    text = "Drill the slab by this sheet: hangers {hanger_inset} from each edge, so that its top hangs {hole_over_slab} under the track's holes; pull {pull_mark} up from its bottom."
    groove = slider_of(opening).guide == "channel" and asks_for(figures, names.GROOVE_DEPTH)
    if groove:
        passes = [n for n, _ in figures.numbered(names.GROOVE_PASSES)]
        runs = f", in {passes[0]} passes" if passes and passes[0] > 1 else ""
        text += (
            f" Groove its bottom {{groove_width}} wide and {{groove_depth}} deep{runs}, each end entered from outside."
        )
    yield Step(
        key="drill-slab",
        part="Hanging",
        text=text,
        tools="drill, square" + (", router" if groove else ""),
        check="measured from the bottom and the leading edge; bumper where the slab meets its stop",
        caution=EYES,
    )


def _on_track(opening: Opening, figures: Figures) -> Iterator[Step]:
    yield Step(
        key="lift-on",
        part="Hanging",
        text="Two people lift the slab on its track.",
        tools="wrench",
        check="clear of wall and trim over its whole way",
        caution="A slab can fall: two people, fingers clear of the track.",
        needs=("backer", "drill-slab"),
    )
    yield Step(
        key="guide",
        part="Hanging",
        text="Fix the guide at {guide_at}, where closed and open slab share their place, to the slab as it hangs.",
        tools="drill, screwdriver",
        check="hidden closed and open, no rub",
        needs=("lift-on",),
    )
    yield Step(
        key="stops",
        part="Finishing",
        text="Stops with their faces {stop_closed} and {stop_open}; slide it through, then the anti-jump blocks, last.",
        gate="slab on before anti-jump",
        tools="wrench",
        check="it cannot be lifted off",
        needs=("lift-on", "guide"),
    )
