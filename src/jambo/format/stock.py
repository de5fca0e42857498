"""The stock book's items: what each kind of stock says, where an opening takes it, and that it can be (handbook 3, 4, 10, 11)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, Annotated, Any, Literal

from pydantic import BaseModel, Field

from jambo.core.facts.declared import lengths_of
from jambo.core.facts.frame import FrameFacts
from jambo.core.facts.leaf import Leaf as LeafFacts
from jambo.core.items import ITEMS, Stocked
from jambo.core.kinds.face_slider.facts import Slider
from jambo.core.kinds.pocket.facts import PocketKit
from jambo.core.quantities.mass import ACCEPTED as MASS_ACCEPTED
from jambo.core.quantities.mass import read_mass
from jambo.core.quantities.tape import Tape, Unit
from jambo.format import document as doc
from jambo.format.declared import Model
from jambo.format.problems import FieldError, Refused, parse
from jambo.format.reader import Reader

# the part of an opening that takes what a sheet says, and its shape in a document
_PARTS: dict[str, tuple[type[Any], type[BaseModel]]] = {
    "opening.door.leaves[0]": (LeafFacts, doc.Leaf), "opening.frame": (FrameFacts, doc.Frame),
    "opening.door.pocket": (PocketKit, doc.Pocket), "opening.door.slider": (Slider, doc.Slider),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Stock:
    """A kind of stock: how the book lists it, the part of an opening that takes its facts, and its shape in a document."""

    of: Stocked
    part: type[Any]
    model: type[BaseModel]


STOCK: dict[str, Stock] = {
    name: Stock(kind.stock, *_PARTS[kind.stock.root]) for name, kind in ITEMS.items() if kind.stock is not None
}
if TYPE_CHECKING:
    StockKind = str
else:
    StockKind = Literal[tuple(STOCK)]


def short_label(stock: Stock, fact: str) -> str:
    """Give what a table calls a fact; short, for a column or a row of fields. A rating is a weight, and no length."""
    return "Rated for" if fact == "rating" else lengths_of(stock.part)[fact].short


class StockItem(Model):
    """One item of the stock book. Its lengths are tape text in `unit`; `source` says which sheet they come from."""

    kind: StockKind
    name: Annotated[str, Field(min_length=1, max_length=80)]
    source: Annotated[str, Field(min_length=1, max_length=200)]
    unit: Unit
    facts: dict[str, Annotated[str, Field(max_length=60)]] = Field(default_factory=dict)


def checked(item: StockItem) -> StockItem:
    """Read every fact and write it so that it means the same in any job. Raises Refused."""
    stock = STOCK[item.kind]
    errors = [
        FieldError(f"facts.{name}", f"“{name[:40]}” is no fact of this kind of stock", ", ".join(stock.of.facts))
        for name in item.facts
        if name not in stock.of.facts
    ]
    if errors:
        raise Refused(errors)
    written = {name: text for name, text in item.facts.items() if text.strip()}
    model = parse(stock.model, written)
    reader = Reader(item.unit, Tape.of(item.unit))
    kept: dict[str, str] = {}
    for name, text in written.items():
        if name == "rating":
            try:
                kept[name] = read_mass(text, item.unit).text(item.unit)
            except ValueError as error:
                reader.refuse("facts.rating", str(error), MASS_ACCEPTED)
            continue
        reader.length(model, name, "facts", name)
        if f"facts.{name}" in reader.heard:
            kept[name] = reader.heard[f"facts.{name}"].canonical(item.unit)
    if reader.errors:
        raise Refused(reader.errors)
    return item.model_copy(update={"facts": kept})
