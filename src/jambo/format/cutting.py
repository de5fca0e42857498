"""The open JSON format of a cutting list, `jambo-cut/1` (handbook 28): its shape, and the problem it states. docs/FORMAT.md explains it."""

from __future__ import annotations

from decimal import Decimal, InvalidOperation
from fractions import Fraction
from typing import Annotated, Literal

from pydantic import Field

from jambo.core import rules as house
from jambo.core.quantities.figure import Known
from jambo.core.quantities.length import ZERO, Length
from jambo.core.quantities.notation import read
from jambo.core.quantities.tape import Tape, Unit
from jambo.core.rules import HouseRules, RuleName
from jambo.core.stock.problem import CutProblem, Goal, Join, Stick, Wanted
from jambo.format.declared import LengthText, Model, Of, Price
from jambo.format.document import Cutting, StockAt
from jambo.format.problems import FieldError, Refused
from jambo.format.reader import Reader, known

FORMAT = "jambo-cut/1"

MOST_PIECES = 20_000
MOST_PLACES = 2_000

Label = Annotated[str, Field(max_length=120)]


class StockLength(Model):
    """A length of stock. With a price it can be bought as often as wanted; `on_hand` of it lie there and cost nothing anew.

    Without a price it can be had as often as wanted, unless `on_hand` says how many lie there: then only those.
    """

    length: Annotated[LengthText | None, Of("stick")] = None
    price: Price | None = None
    on_hand: Annotated[int, Field(ge=0, le=10_000)] | None = None


class Joined(Model):
    """Where a piece longer than any stick may be spliced: over every stud so far apart, counted from its end, or at the places in `over`.

    `apart`: copies of the piece lie on each other, and the joints of each and the next are at least so far apart.
    """

    every: Annotated[LengthText | None, Of("spacing")] = None
    over: Annotated[list[Annotated[LengthText, Of("position")]], Field(max_length=MOST_PLACES)] = Field(
        default_factory=list
    )
    apart: Annotated[LengthText | None, Of("spacing")] = None


class CutPieces(Model):
    """Pieces of one length, and what they are called."""

    label: Label = ""
    length: Annotated[LengthText | None, Of("piece")] = None
    count: Annotated[int, Field(ge=1, le=MOST_PIECES)] = 1
    join: Joined | None = None


class CutList(Model):
    """A whole cutting list. What is left out of saw and stock is the house's habit."""

    format: Literal["jambo-cut/1"] = FORMAT  # type: ignore[assignment]
    unit: Unit
    kerf: Annotated[LengthText | None, Of("gap")] = None
    square: Annotated[LengthText | None, Of("gap")] = None
    keep_offcut: Annotated[LengthText | None, Of("cut")] = None
    goal: Goal = "waste"
    stock: Annotated[list[StockLength], Field(max_length=500)] = Field(default_factory=list)
    pieces: Annotated[list[CutPieces], Field(max_length=5_000)] = Field(default_factory=list)


class _Place(Model):
    """One place in `over`, read like any length."""

    place: Annotated[LengthText | None, Of("position")] = None


def _price(price: str | int | float | None, path: str, reader: Reader) -> Fraction | None:
    """Read a price exactly as it was written; None where there is none."""
    if price is None or price == "":
        return None
    try:
        number = Decimal(str(price).replace(",", "."))
    except InvalidOperation:
        reader.refuse(path, f"{str(price)[:20]!r} is no price", "a number such as 4.12")
        return None
    if not number.is_finite() or number < 0 or number > 10**7:
        reader.refuse(path, f"a price of {str(price)[:20]} cannot be", "a number from 0 to 10000000")
        return None
    if int(number.as_tuple().exponent) < -4:
        reader.refuse(path, "a price has no more than four places", "a number such as 4.12")
        return None
    return Fraction(number)


def _stick(said: StockLength | StockAt, path: str, reader: Reader, square: Length, kerf: Length) -> Stick | None:
    length = known(reader, said, "length", path, "stick")
    price = _price(said.price, f"{path}.price", reader)
    if length is None:
        if not said.length:
            reader.refuse(f"{path}.length", "the stick has no length", "a length such as 96 in or 2.4 m")
        return None
    if length.value <= square + kerf:
        reader.refuse(f"{path}.length", "nothing is left of this stick once its end is square", "a longer stick")
    return Stick(length.value, price, (said.on_hand or 0) if isinstance(said, StockLength) else 0)


