"""Who may do what: one table over every route of the API.

`ANYONE` needs not be known; one who looks on reads what is shared with them, and works things out that are kept nowhere; a hand does
the work of every job; a lead does what concerns the firm: who belongs to it, which jobs there are, what is bought, the crew's rules.
"""

from __future__ import annotations

from typing import Literal, get_args

from jambo.jobs.people import Role

Level = Literal["anyone", "looker", "hand", "lead"]
LEVELS = get_args(Level)

_TABLE: dict[Level, str] = {
    "anyone": """
        GET /api/health
        GET /api/me
        POST /api/pair
        POST /api/sign-in
        POST /api/sign-out
        GET /api/site/authority.pem
        GET /api/feeds/{secret}.ics
    """,
    "looker": """
        PUT /api/me/passphrase
        GET /api/catalogue
        GET /api/format
        GET /api/heard
        GET /api/level
        GET /api/line
        GET /api/steps
        POST /api/solve
        GET /api/jobs/{job_id}
        GET /api/jobs/{job_id}/live
        GET /api/jobs/{job_id}/walls
        GET /api/jobs/{job_id}/waits
        GET /api/jobs/{job_id}/trades/{trade}
        GET /api/openings/{opening_id}
        GET /api/openings/{opening_id}/compared
        GET /api/openings/{opening_id}/readings
        GET /api/photos/{photo_id}
        POST /api/walls/{wall_id}/layout
    """,
    "hand": """
        GET /api/live
        GET /api/jobs
        GET /api/find
        GET /api/waits
        PUT /api/jobs/{job_id}
        PUT /api/jobs/{job_id}/order
        GET /api/jobs/{job_id}/lists
        GET /api/jobs/{job_id}/habits
        GET /api/jobs/{job_id}/sheets.pdf
        GET /api/jobs/{job_id}/sheets/printed
        GET /api/jobs/{job_id}/sheets/steps
        GET /api/jobs/{job_id}/strips
        GET /api/jobs/{job_id}/strips.pdf
        GET /api/jobs/{job_id}/strips/steps
        GET /api/openings/{opening_id}/drawing.{drawn}
        GET /api/walls/{wall_id}/drawing.{drawn}
        GET /api/jobs/{job_id}/log
        GET /api/openings/{opening_id}/log
        POST /api/jobs/{job_id}/rules/try
        GET /api/crew-rules/{unit}
        POST /api/{kind}/{row_id}/mend
        POST /api/jobs/{job_id}/openings
        PUT /api/openings/{opening_id}
        PUT /api/openings/{opening_id}/wall
        POST /api/openings/{opening_id}/{way}
        DELETE /api/openings/{opening_id}
        PUT /api/openings/{opening_id}/restore
        POST /api/openings/{opening_id}/readings
        DELETE /api/openings/{opening_id}/readings/{reading_id}
        POST /api/openings/{opening_id}/events
        POST /api/openings/{opening_id}/timer
        POST /api/openings/{opening_id}/photos
        POST /api/log/{line_id}/photos
        DELETE /api/photos/{photo_id}
        POST /api/plan
        POST /api/plan/hours
        GET /api/jobs/{job_id}/plan
        POST /api/jobs/{job_id}/plan/try
        GET /api/jobs/{job_id}/plan/document
        GET /api/jobs/{job_id}/day
        GET /api/jobs/{job_id}/time
        POST /api/jobs/{job_id}/time/{line_id}
        GET /api/jobs/{job_id}/calendar.ics
        GET /api/jobs/{job_id}/feeds
        POST /api/schedule/pasted
        POST /api/schedule/file
        GET /api/jobs/{job_id}/line
        POST /api/jobs/{job_id}/schedule/rows
        POST /api/jobs/{job_id}/schedule
        POST /api/jobs/{job_id}/schedule/undo
        POST /api/jobs/{job_id}/usual/try
        PUT /api/jobs/{job_id}/usual
        POST /api/jobs/{job_id}/facts/try
        PUT /api/jobs/{job_id}/facts
        POST /api/jobs/{job_id}/facts/undo
        POST /api/jobs/{job_id}/walls
        PUT /api/walls/{wall_id}
        DELETE /api/walls/{wall_id}
        PUT /api/walls/{wall_id}/restore
        GET /api/jobs/{job_id}/heads
        POST /api/jobs/{job_id}/heads
        GET /api/jobs/{job_id}/floors
        POST /api/jobs/{job_id}/floors/try
        PUT /api/jobs/{job_id}/floors
        POST /api/cut
        POST /api/cut/steps
        GET /api/jobs/{job_id}/cutting
        POST /api/jobs/{job_id}/cutting/try
        GET /api/jobs/{job_id}/cutting/sticks
        POST /api/jobs/{job_id}/cutting/sticks
        DELETE /api/jobs/{job_id}/cutting/sticks/{line_id}
        POST /api/jobs/{job_id}/cutting/offcuts
        DELETE /api/jobs/{job_id}/cutting/offcuts/{line_id}
        GET /api/jobs/{job_id}/buying
        GET /api/jobs/{job_id}/tables/{name}.csv
        GET /api/jobs/{job_id}/tables/{name}.xlsx
        GET /api/jobs/{job_id}/buying/delivered
        POST /api/jobs/{job_id}/buying/orders/{order_id}/promised
        POST /api/jobs/{job_id}/buying/orders/{order_id}/came
        POST /api/jobs/{job_id}/buying/orders/{order_id}/verdict
        POST /api/jobs/{job_id}/buying/lines/{line_id}/check
        POST /api/jobs/{job_id}/buying/given
        DELETE /api/jobs/{job_id}/buying/lines/{line_id}
        GET /api/stock
        POST /api/stock
        PUT /api/stock/{item_id}
        DELETE /api/stock/{item_id}
    """,
    "lead": """
        GET /api/jobs/{job_id}/file
        POST /api/job-files
        POST /api/jobs/{job_id}/habits
        GET /api/people
        POST /api/people
        PUT /api/people/{person_id}
        DELETE /api/people/{person_id}
        POST /api/people/{person_id}/code
        DELETE /api/devices/{device_id}
        POST /api/site
        DELETE /api/site
        POST /api/demo
        POST /api/jobs
        DELETE /api/jobs/{job_id}
        POST /api/jobs/{job_id}/restore
        PUT /api/crew-rules/{unit}
        POST /api/jobs/{job_id}/feeds
        DELETE /api/jobs/{job_id}/feeds/{feed_id}
        POST /api/jobs/{job_id}/buying/orders
        POST /api/jobs/{job_id}/buying/orders/{order_id}/back
    """,
}
MAY: dict[str, Level] = {route: level for level, routes in _TABLE.items() for route in routes.strip().split("\n")}
MAY = {route.strip(): level for route, level in MAY.items()}
TRADE_SHEET = "GET /api/jobs/{job_id}/trades/{trade}"  # all that one sees of a job who looks on as a trade


def allows(role: Role | None, level: Level) -> bool:
    """Whether a role is enough for a level of the table."""
    return level == "anyone" or (role is not None and LEVELS.index(role) >= LEVELS.index(level))


def may(role: Role | None) -> list[str]:
    """The routes somebody may ask, as the table names them."""
    return [route for route, level in MAY.items() if allows(role, level)]
