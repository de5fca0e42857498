"""Whole documents from what is kept: an opening with its wall, the rules over it, its readings and its cuts."""

from __future__ import annotations

import json
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from pydantic import BaseModel

from jambo.core.job.record import Line, PieceCut
from jambo.format.document import (
    CutPiece,
    Document,
    Job,
    Opening,
    Reading,
    RuleLevels,
    Rules,
    Show,
    Survey,
    Usual,
    Wall,
)
from jambo.format.problems import Refused, parse
from jambo.jobs.newest import Newest
from jambo.store import events
from jambo.store import jobs as kept_jobs
from jambo.store import openings as kept_openings
from jambo.store import rules as kept_rules
from jambo.store import walls as kept_walls
from jambo.store.database import Row, Transaction
from jambo.store.kept import write_json
from jambo.store.readings import of_job, readings

KEPT = 1500  # documents read, some 75 KB each with their answers


@dataclass(frozen=True)
class JobGround:
    """What every opening of a job stands on: its unit, how it is shown, the rules over it, its floors, and what is usual."""

    job: dict[str, Any]
    crew: Any

    @classmethod
    def of(cls, t: Transaction, job: dict[str, Any]) -> JobGround:
        """Read what stands around the openings of a job, given by its document."""
        return cls(job, kept_rules.crew_rules(t, job["unit"], as_kept=True)["doc"])

    @property
    def key(self) -> tuple[str, str]:
        """What of it makes a document another: two JSON texts."""
        of = ("unit", "step", "words", "rules", "floors", "usual")
        return compact({name: self.job[name] for name in of if name in self.job}), compact(self.crew)

    @property
    def rules(self) -> RuleLevels:
        """The rules of crew and job."""
        return RuleLevels(crew=parse(Rules, self.crew), job=parse(Rules, self.job.get("rules", {})))

    def document(self, wall: Wall | dict[str, Any] | None = None, opening: Opening | None = None) -> Document:
        """Give the document of an opening in a wall, of a wall alone, or of the rules alone. Raises Refused."""
        job = self.job
        return Document(
            unit=job["unit"],
            show=Show(step=job.get("step"), words=job.get("words", "north_america")),
            rules=self.rules,
            floors=job.get("floors", []),
            usual=parse(Usual, job.get("usual", {})),
            wall=(wall if isinstance(wall, Wall) else parse(Wall, wall)) if wall is not None else Wall(),
            opening=opening or Opening(),
        )


def compact(doc: Any) -> str:
    """Write a document the way equal ones come out equal."""
    return json.dumps(doc, separators=(",", ":"), sort_keys=True)


def kept_json(model: BaseModel) -> dict[str, Any]:
    """Give what is kept of a document: what was said, without the defaults nobody said. Raises Refused for what could not be read back."""
    doc: dict[str, Any] = model.model_dump(mode="json", by_alias=True, exclude_unset=True, exclude_none=True)
    parse(type(model), doc)
    return doc


def new_wall_of(job: Mapping[str, Any], wall: Wall | None = None) -> Wall:
    """A new wall of a job: in a renovation it stands already, unless somebody says that it is built (handbook 24)."""
    said = wall or Wall()
    if job.get("work") != "renovation" or "existing" in said.model_fields_set:
        return said
    return parse(Wall, {**kept_json(said), "existing": True})


def kept_job(job: Job) -> dict[str, Any]:
    """Give what is kept of a job: its choices even where nobody changed them, so that defaults never move under it. Raises Refused for
    what could not be read back."""
    parts: dict[str, BaseModel] = {"rules": job.rules, "usual": job.usual, "cutting": job.cutting, "crew": job.crew}
    said = {name: kept_json(part) for name, part in parts.items()}
    doc = {**job.model_dump(mode="json", by_alias=True, exclude_none=True), **said}
    parse(Job, doc)
    return doc


