"""The steps of floor and framing on the work card (handbook 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core import rules as house
from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import LOCAL_CODE
from jambo.core.framing.pieces import each_leg
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import ZERO
from jambo.core.quantities.names import FigureName
from jambo.core.rules import HouseRules
from jambo.core.step import EYES, Step, tells

_FLOOR_CLEAR = "highest floor {floor_clear}"
_FLOOR_PASSED = "floor under the {leaf} {floor_under}, highest it passes {floor_clear}"
# Where nothing of ours stands on the floor, what its heights count from; an opening without a leaf is a maker's, or stays
_UNLINED = {
    "face_slider": "The floor stays as it is: measure heights from it where the slab hangs.",
    "bypass": "The floor stays as it is: measure heights from it where the leaves hang.",
    "cased": "Heights count from the rough floor here: see that whoever gave the opening means the same.",
}


def floor_steps(opening: Opening, figures: Figures, *, lined: bool) -> Iterable[Step]:
    """What the legs stand on, and what must be decided first; `lined` says that there are legs to stand."""
    layers = [layer for side in (opening.floors.a, opening.floors.b) for layer in side.layers or ()]
    unsettled = any(getattr(layer, "source", None) and layer.source.kind == "allowance" for layer in layers)  # type: ignore[union-attr]
    stands = {
        "rough_floor": "The {leg}s stand on the rough floor: the finish is laid to them, or they are undercut for it.",
        "finished_floor": "The finished floor is laid first; the {leg}s stand on it.",
        "spacer": "Stand the {leg}s on scraps {foot} high, so that the floor can slide under them later.",
    }[opening.frame.stands_on]
    if opening.frame.sill is not None and opening.kind == "swing":
        stands = f"The {{leg}}s stand {'on' if opening.frame.sill.legs_on else 'beside'} the sill."
    if not lined:
        stands = _UNLINED[opening.kind]
    bare = not tells(figures, names.FLOOR_CLEAR, opening.tape)
    if bare and lined and opening.frame.stands_on == "rough_floor" and opening.frame.sill is None:
        stands = "The {leg}s stand on the bare floor, and nothing is laid to them."
    gate = "the floor decided, or its allowance accepted" if unsettled else ""
    yield Step(
        key="floor",
        part="Before",
        text=stands,
        gate=gate,
        check="" if bare else _FLOOR_CLEAR if opening.kind == "cased" else _FLOOR_PASSED,
    )


def boxes_away(wall: Wall, figures: Figures) -> Iterable[Step]:
    """What stands in the hole is moved first, by the one whose trade it is."""
    for n, figure in figures.numbered(names.MARK_BOX):
        what = plain(wall.fittings[n - 1].what) or "what is fitted there"
        yield Step(
            key=f"move-box-{n}",
            part="Before",
            text=f"Have it moved out of the hole by the one whose trade it is: {what}, {{{figure.name}}} from the left end of the wall.",
            gate="dead, and proved so",
            tools="tester",
            caution=LOCAL_CODE,
        )


def plain(text: str) -> str:
    """A text somebody typed, so that its braces are no names."""
    return text.replace("{", "(").replace("}", ")")


FRAMED = (
    names.JACK_LENGTH, *names.BY_LEG[names.JACK_LENGTH], names.KING_LENGTH, names.KING_LOW_LONG, names.KING_HIGH_LONG, names.HEADER_LENGTH, names.CRIPPLE_LENGTH,
)  # fmt: skip


def cut_as_told(wanted: Iterable[FigureName], figures: Figures) -> tuple[FigureName, ...]:
    """Those of the figures that pieces are cut to: not the one for both sides where each has its own."""
    return tuple(name for name in wanted if name in figures and not each_leg(name, figures))


def jacks_by_side(figures: Figures) -> str:
    """The jacks' length, or one for each side where the floor under them was read."""
    if each_leg(names.JACK_LENGTH, figures):
        return "the left {jack}s {jack_left}, the right ones {jack_right}"
    return "{jack}s {jack_length}"


