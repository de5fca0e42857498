"""The verdict on a thing that came (handbook 27): what its measures change in the opening's own answer, and what only a delivery asks."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping

from jambo.core.delivery.case import AnsweredOpening, Case
from jambo.core.delivery.frames import OTHER_LEAF, on_depth, on_thickness, on_unit
from jambo.core.delivery.leaf import OTHER_SIZE, on_leaf
from jambo.core.delivery.verdict import Finding, FindingWords, Verdict, VerdictLevel, Words, verdict
from jambo.core.flags import Flag
from jambo.core.items import Judged
from jambo.core.quantities import names
from jambo.core.quantities.figure import value_of
from jambo.core.quantities.length import Length, size

FOUND = FindingWords(
    {
        "track-longer": (
            "will_do", 10,
            "It is {length} long; {planned} is needed.",
            "Cut {cut} off the end without the stop, and bore for the stop again.",
        ),
        "slides-otherwise": (
            "will_do", 0,
            "It is {came}; {planned} was planned.",
            "Track, hangers and stops follow it: take them from its new figures.",
        ),
        "track-shorter": (
            "will_do", 0,
            "It is {length} long; {planned} was planned, and {least} is the least.",
            "Take stops and holes from the new figures of the track.",
        ),
        "lining-planed": (
            "will_do", 10,
            "It is {depth} wide; {wanted} is needed.",
            "Plane {over} off its edge.",
        ),
        "printed-two-ways": (
            "planned", 0,
            "The carton says {said} without a dash: that is {inches}. Were it meant for {feet}, it would be {other}.",
            "Measure the kit’s {header}: {long} for the one, {long_other} for the other.",
        ),
    }
)  # fmt: skip

# What a flag of the opening means for a thing that raises it: the verdict, and the minutes of work by rule
OF_FLAGS: Mapping[str, tuple[VerdictLevel, int]] = {
    "kit-for-narrower-leaf": ("wrong", 0),
    "kit-cut-down": ("will_do", 20),
    "kit-cut-down-unmarked": ("will_do", 25),
    "kit-thickness-differs": ("wrong", 0),
    "kit-cannot-serve-leaf": ("wrong", 0),
    "kit-serves-another-leaf": ("wrong", 0),
    "kit-serves-no-pair": ("wrong", 0),
    "rip-the-lining": ("will_do", 20),
    "split-jamb-out-of-range": ("wrong", 0),
    "steel-throat-narrow": ("wrong", 0),
    "steel-throat-wide": ("wrong", 0),
    "hand-differs": ("wrong", 0),
    "hand-differs-loose-stops": ("will_do", 60),
    "hand-named-from-inside": ("planned", 0),
    "hinge-corners-differ": ("will_do", 20),
    "latch-corners-differ": ("will_do", 10),
    "lock-wrong-for-leaf": ("wrong", 0),
    "track-too-short": ("wrong", 0),
    "hangers-moved-in": ("will_do", 15),
    "pocket-wall-too-thin": ("wrong", 0),
    "pocket-gap-tight": ("will_do", 10),
    "pocket-soft-close-narrow": ("will_do", 5),
    "slab-does-not-cover": ("wrong", 0),
    "slab-covers-little": ("will_do", 0),
    "slab-top-uncovered": ("wrong", 0),
    "guide-shows": ("will_do", 10),
    "bypass-leaves-do-not-lap": ("wrong", 0),
    "bypass-laps-little": ("will_do", 0),
    "bypass-leaf-too-high": ("will_do", 20),
    "bypass-too-deep": ("will_do", 10),
}

_Judge = Callable[[Case], Iterable[Finding]]


def _of_flags(case: Case) -> Iterator[Finding]:
    """The flags of the opening that the thing raises, and that it had not before."""
    before = {_told(flag) for flag in case.planned.result.flags}
    for flag in case.with_it.result.flags:
        if flag.code in OF_FLAGS and _told(flag) not in before:
            level, minutes = OF_FLAGS[flag.code]
            yield Finding(flag.code, Words(level, minutes, flag.kind.reason, flag.kind.cure), flag.values)


def _told(flag: Flag) -> tuple[str, tuple[tuple[str, Length | str], ...]]:
    return flag.code, tuple(sorted(flag.values.items()))


def _on_lining(case: Case) -> Iterator[Finding]:
    yield from on_thickness(case)
    yield from on_depth(case)
    figures = case.planned.figures
    depth, wanted, rip = case.lengths.get("depth"), figures.value(names.FRAME_DEPTH), figures.value(names.RIP_WIDTH)
    if depth is not None and wanted is not None and rip is not None and wanted + case.same <= depth <= rip:
        yield FOUND("lining-planed", {"depth": depth, "wanted": wanted, "over": depth - wanted})


def _on_track(case: Case) -> Iterator[Finding]:
    figures, length = case.planned.figures, case.lengths.get("length")
    planned, least = figures.value(names.TRACK_LENGTH), figures.value(names.TRACK_LEAST)
    if length is None or planned is None or least is None:
        return
    if length >= planned + case.same:
        yield FOUND("track-longer", {"length": length, "planned": planned, "cut": length - planned})
    elif least - case.same < length <= planned - case.same:
        yield FOUND("track-shorter", {"length": length, "planned": planned, "least": least})


def _on_sliding(case: Case) -> Iterator[Finding]:
    """A slab, or a leaf of a bypass: what hangs it follows its size."""
    for key, planned in zip(("width", "height", "thickness"), case.item.sizes, strict=False):
        came = case.lengths.get(key)
        if came is not None and size(came - planned) >= case.same:
            yield FOUND("slides-otherwise", {"came": came, "planned": planned})


def _on_pocket_kit(case: Case) -> Iterator[Finding]:
    """A carton whose figures are written without a dash may mean feet and inches: its header tells which."""
    printed, other = case.lengths.get("printed"), case.lengths.get("printed_also")
    if printed is not None and other is not None:
        said = case.chosen["printed"]
        feet = f"{said[0]}-{said[1:]}"
        yield FOUND(
            "printed-two-ways",
            {"said": said, "inches": printed, "feet": feet, "other": other, "long": printed * 2, "long_other": other * 2},
        )  # fmt: skip


_JUDGES: dict[Judged, _Judge] = {
    "leaf": on_leaf,
    "unit": on_unit,
    "lining": _on_lining,
    "thickness": on_thickness,
    "pocket_kit": _on_pocket_kit,
    "track": _on_track,
    "sliding": _on_sliding,
    "": lambda _: (),
}


def judged(case: Case) -> Verdict:
    """Give the verdict on a thing that came, for one opening.

    Args:
        case: the opening as planned, and with what was measured.

    Returns:
        As planned where nothing was found; else what it takes to use it, or why it is wrong (handbook 27).
    """
    own = [*_JUDGES[case.item.kind.judged](case)]
    longer = any(f.code == "track-longer" for f in own)  # once it is cut it is what was planned
    return verdict([*own, *([] if longer else _of_flags(case))])


def ruled_out(planned: AnsweredOpening, item: str, leaf: int, lengths: Mapping[str, Length]) -> bool:
    """Whether a thing is another altogether than the one planned, which is told without working the opening out again.

    Args:
        planned: the opening; item: a key of `ITEMS`; leaf: which of its leaves; lengths: measured.
    """
    width = value_of(planned.opening.leaves[leaf].width)
    if item == "leaf" and width is not None and "width" in lengths:
        return size(lengths["width"] - width) > OTHER_SIZE[planned.opening.tape.unit]
    outside = planned.figures.value(names.FRAME_OUTSIDE_WIDTH)
    if item == "unit" and outside is not None and "outside_width" in lengths:
        return size(lengths["outside_width"] - outside) > OTHER_LEAF[planned.opening.tape.unit]
    if item == "pocket_kit" and width is not None and "printed" in lengths:
        return lengths["printed"] < width
    return False