def _join(said: Joined, length: Length, path: str, reader: Reader) -> Join:
    every = known(reader, said, "every", path, "every")
    apart = known(reader, said, "apart", path, "apart")
    places: list[Length] = []
    for i, text in enumerate(said.over):
        at = known(reader, _Place(place=text), "place", f"{path}.over[{i}]", "place")
        places += [at.value] if at is not None else []
    if every is not None:
        n = int(length.nm // every.value.nm)
        if n > MOST_PLACES:
            reader.refuse(f"{path}.every", f"that makes {n} places", f"at most {MOST_PLACES}")
        else:
            places += [every.value * k for k in range(1, n + 1)]
    if every is None and not said.over:
        reader.refuse(path, "a splice needs its places", "`every` with the spacing of the studs, or `over` with places")
    return Join(tuple(sorted(set(places))), apart.value if apart is not None else ZERO)


def _wanted(said: CutPieces, path: str, reader: Reader) -> Wanted | None:
    length = known(reader, said, "length", path, "piece")
    if length is None:
        if not said.length:
            reader.refuse(f"{path}.length", "the piece has no length", "a length such as 81 3/8 in or 2067 mm")
        return None
    join = _join(said.join, length.value, f"{path}.join", reader) if said.join is not None else None
    return Wanted(said.label, length.value, said.count, join)


def problem_of(said: CutList) -> CutProblem:
    """Read a cutting list into the problem it states. Raises Refused with every field that cannot be.

    Args:
        said: the document; what it leaves out of kerf, squaring cut and offcuts is the default of its unit's habit.
    """
    reader, rules = Reader(said.unit, Tape.of(said.unit)), HouseRules(said.unit)

    def by_rule(name: str, rule: RuleName) -> Length:
        fact: Known | None = known(reader, said, name, "document", rule)
        return fact.value if fact is not None else rules.value(rule)

    kerf, square = by_rule("kerf", house.SAW_KERF), by_rule("square", house.SQUARING_CUT)
    keep = by_rule("keep_offcut", house.OFFCUT_LEAST)
    sticks = [_stick(s, f"stock[{i}]", reader, square, kerf) for i, s in enumerate(said.stock)]
    pieces = [_wanted(p, f"pieces[{i}]", reader) for i, p in enumerate(said.pieces)]
    if not said.stock:
        reader.refuse("stock", "there is no stock to cut from", "at least one length of stock")
    if (total := sum(p.count for p in said.pieces)) > MOST_PIECES:
        reader.refuse("pieces", f"these are {total} pieces", f"at most {MOST_PIECES} at once: plan them in parts")
    if said.goal == "cost":
        for i, one in enumerate(said.stock):
            if one.price is None and not one.on_hand:
                reader.refuse(
                    f"stock[{i}].price", "the least cost needs the price of every length", "a price, or another goal"
                )
    if reader.errors:
        errors = [
            FieldError(e.path.removeprefix("document.").removesuffix(".place"), e.reason, e.accepted)
            for e in reader.errors
        ]
        raise Refused(errors)
    stock = tuple(s for s in sticks if s is not None)
    return CutProblem(tuple(p for p in pieces if p is not None), stock, kerf, square, keep, said.goal)


# What timber comes in by habit, and what studs come in beside that
_LENGTHS: dict[Unit, tuple[str, ...]] = {
    "in": ("96", "120", "144", "168", "192"), "mm": ("2400", "3000", "3600", "4200", "4800"),
}  # fmt: skip
_STUDS: dict[Unit, tuple[str, ...]] = {"in": ("92 5/8", "104 5/8"), "mm": ()}


def usual_stock(unit: Unit, *, studs: bool) -> tuple[Stick, ...]:
    """What a section comes in by habit, without prices; `studs` for the section walls are framed in."""
    texts = [*(_STUDS[unit] if studs else ()), *_LENGTHS[unit]]
    lengths = [read(text, unit, "stick").length for text in texts]
    return tuple(Stick(length) for length in sorted(lengths))


def stock_said(cutting: Cutting, unit: Unit) -> dict[str, tuple[Stick, ...]]:
    """What sections come in where a job says so, by section. Raises Refused for lengths and prices that cannot be."""
    reader = Reader(unit, Tape.of(unit))
    found: dict[str, tuple[Stick, ...]] = {}
    for i, of in enumerate(cutting.stock):
        path = f"cutting.stock[{i}]"
        sticks = [_stick(one, f"{path}.lengths[{j}]", reader, ZERO, ZERO) for j, one in enumerate(of.lengths)]
        if of.section in found:
            reader.refuse(f"{path}.section", f"{of.section} is said twice", "each section once")
        found[of.section] = tuple(sorted((s for s in sticks if s is not None), key=lambda s: s.length))
    if reader.errors:
        raise Refused(reader.errors)
    return found
