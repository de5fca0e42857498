"""A plan that is tried, beside the one as kept (handbook 29): which openings are done at another time."""

from __future__ import annotations

from datetime import datetime

from jambo.core.words.clock import spoken
from jambo.views.days.job_plan import DoneAtOut, JobPlanOut


def _ends(plan: JobPlanOut) -> dict[tuple[int, str], str]:
    """When each opening is done; nothing of those of which some work cannot be planned."""
    found: dict[tuple[int, str], str] = {}
    waits = {one["opening"] for one in plan["held_up"]}
    for day in plan["days"]:
        for person in day["people"]:
            for work in person["work"]:
                if work["opening"] in waits:
                    continue
                opening = work["opening"], work["mark"]
                found[opening] = max(found.get(opening, ""), work["end"])
    return found


def beside(kept: JobPlanOut, tried: JobPlanOut) -> JobPlanOut:
    """A plan that is tried, beside the one as kept: which openings are done at another time.

    Args:
        kept: the plan as it is; tried: with another crew, or other days.
    """
    before, after = _ends(kept), _ends(tried)
    openings = sorted({*before, *after}, key=lambda one: (after.get(one) or before.get(one) or "", one))
    moved: list[DoneAtOut] = [
        {
            "opening": one[0],
            "mark": one[1],
            "before": _said(before.get(one)),
            "after": _said(after.get(one)),
        }
        for one in openings
        if before.get(one) != after.get(one)
    ]
    return {**tried, "before": kept["told"], "moved": moved}


def _said(at: str | None) -> str | None:
    return spoken(datetime.fromisoformat(at)) if at is not None else None
