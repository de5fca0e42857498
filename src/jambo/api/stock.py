"""The crew's stock book: read, write, strike out."""

from __future__ import annotations

from fastapi import APIRouter
from typing_extensions import TypedDict

from jambo.api.shared import Based, BasedOn, Db, Id, Route
from jambo.format.declared import Of
from jambo.format.stock import STOCK, StockItem, StockKind, checked, short_label
from jambo.store import stock as kept_stock
from jambo.store.database import Row

router = APIRouter(prefix="/api/stock", tags=["stock"], route_class=Route)


class FactOut(TypedDict):
    """A fact of a kind of stock: what it is called, and its kind of length; none for a weight."""

    name: str
    label: str
    kind: str | None


class KindOut(TypedDict):
    """A kind of stock: its title, the part of an opening that takes its facts, and the facts."""

    kind: StockKind
    title: str
    root: str
    facts: list[FactOut]


class KeptItem(TypedDict):
    """An item as kept."""

    id: int
    version: int
    item: StockItem


class StockBook(TypedDict):
    """Everything in the book, and what each kind may say."""

    kinds: list[KindOut]
    items: list[KeptItem]


class SaveItem(Based):
    """An item's new facts."""

    item: StockItem


def _kept(row: Row) -> KeptItem:
    return {"id": row["id"], "version": row["version"], "item": StockItem(**row["doc"])}


@router.get("")
def book(db: Db) -> StockBook:
    """Give the stock book."""
    with db.transaction() as t:
        rows = kept_stock.items(t)
    kinds: list[KindOut] = [
        {
            "kind": kind,
            "title": stock.title,
            "root": stock.root,
            "facts": [
                {
                    "name": name,
                    "label": short_label(stock, name),
                    "kind": next((m.kind for m in stock.model.model_fields[name].metadata if isinstance(m, Of)), None),
                }
                for name in stock.facts
            ],
        }
        for kind, stock in STOCK.items()
    ]
    return {"kinds": kinds, "items": [_kept(row) for row in rows]}


@router.post("", status_code=201)
def new_item(db: Db, item: StockItem) -> KeptItem:
    """Write a new item into the book."""
    doc = checked(item).model_dump(mode="json")
    with db.transaction(writes=True) as t:
        return _kept(kept_stock.item(t, kept_stock.new_item(t, doc)))


@router.put("/{item_id}")
def save_item(db: Db, item_id: Id, save: SaveItem) -> KeptItem:
    """Change an item. Openings that took its figures keep the ones they took."""
    doc = checked(save.item).model_dump(mode="json")
    with db.transaction(writes=True) as t:
        kept_stock.save_item(t, item_id, save.version, doc)
        return _kept(kept_stock.item(t, item_id))


@router.delete("/{item_id}", status_code=204)
def remove_item(db: Db, item_id: Id, version: BasedOn) -> None:
    """Strike an item out. 409 when someone changed it since."""
    with db.transaction(writes=True) as t:
        kept_stock.remove_item(t, item_id, version)