def cut_piece(line: Line[PieceCut], done: Collection[str]) -> CutPiece:
    """Give a piece that was cut as the document has it; `done` says how far its opening is built since."""
    stands = {"framed": True} if "framed" in done else {}
    if {"set", "signed"} & {*done}:
        stands["set"] = True
    return CutPiece(figure=line.event.figure, length=line.event.length, when=f"{line.at:%a %d %b}", **stands)


def document_of(t: Transaction, row: Row) -> Document:
    """Give the whole document of a kept opening. Raises Refused when what is kept is no such document."""
    around = JobGround.of(t, kept_jobs.job(t, row["job_id"])["doc"])
    wall = kept_walls.wall(t, row["wall_id"])["doc"]
    taken = [r["doc"] for r in readings(t, row["id"]) if r["doc"] is not None]
    done = {line.event.WHAT for line in events.happened(t, row["id"])}
    cut = _cuts(events.cuts(t, row["id"]), done)
    # written as they are kept: a list of the whole job asks with the same texts
    read = read_whole(row["id"], around.key, write_json(wall), write_json(row["doc"]), write_json(taken), cut)
    if isinstance(read, Refused):
        raise read
    return read


def _cuts(cuts: list[Line[PieceCut]], done: Collection[str]) -> str:
    return compact([kept_json(cut_piece(c, done)) for c in cuts]) if cuts else "[]"


@lru_cache(maxsize=KEPT)
def read_wall(around: tuple[str, str], wall: str) -> Document:
    """Read the document of a wall alone, as `read_whole`. Raises Refused."""
    return JobGround(*map(json.loads, around)).document(json.loads(wall))


def walls_bare(rows: Sequence[Row], around: JobGround) -> dict[int, tuple[str, Document]]:
    """Walls by their ids: what each is called, and its document without an opening."""
    key = around.key
    return {w["id"]: (w["doc"].get("name") or "wall without a name", read_wall(key, compact(w["doc"]))) for w in rows}


_READ: Newest[int, Document | Refused] = Newest(KEPT)  # by opening


def read_whole(
    opening_id: int, around: tuple[str, str], wall: str, opening: str, taken: str, cuts: str
) -> Document | Refused:
    """Read the document of an opening; while its texts stay it is the very same one, whose answer is then shared (`views/opening/answers.py`).

    Args:
        opening_id: whose it is; around: of `Around.key`.
        wall, opening, taken, cuts: JSON texts of its wall, itself, its readings, and its pieces cut.
    """
    return _READ.of(opening_id, _read_whole, around, wall, opening, taken, cuts)


def _read_whole(around: tuple[str, str], wall: str, opening: str, taken: str, cuts: str) -> Document | Refused:
    job, crew = map(json.loads, around)
    try:
        return (
            JobGround(job, crew)
            .document(json.loads(wall), parse(Opening, json.loads(opening)))
            .model_copy(
                update={
                    "survey": parse(Survey, {"readings": [parse(Reading, r) for r in json.loads(taken)]}),
                    "cuts": [parse(CutPiece, c) for c in json.loads(cuts)],
                }
            )
        )
    except Refused as refused:
        return refused


def documents_of_job(t: Transaction, job_id: int, around: JobGround) -> Iterator[tuple[Row, Document | None]]:
    """Give every opening of a job in walking order with its document, read in as many queries whatever their number.

    The document is None where what is kept is none: that opening alone has no answer, and the others go on without it.
    """
    rows = kept_openings.openings(t, job_id)
    taken, cuts, done = of_job(t, job_id), events.cuts_of_job(t, job_id), events.happened_in_job(t, job_id)
    key = around.key
    for row in rows:
        readings_text = f"[{','.join(taken.get(row['id'], ()))}]"
        cut = _cuts(cuts.get(row["id"], []), done.get(row["id"], ()))
        read = read_whole(row["id"], key, row["wall_doc"], row["doc"], readings_text, cut)
        row |= {"doc": json.loads(row["doc"])}
        yield row, None if isinstance(read, Refused) else read
