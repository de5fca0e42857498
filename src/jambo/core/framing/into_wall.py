"""The steps of cutting a new hole into a standing wall (handbook 6 and 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.facts.opening import Opening
from jambo.core.facts.wall import Wall
from jambo.core.flags import LOCAL_CODE
from jambo.core.framing.cut_in import Opened
from jambo.core.framing.slope import rises
from jambo.core.framing.steps import SHARP, boxed, buck_steps, cut_as_told, edges, hole_check, jacks_by_side, plain
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.step import EYES, Step


def into_wall(opening: Opening, wall: Wall, opened: Opened | None, figures: Figures) -> Iterable[Step]:
    """A new hole in a standing wall: support, what is in it, which studs go and which stay, and what is made good."""
    yield from _before(opening, wall, figures)
    if opened is not None:
        yield from _studs_that_go(opened, wall)
        yield from _kings(opened, opening.header.kings, wall, figures)
    yield from _hole(wall, figures)
    yield from _after(wall, figures)


def _before(opening: Opening, wall: Wall, figures: Figures) -> Iterable[Step]:
    """What comes before the first cut: support, services, the marks."""
    asked = opening.cut_in
    if wall.bearing != "no":
        said = f": {asked.support}, by {asked.support_by}" if asked and asked.support and asked.support_by else ""
        yield Step(
            key="support",
            part="Before",
            text="Set the temporary support" + plain(said) + ", before the first {stud} is cut.",
            gate="support planned and recorded",
            tools="posts, beam, screw jacks",
            check="the load stands on it, nothing has sunk",
            caution=LOCAL_CODE,
        )
    yield Step(
        key="services",
        part="Before",
        text="Turn off and prove dead what runs in the wall; look along the whole {header_length} before a blade goes in.",
        gate="what is in the wall known",
        tools="tester, light, awl",
        check="no wire, pipe or duct within the hole",
        caution=LOCAL_CODE,
    )
    yield Step(
        key="mark-hole",
        part="Framing",
        text=f"Mark the hole at {edges(figures)}; open the {{wallboard}} from {{king}} to {{king}}, on both sides.",
        tools="level, knife",
        check="plumb lines; the {stud}s stand where they were found",
        caution="Paint and board from before the 1990s may hold lead or asbestos: test first.",
    )


def _studs_that_go(opened: Opened, wall: Wall) -> Iterable[Step]:
    """Standing studs cut at the header, and those taken out whole."""
    cut = ", ".join(f"{{mark_found_{n + 1}}}" for n in opened.cut)
    whole = ", ".join(f"{{mark_found_{n + 1}}}" for n in opened.cleared)
    if cut:
        yield Step(
            key="cut-standing",
            part="Framing",
            text=f"Cut the {{stud}}s at {cut} at {{header_top}} and take their lower parts out; the tops stay as {{cripple}}s.",
            gate="" if wall.bearing == "no" else "support in place; {header} size and who gave it written down",
            tools="{saw}, pry bar",
            check="cuts square, at one height",
            caution=EYES,
        )
    if whole:
        yield Step(
            key="clear-standing",
            part="Framing",
            text=f"Take the {{stud}} at {whole} out whole, to make room for a new {{king}}.",
            tools="{saw}, pry bar",
            caution=EYES,
        )


def _kings(opened: Opened, kings: int, wall: Wall, figures: Figures) -> Iterable[Step]:
    """Standing studs that serve as kings, and the kings that are added."""
    kept = [side for side, king in zip(("left", "right"), opened.kings, strict=True) if king is not None]
    if kept:
        packs = [f"{{king_filler_{side}}} on the {side}" for side in kept if names.KING_FILLER_ON[side] in figures]
        fill = f"; fill to the {{jack}} with {' and '.join(packs)}" if packs else ""
        yield Step(
            key="keep-standing",
            part="Framing",
            text=f"The standing {{stud}} on the {' and on the '.join(kept)} serves as {{king}}{fill}.",
            tools="level",
            check="sound, plumb, fixed to its plates",
        )
    new = 2 * kings - opened.reused
    length = "{king_length}"
    if names.KING_LOW_LONG in figures:
        by_side = zip(("left", "right"), opened.kings, strict=True)
        wanted = [side for side, standing in by_side if kings > (standing is not None)]
        low, high = ("left", "right") if rises(wall) else ("right", "left")
        sides = [("low", low), ("high", high)]
        length = " and ".join(f"{{king_{end}_long}} on the {side}" for end, side in sides if side in wanted)
        length += ", at the long point"
    if new:
        yield Step(
            key="new-kings",
            part="Framing",
            text=f"Add {new} {{king}}{'s' if new > 1 else ''}, {length}.",
            tools="{saw}, {nailer}",
            check="tight between the plates",
            caution=EYES,
            cuts=tuple(n for n in (names.KING_LENGTH, names.KING_LOW_LONG, names.KING_HIGH_LONG) if n in figures),
        )


def _hole(wall: Wall, figures: Figures) -> Iterable[Step]:
    """Plate, floor, jacks and header, the ceiling's nailer."""
    yield Step(
        key="cut-plate",
        part="Framing",
        text="Cut the {plate} out: {plate_cut}.",
        tools="{saw}",
        check="flush with both {jack}s; nothing left in the way",
        caution=EYES,
    )
    if names.FLOOR_EXTENSION in figures:
        yield Step(
            key="floor-extension",
            part="Framing",
            text="Set a block of {plate_block} under each cut end of the {plate}, and fill the floor between with {floor_extension}.",
            tools="saw, screws",
            check="flush with the floor, no spring",
            cuts=(names.FLOOR_EXTENSION, names.PLATE_BLOCK),
        )
    yield Step(
        key="stand",
        part="Framing",
        text=f"{boxed(wall)}stand {jacks_by_side(figures)}, then the {{header}} {{header_length}} tight on them and under the {{cripple}}s.",
        gate="" if wall.bearing == "no" else "{header} size and who gave it written down",
        tools="level, {nailer}",
        check=hole_check(figures),
        caution="Two people lift the {header}." + SHARP * wall.steel,
        cuts=cut_as_told((names.JACK_LENGTH, *names.BY_LEG[names.JACK_LENGTH], names.HEADER_LENGTH), figures),
    )
    yield from buck_steps(figures)
    if names.SLOPE_NAILER in figures:
        yield Step(
            key="nailer",
            part="Framing",
            text="Fix a nailer of {slope_nailer} along the sloping ceiling and {nail} every {cripple} to it.",
            tools="saw, screws",
            check="each {cripple} held at both ends",
            cuts=(names.SLOPE_NAILER,),
        )


def _after(wall: Wall, figures: Figures) -> Iterable[Step]:
    """The load let down on the header, and the base trim cut back."""
    if wall.bearing != "no":
        yield Step(
            key="unload",
            part="Framing",
            text="Let the load down on the {header} slowly, then take the support away.",
            gate="{header} fixed and checked",
            tools="screw jacks",
            check="{header} level, no new crack",
            caution=LOCAL_CODE,
        )
    if names.BASE_CUT_NEAR in figures:
        yield Step(
            key="base-trim",
            part="Finishing",
            text="Cut the base trim back at {base_cut_near} and {base_cut_far}, to the {casing}'s outer edges.",
            tools="multi-tool",
            check="square, tight to the {casing}",
            caution=EYES,
        )
