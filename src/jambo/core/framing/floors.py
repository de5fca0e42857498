"""Floors on the two sides of an opening (handbook 9): stacks of layers, allowances, and what the leaf must clear."""

from __future__ import annotations

from collections.abc import Sequence

from jambo.core import rules as house
from jambo.core.facts.floors import Floors, Stack
from jambo.core.facts.leaf import Side
from jambo.core.facts.opening import Opening
from jambo.core.quantities import names
from jambo.core.quantities.figure import Amount, Computed, Known, Missing, Source, add, highest, value_of
from jambo.core.quantities.length import ZERO
from jambo.core.rules import HouseRules


def stack_height(stack: Stack) -> Computed:
    """F_A or F_B: the sum of a side's layers. A bare floor has no layers and is zero; unknown is missing."""
    letter, name = stack.side.lower(), names.FLOOR_ON[stack.side]
    if stack.layers is None:
        return add(name, Missing(f"floor_{letter}_stack", stack.path))
    layers = stack.layers or (Known("bare_floor", ZERO, Source("given", stack.path)),)
    return add(name, *layers)


def under_leaf(floors: Floors, a: Computed, b: Computed) -> Computed:
    """F_under: the height of what runs beneath the closed leaf; of two floors the higher until somebody says which."""
    if floors.under == "strip":
        return add(names.FLOOR_UNDER, floors.strip or Missing("strip", "opening.floors.strip"))
    taken, other = (a, b) if floors.under == "A" else (b, a)
    known = value_of(taken), value_of(other)
    if not floors.under_said and known[0] is not None and known[1] is not None and known[0] >= known[1]:
        return highest(names.FLOOR_UNDER, taken, other)  # what the other is allowed for may yet be higher
    return add(names.FLOOR_UNDER, taken)


def higher(a: Stack, b: Stack, otherwise: Side) -> Side:
    """The side whose floor is the higher one, over its pile; `otherwise` where they are alike or one of them is not known."""
    heights = value_of(walked_on(a)), value_of(walked_on(b))
    if heights[0] is None or heights[1] is None or heights[0] == heights[1]:
        return otherwise
    return "A" if heights[0] > heights[1] else "B"


def trim_allowed(opening: Opening, rules: HouseRules) -> Known:
    """What may come off the leaf's bottom in all (handbook 9, 15): nothing of a fire-rated one, of others as was said or by core.

    While nobody has said what its core is, it counts as hollow: the least.
    """
    leaf = opening.in_hand
    if opening.fire_rated:
        return Known("fire_rated", ZERO, Source("given", "opening.door.fire_rated"))
    if leaf.may_trim is not None:
        return leaf.may_trim
    return rules.known(house.LEAF_TRIM_SOLID if leaf.core == "solid" else house.LEAF_TRIM_MOST)


_GAPS = {
    "hard": (house.FLOOR_GAP, house.FLOOR_GAP_LEAST), "carpet": (house.CARPET_GAP, house.CARPET_GAP_LEAST),
    "air": (house.AIR_GAP, house.AIR_GAP_LEAST),
}  # fmt: skip


def gap_over(stack: Stack | None, rules: HouseRules, *, least: bool = False) -> list[Amount]:
    """The gap a floor of its kind wants under the leaf, or the least it bears; over carpet the pile is in it.

    Args:
        stack: the floor of a side, None for a strip, which is hard; rules: the gaps in force.
    """
    said = stack.said if stack is not None else None
    gap = rules.known(_GAPS[said.kind if said is not None else "hard"][least])
    return [said.pile, gap] if said is not None and said.kind == "carpet" else [gap]


def _hard(stack: Stack) -> bool:
    return stack.said is None or stack.said.kind == "hard"


def leaf_line(floors: Floors, opens_to: Side, a: Computed, b: Computed, rules: HouseRules) -> list[Computed]:
    """Where each floor the leaf passes wants its bottom, and the highest of them last; [] where all are hard: one gap counts.

    Args:
        floors: their kinds, and what is under the closed leaf; opens_to: the side it swings over; a, b: the floors' heights.
    """
    sides: dict[Side, Computed] = {"A": a, "B": b}
    passed: list[Side] = [opens_to]
    passed += [floors.under] if floors.under != "strip" and floors.under != opens_to else []
    if all(_hard(floors.stack(side)) for side in passed):
        return []
    lines = [add(names.LEAF_OVER[side], sides[side], *gap_over(floors.stack(side), rules)) for side in passed]
    if floors.strip is not None:
        lines.append(add(names.LEAF_OVER_STRIP, floors.strip, *gap_over(None, rules)))
    return [*lines, highest(names.LEAF_LINE, *lines)]


def gap_under(
    floors: Floors, sides: Sequence[Side], clear: Computed, rules: HouseRules
) -> tuple[Amount, list[Computed]]:
    """The gap under a leaf that hangs over the floors of these sides, from the highest of them, and the figures behind it.

    The rule's own gap where all are hard; else what brings the leaf over every floor by that floor's own gap.

    Args:
        floors: their kinds; sides: whose floors it passes; clear: the highest of those floors; rules: the gaps in force.
    """
    stacks = [floors.stack(side) for side in sides]
    if all(_hard(stack) for stack in stacks):
        return rules.known(house.FLOOR_GAP), []
    lines = [add(names.LEAF_OVER[s.side], stack_height(s), *gap_over(s, rules)) for s in stacks]
    line = highest(names.LEAF_LINE, *lines)
    gap = add(names.GAP_UNDER_LEAF, line, (-1, clear))
    return gap, [*lines, line, gap]


def walked_on(stack: Stack) -> Computed:
    """What a floor's surface is for a kit that is set from it: the top of the pile where it is carpet."""
    height = stack_height(stack)
    if stack.said is None or stack.said.kind != "carpet":
        return height
    return add(names.PILE_TOP[stack.side], height, stack.said.pile)


def airs(floors: Floors) -> bool:
    """Whether a room takes its air under the leaf."""
    return any(stack.said is not None and stack.said.kind == "air" for stack in (floors.a, floors.b))


def clear(floors: Floors, opens_to: Side, a: Computed, b: Computed) -> Computed:
    """F_clear: the highest of what lies under the closed leaf, the floor it swings over, and the strip.

    Args:
        floors: what is under the closed leaf, and the strip if there is one; opens_to: the side the leaf swings over.
        a, b: the floors' heights on the two sides (handbook 9).
    """
    swing = a if opens_to == "A" else b
    candidates = [swing]
    if floors.under != opens_to and floors.under != "strip":
        candidates.append(a if floors.under == "A" else b)
    if floors.strip is not None:
        return highest(names.FLOOR_CLEAR, *candidates, floors.strip)
    if floors.under == "strip":
        return highest(names.FLOOR_CLEAR, *candidates, Missing("strip", "opening.floors.strip"))
    return highest(names.FLOOR_CLEAR, *candidates)
