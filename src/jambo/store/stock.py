"""The crew's stock book: sizes, kits and hardware with their sources."""

from __future__ import annotations

from typing import Any

from jambo.format.stock import StockItem
from jambo.store.database import Row, Transaction
from jambo.store.kept import check_version, listed, required, write_json


def items(t: Transaction) -> list[Row]:
    """List what the book holds, kind by kind in the order it was written."""
    rows = t.rows("SELECT id, version, kind, doc FROM stock WHERE removed_at IS NULL ORDER BY kind, id")
    return listed(rows, StockItem, "item")


def item(t: Transaction, item_id: int, lock: bool = False) -> Row:
    """Read one item. Raises NotFound."""
    tail = " FOR UPDATE" if lock else ""
    if lock:
        t.take_turn(f"stock {item_id}")
    row = t.row(f"SELECT * FROM stock WHERE id = %s AND removed_at IS NULL{tail}", [item_id])
    return required(row, f"stock item {item_id}")


def new_item(t: Transaction, doc: Any) -> int:
    """Keep a new item; gives its id."""
    return t.insert("INSERT INTO stock (kind, doc) VALUES (%s, %s)", [doc["kind"], write_json(doc)])


def save_item(t: Transaction, item_id: int, based_on: int, doc: Any) -> None:
    """Keep an item's new facts. Raises NotFound, VersionConflict."""
    check_version(item(t, item_id, lock=True), based_on, doc)
    t.run(
        "UPDATE stock SET kind = %s, doc = %s, version = version + 1 WHERE id = %s",
        [doc["kind"], write_json(doc), item_id],
    )


def remove_item(t: Transaction, item_id: int, based_on: int) -> None:
    """Strike an item out of the book; openings that took its figures keep them. Raises NotFound, VersionConflict."""
    check_version(item(t, item_id, lock=True), based_on, None)
    t.run("UPDATE stock SET removed_at = UTC_TIMESTAMP(6) WHERE id = %s", [item_id])
