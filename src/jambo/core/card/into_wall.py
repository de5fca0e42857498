"""The steps of cutting a new hole into a standing wall (TRADE 6 and 21)."""

from __future__ import annotations

from collections.abc import Iterable

from jambo.core.card.step import CODE, EYES, Step
from jambo.core.opening.cut_in import Opened
from jambo.core.opening.facts import Opening
from jambo.core.opening.framing import Wall
from jambo.core.opening.slope import rises
from jambo.core.sums import Figures


def into_wall(opening: Opening, wall: Wall, opened: Opened | None, figures: Figures) -> Iterable[Step]:
    """A new hole in a standing wall: support, what is in it, which studs go and which stay, and what is made good."""
    asked = opening.cut_in
    if wall.bearing != "no":
        said = f": {asked.support}, by {asked.support_by}" if asked and asked.support and asked.support_by else ""
        yield Step("support", "Before", "Set the temporary support" + _plain(said) + ", before the first {stud} is cut.",
                   "support planned and recorded", "posts, beam, screw jacks", "the load stands on it, nothing has sunk", CODE)  # fmt: skip
    yield Step("services", "Before", "Turn off and prove dead what runs in the wall; look along the whole {header_length} before a blade goes in.",
               "what is in the wall known", "tester, light, awl", "no wire, pipe or duct within the hole", CODE)  # fmt: skip
    yield Step("mark-hole", "Framing", "Mark the hole at {mark_ro_near} and {mark_ro_far}; open the {wallboard} from {king} to {king}, on both sides.",
               "", "level, knife", "plumb lines; the {stud}s stand where they were found",
               "Paint and board from before the 1990s may hold lead or asbestos: test first.")  # fmt: skip
    if opened is not None:
        cut = ", ".join(f"{{mark_found_{n + 1}}}" for n in opened.cut)
        whole = ", ".join(f"{{mark_found_{n + 1}}}" for n in opened.cleared)
        if cut:
            yield Step("cut-standing", "Framing", f"Cut the {{stud}}s at {cut} at {{header_top}} and take their lower parts out; the tops stay as {{cripple}}s.",
                       "" if wall.bearing == "no" else "support in place; {header} size and who gave it written down", "saw, pry bar", "cuts square, at one height", EYES)  # fmt: skip
        if whole:
            yield Step(
                "clear-standing",
                "Framing",
                f"Take the {{stud}} at {whole} out whole, to make room for a new {{king}}.",
                "",
                "saw, pry bar",
                "",
                EYES,
            )
        kept = [side for side, king in zip(("left", "right"), opened.kings, strict=True) if king is not None]
        if kept:
            packs = [f"{{king_filler_{side}}} on the {side}" for side in kept if f"king_filler_{side}" in figures]
            fill = f"; fill to the {{jack}} with {' and '.join(packs)}" if packs else ""
            yield Step(
                "keep-standing",
                "Framing",
                f"The standing {{stud}} on the {' and on the '.join(kept)} serves as {{king}}{fill}.",
                "",
                "level",
                "sound, plumb, nailed to its plates",
            )
        new = 2 * opening.header.kings - opened.reused
        length = "{king_length}"
        if "king_low_long" in figures:
            by_side = zip(("left", "right"), opened.kings, strict=True)
            wanted = [side for side, standing in by_side if opening.header.kings > (standing is not None)]
            low, high = ("left", "right") if rises(wall) else ("right", "left")
            sides = [("low", low), ("high", high)]
            length = " and ".join(f"{{king_{end}_long}} on the {side}" for end, side in sides if side in wanted)
            length += ", at the long point"
        if new:
            yield Step(
                "new-kings",
                "Framing",
                f"Add {new} {{king}}{'s' if new > 1 else ''}, {length}.",
                "",
                "saw, nailer",
                "tight between the plates",
                EYES,
            )
    yield Step(
        "cut-plate",
        "Framing",
        "Cut the {plate} out: {plate_cut}.",
        "",
        "saw",
        "flush with both {jack}s; no nail left in the way",
        EYES,
    )
    if "floor_extension" in figures:
        yield Step(
            "floor-extension",
            "Framing",
            "Set a block of {plate_block} under each cut end of the {plate}, and fill the floor between with {floor_extension}.",
            "",
            "saw, screws",
            "flush with the floor, no spring",
        )
    yield Step("stand", "Framing", "Stand {jack}s of {jack_length}, then the {header} {header_length} tight on them and under the {cripple}s.",
               "" if wall.bearing == "no" else "{header} size and who gave it written down", "level, nailer",
               "opening {ro_width} by {ro_height}, {header} level within 1/16 in", "Two people lift the {header}.")  # fmt: skip
    if "slope_nailer" in figures:
        yield Step(
            "nailer",
            "Framing",
            "Fix a nailer of {slope_nailer} along the sloping ceiling and nail every {cripple} to it.",
            "",
            "saw, screws",
            "each {cripple} held at both ends",
        )
    if wall.bearing != "no":
        yield Step(
            "unload",
            "Framing",
            "Let the load down on the {header} slowly, then take the support away.",
            "{header} fixed and checked",
            "screw jacks",
            "{header} level, no new crack",
            CODE,
        )
    if "base_cut_near" in figures:
        yield Step(
            "base-trim",
            "Finishing",
            "Cut the base trim back at {base_cut_near} and {base_cut_far}, to the {casing}'s outer edges.",
            "",
            "multi-tool",
            "square, tight to the {casing}",
            EYES,
        )


def _plain(text: str) -> str:
    """A text somebody typed, so that its braces are no names."""
    return text.replace("{", "(").replace("}", ")")
