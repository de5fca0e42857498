"""What is cut and bought for a swing door (handbook 4 and 7)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jambo.core import rules as house
from jambo.core.facts.hardware import Lockset
from jambo.core.facts.leaf import Leaf, hands
from jambo.core.facts.opening import Opening
from jambo.core.frames.kind import KindOfFrame
from jambo.core.frames.registry import kind_of_frame, stop_is_worked
from jambo.core.framing.items import Item, leaves_to_buy, made_so
from jambo.core.framing.pieces import Piece, by_leg
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, known_lengths, value_of
from jambo.core.quantities.length import ZERO, Length, some
from jambo.core.rules import HouseRules


def buy_list(
    leaves: Sequence[Leaf],
    hinges_each: int,
    rules: HouseRules,
    kind: KindOfFrame,
    lock: Lockset,
    *,
    pre_hung: bool = False,
) -> tuple[Item, ...]:
    """List hinges with their long screws, the latch, and for a pair the bolts and the cover strip.

    Every hinge gets one long screw; the handbook asks for it at least at the top one. A pre-hung unit brings its hinges, and
    a steel frame takes no screw into the stud.
    """
    if not hinges_each:
        return ()
    hinges = hinges_each * len(leaves)
    rows = [] if pre_hung else [Item("hinge", hinges, rules.value(house.HINGE_LENGTH))]
    rows += [Item("long_screw", hinges, rules.value(house.LONG_SCREW))] if kind.by_screws else []
    told = (lock.function,) if lock.function is not None else ()
    rows.append(Item("latch", 1, depth=lock.backset.value if lock.backset is not None else None, told=told))
    rows += [Item("closer", 1)] if lock.closer else []
    if len(leaves) == 2:
        rows += [Item("bolt", 2), Item("cover_strip", 1, value_of(leaves[0].height))]
    return tuple(rows)


def pieces(
    opening: Opening, found: Figures, frame_section: tuple[Length | None, Length | None], rules: HouseRules
) -> list[Piece]:
    """Legs and head, stops that are planted, and the filler under a sill."""
    kind, rows = kind_of_frame(opening.frame), list[Piece]()
    # of what comes as one thing only what the crew cuts is a piece: a unit's legs once the floor is read, nothing of steel
    if kind.legs_cut and (not opening.frame.pre_hung or names.LEG_HINGE_SET in found):
        supplied = bool(kind.one_thing) or opening.frame.pre_hung
        rows += by_leg(Piece("leg", "frame", 2, found[names.LEG_LENGTH], frame_section, supplied=supplied), found)
    if not kind.one_thing and not opening.frame.pre_hung:
        rows.append(Piece("head", "frame", 1, found[names.HEAD_LENGTH], frame_section))
    sill = opening.frame.sill
    if sill is not None and sill.site_made:
        made = found.get(names.SILL_MADE) or sill.thickness
        thick = (value_of(made), frame_section[1])
        rows.append(Piece("sill", "frame", 1, found[names.SILL_LENGTH], thick))
    if names.STOP_LEG in found:
        thick = (rules.value(house.STOP_THICKNESS), None)
        rows += by_leg(Piece("stop", "frame", 2, found[names.STOP_LEG], thick), found)
        rows.append(Piece("stop", "frame", 1, found[names.STOP_HEAD], thick))
    gain = value_of(found[names.HEAD_GAIN]) if opening.head_gain == "pack" and names.HEAD_GAIN in found else None
    if gain is not None and gain > ZERO:
        rows.append(Piece("head_packer", "frame", 1, found[names.RO_WIDTH], (gain, frame_section[1])))
    if names.EXTENSION_WIDTH in found and opening.frame.extension_by == "site":
        strip = (frame_section[0], value_of(found[names.EXTENSION_WIDTH]))
        rows.append(Piece("extension_strip", "frame", 2, found[names.EXTENSION_LEG], strip))
        rows.append(Piece("extension_strip", "frame", 1, found[names.EXTENSION_HEAD], strip))
    filler = value_of(found[names.SILL_FILLER]) if names.SILL_FILLER in found else None
    if some(filler):
        rows.append(Piece("filler", "frame", 1, found[names.FRAME_OUTSIDE_WIDTH], (filler, frame_section[1])))
    return rows


def to_buy(opening: Opening, found: Figures, rules: HouseRules) -> tuple[Item, ...]:
    """Hinges, screws, latch, and what the frame's kind asks for; nothing while the leaf's height is unknown."""
    each, kind = len(found.numbered(names.HINGE_HEIGHT)), kind_of_frame(opening.frame)
    rows = buy_list(opening.leaves, each, rules, kind, opening.lockset, pre_hung=opening.frame.pre_hung)
    strips = (
        [Item("extension_strip", 3, value_of(found[names.EXTENSION_WIDTH]))] if _supplied_strip(opening, found) else []
    )
    return (*_whole(opening, kind, found), *strips, *rows, *kind.to_buy(opening.frame, found, rules)) if rows else ()


def _supplied_strip(opening: Opening, found: Figures) -> bool:
    return names.EXTENSION_WIDTH in found and opening.frame.extension_by == "supplied"


def _reach(opening: Opening) -> tuple[Length, ...]:
    """The walls a split jamb reaches over, where both ends of that are known."""
    ends = known_lengths(*(opening.frame.wall_range or ()))
    return ends if len(ends) == 2 else ()


def _unit_of(opening: Opening, kind: KindOfFrame) -> tuple[str, ...]:
    """What a pre-hung unit is besides its leaf: a pair, its kind of frame where that is not a flat one, its sill."""
    said = ("pair",) if opening.pair else ()
    if opening.frame.sill is not None:
        return (*said, "with its sill")
    return said if kind.flat else (*said, kind.label.lower())


def _ordered_by(found: Figures) -> tuple[Length, ...]:
    """The size a frame is ordered by: a steel one by its nominal opening, any other inside, over the rough floor."""
    if names.NOMINAL_WIDTH in found:
        return known_lengths(found[names.NOMINAL_WIDTH], found[names.NOMINAL_HEIGHT])
    return known_lengths(found[names.FRAME_INSIDE_WIDTH], found[names.HEAD_UNDERSIDE])


def _whole(opening: Opening, kind: KindOfFrame, found: Figures) -> Iterator[Item]:
    """What comes as one thing, with its size and hand, and the leaves that come alone; a leaf in hand is not bought."""
    hand = hands(opening.handing).outside
    sizes = [known_lengths(leaf.width, leaf.height, leaf.thickness) for leaf in opening.leaves]
    if opening.frame.pre_hung:
        both = tuple(sizes[0]) if len(sizes) == 1 else (*sizes[0][:1], *sizes[1])
        yield Item(
            "unit", 1, sizes=both, hand=hand, rated=opening.fire_rated, glazed=opening.glass,
            depth=opening.frame.depth.value if opening.frame.depth else value_of(found[names.FRAME_DEPTH]) if names.FRAME_DEPTH in found else None,
            walls=_reach(opening), told=(*_unit_of(opening, kind), *made_so(opening)),
        )  # fmt: skip
        return
    steel = opening.frame.steel
    if kind.one_thing:
        yield Item(
            kind.one_thing,
            1,
            sizes=_ordered_by(found),
            hand=hand if stop_is_worked(opening.frame) else "",
            rated=opening.fire_rated,
            depth=value_of(opening.frame.throat) if opening.frame.throat is not None else None,
            walls=_reach(opening),
            told=tuple(filter(None, (steel.gauge.strip(), steel.anchors.strip()))) if steel is not None else (),
        )
    yield from leaves_to_buy(opening)
    sill = opening.frame.sill
    if sill is not None and not sill.site_made:
        yield Item("sill", 1, value_of(found[names.SILL_LENGTH]))