def framing_steps(opening: Opening, wall: Wall, figures: Figures, rules: HouseRules) -> Iterable[Step]:
    """Mark, cut and stand the framing of a new wall; cripples that would be slivers are filled solid."""
    gate = "" if wall.bearing == "no" else "{header} size and who gave it written down"
    full = wall.height_by == "stud" and wall.height_right is None  # precut studs set the wall's height
    yield Step(
        key="plate",
        part="Framing",
        text=f"Mark the {{plate}} at {edges(figures)}; the cross on the side where the {{stud}}s stand.",
        tools="tape, square",
        check="measured from the same end each time",
    )
    sloped = names.KING_LOW_LONG in figures
    cripple = figures.value(names.CRIPPLE_LENGTH)
    over = ", {cripple}s {cripple_length}"
    if cripple is not None and cripple < rules.value(house.CRIPPLE_LEAST):
        over = "; the {cripple_length} over the {header} is filled solid" if cripple > ZERO else ""  # none fit in
    uprights = (
        "the {king} on the low side {king_low_long} and on the high side {king_high_long} at their long points, {header} {header_length}, "
        "each {cripple} to its own length on the cut list"
        if sloped
        else ("" if full else "{king}s {king_length}, ") + "{header} {header_length}" + over
    )
    whole = " The {king}s are full {stud}s of {king_length}: they are not cut." if full else ""
    yield Step(
        key="cut-studs",
        part="Framing",
        text=f"Cut {jacks_by_side(figures)}, {uprights}.{whole}",
        gate=gate,
        tools="{saw}",
        caution=EYES,
        cuts=cut_as_told(
            (*FRAMED, *(names.CRIPPLE_SLOPE[n] for n, _ in figures.numbered(names.CRIPPLE_SLOPE))), figures
        ),
    )
    yield Step(
        key="stand",
        part="Framing",
        text=boxed(wall) + "{nail} the {jack}s to the {king}s, the {header} tight on the {jack}s.",
        tools="level, {nailer}",
        check=hole_check(figures),
        caution="Two people lift the {header}." + SHARP * wall.steel,
    )
    yield Step(
        key="cut-plate",
        part="Framing",
        text="Cut the {plate} out between the {jack}s: {plate_cut}.",
        tools="{saw}",
        check="flush with both {jack}s",
        caution=EYES,
    )
    yield from buck_steps(figures)


SHARP = " Cut steel is sharp: gloves on."


def boxed(wall: Wall) -> str:
    """How steel studs stand beside a hole, as the first words of a step; nothing in timber."""
    return "Box each {jack} with its {king}, open side to open side: " if wall.steel else ""


def edges(figures: Figures) -> str:
    """The two places the hole is marked at: the opening's own edges, or those of the hole for its buck."""
    of = "hole" if names.HOLE_WIDTH in figures else "ro"
    return f"{{mark_{of}_near}} and {{mark_{of}_far}}"


def hole_check(figures: Figures) -> str:
    """What is proved once it is framed: the opening, or the hole that its buck goes into."""
    size = "hole {hole_width} by {hole_height}" if names.HOLE_WIDTH in figures else "opening {ro_width} by {ro_height}"
    return size + ", {header} level within {level_tolerance}"


def buck_steps(figures: Figures) -> Iterable[Step]:
    """The timber buck that goes into the hole, where there is one."""
    if names.BUCK_LEG in figures:
        yield Step(
            key="buck",
            part="Framing",
            text="Cut the buck: two legs {buck_leg_length}, the head {buck_head_length} over them; {nail} it into the hole, its edges flush with the {stud}s.",
            tools="saw, level, {nailer}",
            check="inside {ro_width} by {ro_height}, legs plumb, head level",
            caution=EYES,
            cuts=(names.BUCK_LEG, names.BUCK_HEAD),
        )


def take_out(opening: Opening, *, lined: bool) -> Iterable[Step]:
    """What comes before a standing opening is read: protect, take the old out, look at what is behind it.

    Args:
        opening: what of it stays; lined: whether it gets new legs: else its finished edges and their casing stay.
    """
    stays = opening.stays
    yield Step(
        key="protect",
        part="Taking out",
        text="Cover the floor on both sides, and close the rooms off against dust.",
        tools="sheets, tape",
    )
    if lined and (stays.casing == "saved" or stays.old_frame == "out"):
        off = "number it on its back and lay it by: it goes back" if stays.casing == "saved" else "take it off"
        yield Step(
            key="score",
            part="Taking out",
            text=f"Score the paint along the old {{casing}}; {off}.",
            tools="knife, flat bar",
            caution="Paint and board from before the 1990s may hold lead or asbestos: test first.",
            needs=("protect",),
        )
    if stays.old_frame == "out" and opening.kind == "swing":
        yield Step(
            key="old-frame",
            part="Taking out",
            text="Cut the old {frame} through the middle of each {leg} and pull it inward; pull or cut every nail.",
            tools="saw, nail puller",
            check="no nail left proud",
            caution=EYES,
            needs=("score",),
        )
    yield Step(
        key="look",
        part="Taking out",
        text="Look at the framing: rot, loose {stud}s, load, wires and pipes.",
        tools="light, awl",
        check="written down what was found",
        caution=LOCAL_CODE,
        needs=("old-frame",),
    )
