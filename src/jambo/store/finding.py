"""Finding across all jobs: openings by mark, room and leaf, people by what they wrote."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

from jambo.core.quantities.tape import Unit
from jambo.store.database import Row, Transaction

# first which, by an index that has all that is looked at; then what is told of those few. The server would begin with the jobs
_FOUND = """
    SELECT o.id, o.job_id, o.mark, o.room, o.leaf, JSON_VALUE(j.doc, '$.unit') AS unit, JSON_VALUE(j.doc, '$.name') AS job FROM (
        SELECT STRAIGHT_JOIN o.id, {first} AS first FROM opening o JOIN job j ON j.id = o.job_id
        WHERE o.removed_at IS NULL AND j.removed_at IS NULL AND {where} ORDER BY first DESC, o.job_id DESC, o.id LIMIT %s
    ) f JOIN opening o ON o.id = f.id JOIN job j ON j.id = o.job_id ORDER BY f.first DESC, o.job_id DESC, o.id
"""


def as_pattern(word: str) -> str:
    """A pattern for `LIKE` that is met wherever a word stands."""
    return "%" + word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%"


def places(items: Collection[object]) -> str:
    """As many places for values as there are, in brackets; of none, one that nothing meets."""
    return f"({', '.join(['%s'] * len(items)) or 'NULL'})"


def job_names(t: Transaction) -> list[Row]:
    """What each job is called and where it is, newest first."""
    return t.rows(
        "SELECT id, COALESCE(JSON_VALUE(doc, '$.name'), '') AS name, COALESCE(JSON_VALUE(doc, '$.place'), '') AS place"
        " FROM job WHERE removed_at IS NULL ORDER BY id DESC"
    )


def openings_called(t: Transaction, words: Sequence[str], jobs: Sequence[Collection[int]], most: int) -> list[Row]:
    """Openings each word of which stands in the mark, the room or what the job is called; one whose mark it is first, then of the newest jobs.

    Args:
        t: the transaction; words: what is looked for; jobs: those that are called by each word; most: how many.
    """
    each, values = list[str](), list[object]()
    for word, called in zip(words, jobs, strict=True):
        each.append(f"(o.mark LIKE %s OR o.room LIKE %s OR o.job_id IN {places(called)})")
        values += [as_pattern(word), as_pattern(word), *called]
    sql = _FOUND.format(first=f"o.mark IN {places(words)}", where=" AND ".join(each))
    return t.rows(sql, [*words, *values, most])


def leaves_said(t: Transaction) -> list[str]:
    """The different things that are said of leaves, as `[width, height]` in JSON."""
    return [row["leaf"] for row in t.rows("SELECT DISTINCT leaf FROM opening WHERE leaf IS NOT NULL")]


def openings_with_leaf(t: Transaction, said: Mapping[Unit, Collection[str]], most: int) -> list[Row]:
    """Openings of whose leaf one of some things is said, of the newest jobs first.

    Args:
        t: the transaction; said: the things, by the unit of the jobs they count in; most: how many.
    """
    where = " OR ".join(f"(o.leaf IN {places(each)} AND JSON_VALUE(j.doc, '$.unit') = %s)" for each in said.values())
    values = [value for unit, each in said.items() for value in (*each, unit)]
    return t.rows(_FOUND.format(first="1", where=f"({where})"), [*values, most])


def writers(t: Transaction) -> list[str]:
    """Everybody who ever wrote anything."""
    found = list[str]()
    # from one name to the next: the server would read every line
    while row := t.row("SELECT who FROM log WHERE who > %s ORDER BY who LIMIT 1", [found[-1] if found else ""]):
        found.append(row["who"])
    return found


def jobs_of_writer(t: Transaction, who: str, most: int) -> list[Row]:
    """The jobs somebody wrote in, the newest first, with when that was last.

    Args:
        t: the transaction; who: the name; most: how many.
    """
    return t.rows(
        "SELECT w.job_id AS id, COALESCE(JSON_VALUE(j.doc, '$.name'), '') AS name, l.at FROM"
        " (SELECT job_id, MAX(id) AS line FROM log WHERE who = %s GROUP BY job_id ORDER BY job_id DESC LIMIT %s) w"
        " JOIN job j ON j.id = w.job_id JOIN log l ON l.id = w.line WHERE j.removed_at IS NULL ORDER BY w.job_id DESC",
        [who, most],
    )
