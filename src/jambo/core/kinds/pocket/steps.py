"""The steps of a pocket door (handbook 10 and 21)."""

from __future__ import annotations

from collections.abc import Iterator

from jambo.core.facts.opening import Opening
from jambo.core.flags import LOCAL_CODE
from jambo.core.frames.steps import notched
from jambo.core.kinds.pocket.facts import kit_of, split_studs
from jambo.core.kinds.pocket.figures import cut_down
from jambo.core.kinds.pocket.pieces import KIT_CUTS
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import EYES, Step


def before_framing(opening: Opening) -> Iterator[Step]:
    """The carton first, then the zone: what stands in it, before anything is framed."""
    inches = " A size such as 2-6 on it is feet and inches: two foot six." if opening.tape.unit == "in" else ""
    yield Step(
        key="carton",
        part="Before",
        text=f"Read the carton: the kit must be for a {{leaf}} of {{kit_for}}.{inches}",
        tools="tape",
        check="width, thickness and finish as planned, nothing missing",
    )
    yield Step(
        key="zone",
        part="Before",
        text="Look into the wall over the whole {ro_width}: wires, pipes, ducts and load out of the zone.",
        gate="services out of the pocket's zone",
        tools="light, awl, finder",
        check="written down what was found",
        caution=LOCAL_CODE,
    )


def kit_steps(opening: Opening, figures: Figures) -> Iterator[Step]:
    """From the framed opening to the closed wall: the marks, the kit, its split studs, straight before the wallboard."""
    over = ", {set_mark_over_line}" if names.SET_MARK_OVER_LINE in figures else ""
    at = "{set_mark}" + over
    if names.SET_MARK_LEFT in figures:
        at = f"one level line{over}, {{set_mark_left}} over the floor at the left {{stud}} and {{set_mark_right}} over it at the right one"
    yield Step(
        key="set-mark",
        part="Framing",
        text=f"Set a nail or screw in the middle of each rough {{stud}} at {at}; let its head stand out to hang the kit on.",
        tools="tape, level",
        check="both marks on one level line",
        needs=("stand", "cut-plate"),
    )
    yield _kit(opening, figures)
    yield _split_studs(opening, figures)
    yield Step(
        key="straighten",
        part="Frame",
        text="Plumb and straighten with the longest level that fits; a board {pocket_board} wide between the split {stud}s keeps them apart.",
        gate="frame before {wallboard}",
        tools="long level",
        check="straight by eye and level",
        needs=("split-studs",),
    )
    yield Step(
        key="close",
        part="Frame",
        text="Close the wall with fixings of at most {longest_fixing_a} on side A and {longest_fixing_b} on side B, then take the board out.",
        tools="screw gun with a stop",
        check="nothing enters the pocket",
        needs=("straighten",),
    )


def _kit(opening: Opening, figures: Figures) -> Step:
    """A kit made for the leaf is not cut; a larger one is, at its mark or where it has none as measured."""
    tools, hang = "level", "put the kit's {header} between its brackets and hang it on the marks"
    if opening.pair:
        hang = "join both kits with their joining set to one {header} of {kit_header}, put it between the brackets and hang it on the marks"
    if not cut_down(opening):
        text = f"{hang[0].upper()}{hang[1:]}."
    elif kit_of(opening).unmarked:
        text = f"Cut the kit's {{header}} {{kit_header}} from the fixed bracket and the track {{pocket_track}}, the trim board for {{trim_board_mark}}; move the end bracket, {hang}."
    else:
        text = f"Cut the kit's {{header}} and its trim board at the mark for {{trim_board_mark}}, the track {{pocket_track}}; move the end bracket, {hang}."
    cut = cut_down(opening)
    return Step(
        key="kit", part="Frame", text=text, tools="hacksaw, " + tools if cut else tools, check="level", caution=EYES if cut else "",
        needs=("set-mark", "carton"), cuts=tuple(name for name in KIT_CUTS if (cut or (opening.pair and name == names.KIT_HEADER)) and name in figures),
    )  # fmt: skip


def _split_studs(opening: Opening, figures: Figures) -> Step:
    """The split studs at their places, their feet fixed into what is there."""
    from_where = "from where the leaves meet" if opening.pair else "from the {strike} edge"
    places = []
    for index in range(len(opening.leaves)):
        marks = [f"{{{name}}}" for name, _ in _family(figures, index)]
        places.append(
            ", ".join(marks[:-1]) + (" and " if len(marks) > 1 else "") + marks[-1]
            if marks
            else "the places the {leaf} width gives"
        )
    both = "; the other pocket's at ".join(places)
    into = (
        "drilled into the slab {foot_fixing} deep"
        if kit_of(opening).floor == "concrete"
        else "with {foot_fixing} into the floor"
    )
    pack = " Under the short ones packing of up to {split_pack}, fixed through." if names.SPLIT_PACK in figures else ""
    return Step(
        key="split-studs",
        part="Frame",
        text=f"Snap lines flush with both {{stud}} faces; stand the split {{stud}}s {from_where} at {both}, the first pair flush at the mouth; two fixings a foot, {into}.{pack}",
        tools="chalk line, hammer drill" if kit_of(opening).floor == "concrete" else "chalk line, drill",
        check="never through a heating pipe",
        caution=EYES,
        needs=("kit",),
    )


def _family(figures: Figures, index: int) -> list[tuple[names.FigureName, object]]:
    """The split studs of one pocket or the other, by name."""
    return [(split_studs(index)[n], one) for n, one in split_studs(index).of(figures.items())]


def leaf_steps(opening: Opening, figures: Figures) -> Iterator[Step]:
    """The leaf once the wall is painted, and the legs that let it out again."""
    yield Step(
        key="seal-leaf",
        part="Hanging",
        text="Seal all six faces of the {leaf}; hangers {hanger_1} and {hanger_2} from one edge, wheels alternating.",
        gate="{leaf} after {wallboard} and paint",
        tools="brush, drill",
        needs=("close",),
    )
    yield Step(
        key="hang-leaf",
        part="Hanging",
        text="Hang the {leaf}; screw the bumper on its back edge {bumper_on_leaf} up from its bottom; guides at the mouth, both sides.",
        tools="screwdriver",
        check="runs free over its whole way",
        needs=("seal-leaf", "kit"),
    )
    whole = (
        ""
        if opening.pair
        else f"one whole {{leg}} {{leg_length}} at the {{strike}} edge{notched(figures, 'its foot')}; "
    )
    own = [name for name in names.SPLIT_LEG_AT.values() if name in figures]
    split = "split {leg}s {leg_length}"
    if own:
        split = ", ".join(f"{name.label} {{{name}}}" for name in own)
    yield Step(
        key="split-legs",
        part="Finishing",
        text=f"Line the opening: {whole}{split}, each half {{split_half}} wide, and a split {{head}} {{head_length}}; one side by screws, so that the {{leaf}} can come out again.",
        tools="saw, screws",
        caution=EYES,
        needs=("hang-leaf",),
        cuts=(*(own if own and opening.pair else (names.LEG_LENGTH, *own)), names.HEAD_LENGTH),
    )
