"""The steps of a face slider (handbook 11 and 21)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jambo.core.facts.opening import Opening
from jambo.core.framing.pieces import Piece
from jambo.core.framing.track_tape import TrackTape
from jambo.core.kinds.face_slider.facts import slider_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import EYES, Step, asks_for


def slider_steps(opening: Opening, figures: Figures, pieces: Sequence[Piece], tape: TrackTape) -> Iterator[Step]:
    """The track to the wall, the slab drilled by its sheet, then slab, guide and stops.

    Args:
        opening: track, guide and fixing; figures: as worked out; pieces: the backer's boards; tape: holes to bore.
    """
    yield from _track(figures, [piece for piece in pieces if piece.part == "backer"], tape)
    yield from _slab(opening, figures)
    yield from _on_track(opening, figures)


def _track(figures: Figures, boards: Sequence[Piece], tape: TrackTape) -> Iterator[Step]:
    at = " at the opening's edge" if names.TRACK_RAISED in figures else ""
    at += ", {track_over_line}" if names.TRACK_OVER_LINE in figures else ""
    yield Step(
        key="track-line",
        part="Hanging",
        text=f"Mark the track line {{track_line}} above the finished floor{at}, over the whole {{track_length}}.",
        tools="level, chalk line",
        check="level",
    )
    yield Step(
        key="find-studs",
        part="Hanging",
        text="Find every {stud} behind it and prove each with a thin nail.",
        gate="{stud}s found",
        tools="finder, nail",
        caution="Wires and pipes run in walls: know before you drill.",
        needs=("track-line",),
    )
    if tape.fixed is not None and tape.fixed.bored:
        marks = ", ".join(f"{{{names.BORE[n]}}}" for n in range(1, len(tape.fixed.bored) + 1))
        yield Step(
            key="bore-track",
            part="Hanging",
            text=f"Bore the track for the {{stud}}s, measured from its own start: {marks}.",
            tools="drill, square",
            check="each over a {stud} when its start is held {track_start}",
            caution=EYES,
            needs=("find-studs",),
        )
    text = "Fix the track to the {stud}s, its start {track_start}; fixings of {lag_length}."
    if boards:
        many = sum(board.count for board in boards) > 1
        made = (
            "the boards of the {backer}, joints over a {stud} and not over each other,"
            if many
            else "the {backer}, any joint over a {stud},"
        )
        text = f"Cut {made} {{backer_length}} long and fix it to the {{stud}}s, its bottom {{backer_bottom}} and its top {{backer_top}} above the finished floor; then the track on it, its start {{track_start}}; fixings of {{lag_length}}."
    join = "; the rails join {rail_joint}" if names.RAIL_JOINT in figures else ""
    yield Step(
        key="backer", part="Hanging", text=text.replace("; fixings", f"{join}; fixings"), tools="drill, socket", check="level, every fixing in a {stud}",
        needs=("find-studs", "bore-track", "casing", "casing-back"), cuts=(*((names.BACKER_LENGTH,) if boards else ()), names.TRACK_LENGTH),
    )  # fmt: skip


def _slab(opening: Opening, figures: Figures) -> Iterator[Step]:
    """The sheet the slab is drilled by: hangers, groove, pull, bumper, each from its edge or its bottom."""
    text = "Drill the slab by this sheet: hangers {hanger_inset} from each edge, so that its top hangs {hole_over_slab} under the track's holes; pull {pull_mark} up from its bottom and {pull_inset} from its closing edge."
    if opening.pair:
        text = text.replace("Drill the slab", "Drill each slab").replace(
            "its closing edge", "the edge that meets the other"
        )
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
    yield Step(
        key="seal-slab",
        part="Hanging",
        text="A slab that is finished here: all six faces, before it hangs.",
        tools="brush",
        needs=("drill-slab",),
    )


def _on_track(opening: Opening, figures: Figures) -> Iterator[Step]:
    yield Step(
        key="lift-on",
        part="Hanging",
        text="Two people lift the slab on its track.",
        tools="wrench",
        check="clear of wall and trim over its whole way",
        caution="A slab can fall: two people, fingers clear of the track.",
        needs=("backer", "seal-slab"),
    )
    yield Step(
        key="guide",
        part="Hanging",
        text="Fix the guide at {guide_at}"
        + (", the other slab's at {guide_other_at}" if opening.pair else "")
        + ", where closed and open slab share their place, to the slab as it hangs.",
        tools="drill, screwdriver",
        check="hidden closed and open, no rub",
        needs=("lift-on",),
    )
    yield Step(
        key="stops",
        part="Finishing",
        text="Stops with their faces {stop_closed} and {stop_open}"
        + (", the other slab's {stop_other_closed} and {stop_other_open}" if opening.pair else "")
        + "; slide it through, then the anti-jump blocks, last.",
        gate="slab on before anti-jump",
        tools="wrench",
        check="it cannot be lifted off",
        needs=("lift-on", "guide"),
    )
