"""The crew's stock book: read, written, struck out."""

from __future__ import annotations

from typing_extensions import TypedDict

from jambo.format.declared import Of
from jambo.format.stock import STOCK, StockItem, StockKind, checked, short_label
from jambo.store import stock as store
from jambo.store.database import Database, Row


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


class UnreadableItem(TypedDict):
    """An item that cannot be read, and why: it can be struck out."""

    id: int
    version: int
    name: str
    problem: str


class StockBook(TypedDict):
    """Everything in the book, and what each kind may say."""

    kinds: list[KindOut]
    items: list[KeptItem]
    unreadable: list[UnreadableItem]


def _kept(row: Row) -> KeptItem:
    return {"id": row["id"], "version": row["version"], "item": StockItem(**row["doc"])}


def book(db: Database) -> StockBook:
    """Give the stock book."""
    with db.transaction() as t:
        rows = store.items(t)
    kinds: list[KindOut] = [
        {
            "kind": kind,
            "title": stock.of.title,
            "root": stock.of.root,
            "facts": [
                {
                    "name": name,
                    "label": short_label(stock, name),
                    "kind": next((m.kind for m in stock.model.model_fields[name].metadata if isinstance(m, Of)), None),
                }
                for name in stock.of.facts
            ],
        }
        for kind, stock in STOCK.items()
    ]
    return {
        "kinds": kinds,
        "items": [_kept(row) for row in rows if row["problem"] is None],
        "unreadable": [
            {"id": row["id"], "version": row["version"], "name": row["doc"]["name"], "problem": row["problem"]}
            for row in rows
            if row["problem"] is not None
        ],
    }


def add_item(db: Database, item: StockItem) -> KeptItem:
    """Write a new item into the book. Raises Refused."""
    doc = checked(item).model_dump(mode="json")
    with db.transaction(writes=True) as t:
        return _kept(store.item(t, store.new_item(t, doc)))


def save_item(db: Database, item_id: int, based_on: int, item: StockItem) -> KeptItem:
    """Change an item. Openings that took its figures keep the ones they took. Raises NotFound, VersionConflict, Refused."""
    doc = checked(item).model_dump(mode="json")
    with db.transaction(writes=True) as t:
        store.save_item(t, item_id, based_on, doc)
        return _kept(store.item(t, item_id))


def remove_item(db: Database, item_id: int, based_on: int) -> None:
    """Strike an item out. Raises NotFound, VersionConflict."""
    with db.transaction(writes=True) as t:
        store.remove_item(t, item_id, based_on)
