"""Cutting plans: of an open cutting list, and of a job."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query

from jambo.api.shared import Route, Straight
from jambo.format.cutting import CutList
from jambo.views.cutting import CutPlanOut
from jambo.views.cutting import cut as plan

router = APIRouter(prefix="/api", tags=["cutting"], route_class=Route)

Seconds = Annotated[float, Query(ge=0.1, le=60, description="After which the best plan so far is given.")]


@router.post("/cut", response_model=CutPlanOut)
def cut(said: CutList, seconds: Seconds = 5.0) -> Straight:
    """Plan one cutting list, `jambo-cut/1`: sticks with running marks, and how far from the best the plan can be at most."""
    return Straight(plan(said, seconds))
