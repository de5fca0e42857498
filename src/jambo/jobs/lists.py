"""The cut and buy lists of a whole job."""

from __future__ import annotations

from jambo.jobs.documents import JobGround, documents_of_job, walls_bare
from jambo.jobs.kept import name_of
from jambo.jobs.shown import Shown
from jambo.store import walls as kept_walls
from jambo.store.database import Database
from jambo.store.jobs import job as kept_job
from jambo.views.job.lists import JobLists, job_lists
from jambo.views.job.whole_job import Listed


def lists_of_job(db: Database, job_id: int, shown: Shown) -> JobLists:
    """Give the whole job's cut list and buy list, gathered by stock. Raises NotFound."""
    with db.transaction() as t:
        job = kept_job(t, job_id)["doc"]
        around = JobGround.of(t, job)
        listed = [
            Listed(name_of(row), row["wall_id"], document, row["id"])
            for row, document in documents_of_job(t, job_id, around)
        ]
        walls = kept_walls.walls(t, job_id)
    bare = walls_bare(walls, around)
    return job_lists(listed, bare, shown.tape(job), shown.region(job))
