"""Contents of old versions let go, job by job, and told in the record of the job."""

from __future__ import annotations

from collections import defaultdict
from datetime import UTC, datetime, timedelta
from itertools import groupby

from jambo.core.job.versions import Version, to_let_go
from jambo.store import jobs, thinning
from jambo.store.database import Database
from jambo.store.kept import log

LEAST = 200  # contents of a job before yesterday; where there are fewer nothing is gained


def thin(owner: Database, now: datetime, least: int = LEAST) -> int:
    """Let go what need not be kept of the versions of every job; gives how many. Raises StoreFailure.

    Args:
        owner: the database under the account that owns its tables; now: in any zone; least: how many contents a job keeps in any case.
    """
    before = (now - timedelta(days=1)).astimezone(UTC).replace(tzinfo=None)
    with owner.transaction() as t:
        many = thinning.jobs_with_many(t, before, least)
    return sum(_thin_job(owner, job, now, least) for job in many)


def _thin_job(owner: Database, job_id: int, now: datetime, least: int) -> int:
    with owner.transaction(writes=True) as t:
        jobs.job(t, job_id, lock=True, removed=True, as_kept=True)
        worked: dict[int | None, list[datetime]] = defaultdict(list)
        for row in thinning.worked_at(t, job_id):
            told = row["at"].replace(tzinfo=UTC)
            worked[row["opening_id"]] += [told, told - timedelta(seconds=float(row["ago"]))]
        found: dict[int, list[int]] = {}
        for opening, rows in groupby(thinning.versions_of(t, job_id), lambda row: int(row["opening_id"])):
            kept = {row["version"]: row for row in rows}
            each = [Version(n, row["at"].replace(tzinfo=UTC), row["content_of"]) for n, row in kept.items()]
            gone = to_let_go(each, worked[opening] + worked[None], now)
            found[opening] = [number for number in gone if kept[number]["kept"]]
        count = sum(len(gone) for gone in found.values())
        if count <= least // 2:  # it is told in the record: seldom, and of many
            return 0
        for opening, gone in found.items():
            if gone:
                thinning.let_go(t, opening, gone)
        log(t, job_id, "thinned", {"versions": count})
    return count
