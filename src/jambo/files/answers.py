"""The answer to one opening, whatever happens: a fault in working it out is told as a stop, and stays with that opening."""

from __future__ import annotations

import logging

from jambo.core.door.leaf import hands
from jambo.core.flags import Flag
from jambo.core.opening.plate import Plate
from jambo.core.setting.as_found import AsFound
from jambo.core.solve import Result, solve, stages_of
from jambo.core.sums import Figures, Waiting
from jambo.files.document import Document
from jambo.files.facts import Facts, facts_of
from jambo.files.problems import Refused

_LOG = logging.getLogger("jambo.answers")
FAILED = Flag("not-worked-out", {})


def readable(document: Document | None) -> Facts | None:
    """Give a document's facts; None for one that is none or whose facts cannot be."""
    try:
        return facts_of(document) if document is not None else None
    except Refused:
        return None


def worked_out(facts: Facts) -> Result:
    """Solve an opening. Never raises: what cannot be worked out is a result without figures that says so."""
    try:
        return solve(facts.opening, facts.wall, facts.rules)
    except Exception:  # whatever it is, the rest of the job goes on without this opening
        _LOG.exception("an opening could not be worked out")
        return without_answer(facts)


def without_answer(facts: Facts) -> Result:
    """Give the result of an opening that could not be worked out: no figure, and a stop that says what to do."""
    nowhere = Waiting("mark_ro_near", ()), Waiting("mark_ro_far", ())
    return Result(
        stages=stages_of(facts.opening, facts.wall.existing and facts.opening.cut_in is None),
        figures=Figures(),
        flags=(FAILED,),
        missing=(),
        hands=hands(facts.opening.handing),
        plate=Plate((), (), *nowhere, None, None),
        pole=(),
        pieces=(),
        hardware=(),
        shapes=(),
        steps=(),
        drawings=(),
        track=None,
        found=AsFound(),
    )
