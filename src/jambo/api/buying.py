"""A job's buying: its list in shop terms, orders, deliveries, what was sent back."""

from __future__ import annotations

from fastapi import APIRouter
from fastapi.responses import Response

from jambo.api.shared import Db, Id, Route, ShownQuery, Straight, Who
from jambo.jobs import buying
from jambo.jobs.buying import Movement, NewOrder
from jambo.views.buying import BuyingOut, as_csv

router = APIRouter(prefix="/api/jobs/{job_id}/buying", tags=["buying"], route_class=Route)


@router.get("", response_model=BuyingOut)
def buying_of_job(db: Db, job_id: Id, shown: ShownQuery) -> Straight:
    """Give everything a job needs from shops, counter by counter, less what is ordered."""
    return Straight(buying.buying_of_job(db, job_id, shown))


@router.get("/list.csv", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def table(db: Db, job_id: Id, shown: ShownQuery) -> Response:
    """Give the buy list as comma-separated values."""
    text = as_csv(buying.buying_of_job(db, job_id, shown))
    return Response(
        "\ufeff" + text, media_type="text/csv", headers={"Content-Disposition": 'attachment; filename="to-buy.csv"'}
    )


@router.post("/orders", status_code=201)
def order(db: Db, job_id: Id, shown: ShownQuery, new: NewOrder, who: Who) -> None:
    """Record an order. 422 for what is not on the list."""
    buying.order(db, job_id, new, shown, who)


@router.post("/orders/{order_id}/came", status_code=201)
def came(db: Db, job_id: Id, order_id: Id, move: Movement, who: Who) -> None:
    """Record that some of an order have come. 422 for more than are still to come: nothing is booked twice."""
    buying.came(db, job_id, order_id, move, who)


@router.post("/orders/{order_id}/back", status_code=201)
def send_back(db: Db, job_id: Id, order_id: Id, move: Movement, who: Who) -> None:
    """Record that some of what came was sent back. 422 for more than are here."""
    buying.send_back(db, job_id, order_id, move, who)


@router.delete("/lines/{line_id}", status_code=204)
def take_back(db: Db, job_id: Id, line_id: Id, who: Who) -> None:
    """Take back an order, a delivery or what was sent back, by its line in the record; the record keeps both."""
    buying.take_back(db, job_id, line_id, who)
