"""A whole job solved: every opening with the pieces that are its own, and every wall with its timber; what stands between two counts once."""

from __future__ import annotations

from collections import Counter, OrderedDict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from jambo.core.framing.pieces import Piece
from jambo.core.job.board import OfOpening, OfWall, SolvedJob
from jambo.core.wall.layout import Solved, lay_out
from jambo.core.wall.timber import left_off, own_pieces, timber
from jambo.format.document import Document
from jambo.views.opening.answers import FAILED, answered


@dataclass(frozen=True, slots=True)
class Listed:
    """An opening of the job: its mark, the wall it stands in, its document (None where what is kept is none), and its id."""

    mark: str
    wall: int
    document: Document | None
    id: int = 0


def solved_job(openings: Iterable[Listed], walls: Mapping[int, tuple[str, Document]]) -> SolvedJob:
    """Solve a job: its openings in walking order, its walls by id with name and document. A stud two openings share counts once."""
    job = SolvedJob()
    solved: list[Solved] = []
    documents: list[Document] = []
    ids: list[int] = []
    standing: dict[int, list[int]] = {}
    for listed in openings:
        of = answered(listed.document) if listed.document is not None else None
        facts, result = (of.facts, of.result) if of is not None else (None, None)
        if listed.document is None or facts is None or result is None or FAILED in result.flags:
            job.left_out.append(listed.mark)
            continue
        standing.setdefault(listed.wall, []).append(len(solved))
        solved.append(Solved(listed.mark, facts.opening, result))
        documents.append(listed.document)
        ids.append(listed.id)
    off: dict[int, Counter[str]] = {}
    for wall_id, (name, document) in walls.items():
        here = standing.get(wall_id, [])
        framed = _framed(document, [documents[i] for i in here], [solved[i] for i in here])
        if framed is None:
            job.left_out.append(name)
            continue
        own, left = framed
        off |= {here[i]: count for i, count in left.items()}
        job.walls.append(OfWall(wall_id, name, own))
    job.openings = [
        OfOpening(ids[i], one.mark, one.result, own_pieces(one, off.get(i))) for i, one in enumerate(solved)
    ]
    return job


FramedWall = tuple[
    tuple[Piece, ...], Mapping[int, Counter[str]]
]  # a wall's own timber, and what is left off of which opening's

_FRAMED: OrderedDict[tuple[int, ...], tuple[list[Document], list[str], FramedWall]] = OrderedDict()
MOST_WALLS = 400  # kept framed; with the documents they were framed from, so that no other takes their number


def _framed(wall: Document, documents: Sequence[Document], openings: Sequence[Solved]) -> FramedWall | None:
    """Frame a wall: the same documents give the same timber. None where the wall's facts cannot be.

    Args:
        wall: its document; documents, openings: of those that stand in it, and as they are solved.
    """
    key, marks = (id(wall), *map(id, documents)), [one.mark for one in openings]
    known = _FRAMED.get(key)
    if known is not None and known[1] == marks:
        return known[2]
    bare = answered(wall).facts
    if bare is None:
        return None
    layout = lay_out(openings, bare.wall)
    made = timber(layout, bare.wall), left_off(layout.shares, openings, bare.wall)
    _FRAMED[key] = [wall, *documents], marks, made
    while len(_FRAMED) > MOST_WALLS:
        _FRAMED.popitem(last=False)
    return made
