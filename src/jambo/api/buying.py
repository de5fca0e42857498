"""A job's buying: its list in shop terms, orders, deliveries with their check, where what came goes, what was sent back."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from jambo.api.shared import Db, Id, Route, ShownQuery, Straight, Who
from jambo.format.dates import Day
from jambo.jobs import buying, delivery
from jambo.jobs.buying import Movement, NewOrder
from jambo.jobs.delivery import Check, Moves
from jambo.views.material.buying import BuyingOut
from jambo.views.material.delivery import DeliveryOut, VerdictOut

router = APIRouter(prefix="/api/jobs/{job_id}/buying", tags=["buying"], route_class=Route)


@router.get("", response_model=BuyingOut)
def buying_of_job(db: Db, job_id: Id, shown: ShownQuery) -> Straight:
    """Give everything a job needs from shops, counter by counter, less what is ordered."""
    return Straight(buying.buying_of_job(db, job_id, shown))


@router.post("/orders", status_code=201)
def order(db: Db, job_id: Id, shown: ShownQuery, new: NewOrder, who: Who) -> None:
    """Record an order. 422 for what is not on the list."""
    buying.order(db, job_id, new, shown, who)


class Promise(BaseModel):
    """The day an order is promised for now; None where nobody knows."""

    promised: Day | None


@router.post("/orders/{order_id}/promised", status_code=201)
def promise(db: Db, job_id: Id, order_id: Id, of: Promise, who: Who, shown: ShownQuery) -> BuyingOut:
    """Record that an order is promised for another day. 422 where all of it has come."""
    buying.promise(db, job_id, order_id, of.promised, who)
    return buying.buying_of_job(db, job_id, shown)


@router.post("/orders/{order_id}/came", status_code=201)
def came(db: Db, job_id: Id, order_id: Id, move: Movement, who: Who) -> None:
    """Record that some of an order have come. 422 for more than are still to come: nothing is booked twice."""
    buying.came(db, job_id, order_id, move, who)


@router.post("/orders/{order_id}/back", status_code=201)
def send_back(db: Db, job_id: Id, order_id: Id, move: Movement, who: Who) -> None:
    """Record that some of what came was sent back. 422 for more than are here."""
    buying.send_back(db, job_id, order_id, move, who)


@router.get("/delivered", response_model=DeliveryOut)
def delivered(db: Db, job_id: Id, shown: ShownQuery) -> Straight:
    """Give everything that came for the openings of a job: what was measured, whether it serves, and where it serves best."""
    return Straight(delivery.deliveries_of_job(db, job_id, shown))


@router.post("/orders/{order_id}/verdict", response_model=list[VerdictOut])
def verdict(db: Db, job_id: Id, order_id: Id, shown: ShownQuery, check: Check) -> Straight:
    """Judge what is being measured of a delivery, for each opening it is for. Nothing is kept. 422 for what is no measure."""
    return Straight(delivery.try_check(db, job_id, order_id, check, shown))


@router.post("/lines/{line_id}/check", status_code=201)
def check(db: Db, job_id: Id, line_id: Id, check: Check, who: Who) -> None:
    """Record what was measured of a delivery, by its line in the record; the newest counts. 422 for what is no measure."""
    delivery.check_thing(db, job_id, line_id, check, who)


@router.post("/given", status_code=201)
def give(db: Db, job_id: Id, moves: Moves, who: Who) -> None:
    """Put things that came to openings, all of them or none. 422 for one that is wrong there or given already."""
    delivery.give(db, job_id, moves, who)


@router.delete("/lines/{line_id}", status_code=204)
def take_back(db: Db, job_id: Id, line_id: Id, who: Who) -> None:
    """Take back an order, a delivery, a check, what was given or sent back, by its line in the record, which keeps both."""
    buying.take_back(db, job_id, line_id, who)
