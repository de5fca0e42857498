"""The crew's stock book."""

from __future__ import annotations

from fastapi import APIRouter

from jambo.api.shared import Based, BasedOn, Db, Id, Route
from jambo.format.stock import StockItem
from jambo.jobs import stock
from jambo.jobs.stock import KeptItem, StockBook

router = APIRouter(prefix="/api/stock", tags=["stock"], route_class=Route)


class SaveItem(Based):
    """An item's new facts."""

    item: StockItem


@router.get("")
def book(db: Db) -> StockBook:
    """Give the stock book."""
    return stock.book(db)


@router.post("", status_code=201)
def new_item(db: Db, item: StockItem) -> KeptItem:
    """Write a new item into the book."""
    return stock.add_item(db, item)


@router.put("/{item_id}")
def save_item(db: Db, item_id: Id, save: SaveItem) -> KeptItem:
    """Change an item. Openings that took its figures keep the ones they took."""
    return stock.save_item(db, item_id, save.version, save.item)


@router.delete("/{item_id}", status_code=204)
def remove_item(db: Db, item_id: Id, version: BasedOn) -> None:
    """Strike an item out. 409 when someone changed it since."""
    stock.remove_item(db, item_id, version)
