"""The stock book's items: what each kind of stock says, where an opening takes it, and that it can be (TRADE 3, 4, 10, 11)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from jambo.core.quantities.mass import ACCEPTED as MASS_ACCEPTED
from jambo.core.quantities.mass import read_mass
from jambo.core.quantities.tape import Tape, Unit
from jambo.format import document as doc
from jambo.format.declared import Model
from jambo.format.problems import FieldError, Refused, parse
from jambo.format.reader import Reader

StockKind = Literal["leaf", "lining_kit", "split_jamb", "steel_frame", "pocket_kit", "track"]


@dataclass(frozen=True, slots=True)
class Stock:
    """A kind of stock: its title, the part of an opening that takes its facts, and the facts it may hold."""

    title: str
    root: str
    model: type[BaseModel]
    facts: tuple[str, ...]


STOCK: dict[StockKind, Stock] = {
    "leaf": Stock("Leaves", "opening.door.leaves[0]", doc.Leaf, ("width", "height", "thickness")),
    "lining_kit": Stock(
        "Lining kits", "opening.frame", doc.Frame,
        ("kit_width_1", "kit_width_2", "thickness", "depth", "trench_depth", "horn"),
    ),
    "split_jamb": Stock("Split jambs", "opening.frame", doc.Frame, ("wall_least", "wall_most", "thickness")),
    "steel_frame": Stock("Steel frames", "opening.frame", doc.Frame, ("throat",)),
    "pocket_kit": Stock(
        "Pocket kits", "opening.door.pocket", doc.Pocket,
        (
            "leaf_width", "thickness_least", "thickness_most", "width_add", "set_above", "head_stack", "min_head",
            "track_short", "rail_short", "bumper", "hanger_drop", "split", "soft_close_least",
        ),
    ),
    "track": Stock(
        "Face-slider tracks", "opening.door.slider", doc.Slider,
        (
            "length", "rating", "hole_above", "hanger_edge", "hanger_spread_least", "wheel_radius", "stop_length",
            "track_half", "offset", "hole_first", "hole_spacing",
        ),
    ),
}  # fmt: skip

# What a table calls a fact; short, for a column or a row of fields.
SAID = {
    "leaf_width": "For leaf", "thickness_least": "Thinnest leaf", "thickness_most": "Thickest leaf",
    "width_add": "Opening over 2 × leaf", "set_above": "Mark over leaf and floor", "head_stack": "Opening over mark",
    "min_head": "Opening over leaf, least", "track_short": "Track shorter by", "rail_short": "Rail shorter by",
    "bumper": "Bumper", "hanger_drop": "Hanger drop", "split": "Split-stud face", "soft_close_least": "Soft-close from leaf",
    "rating": "Rated for", "hole_above": "Holes over slab", "hanger_edge": "Hanger from edge",
    "hanger_spread_least": "Least hanger spread", "wheel_radius": "Wheel radius", "stop_length": "Stop length",
    "track_half": "Half track height", "offset": "Track back to slab", "hole_first": "End to first hole",
    "hole_spacing": "Holes apart", "wall_least": "Thinnest wall", "wall_most": "Thickest wall", "kit_width_2": "or for leaf",
    "kit_width_1": "For leaf", "trench_depth": "Trench depth", "horn": "Horn", "length": "Length", "depth": "Width",
    "thickness": "Thickness", "width": "Width", "height": "Height", "throat": "Throat",
}  # fmt: skip


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
        FieldError(f"facts.{name}", f"“{name[:40]}” is no fact of this kind of stock", ", ".join(stock.facts))
        for name in item.facts
        if name not in stock.facts
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
