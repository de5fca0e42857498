"""The answer to one opening, whatever happens: a fault in working it out is told as a stop, and stays with that opening."""

from __future__ import annotations

import logging
from functools import cached_property
from weakref import finalize, ref

from jambo.core.facts.leaf import hands
from jambo.core.flags import UNSOLVED
from jambo.core.framing.plate import Plate
from jambo.core.framing.standing import stands
from jambo.core.kinds.kind import AsFound, stages_of
from jambo.core.kinds.registry import kind_of
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures, Waiting
from jambo.core.solve import Result, solve
from jambo.format.document import Document
from jambo.format.facts import Facts, facts_of
from jambo.format.problems import Refused
from jambo.format.usual import with_usual

_LOG = logging.getLogger("jambo.answers")


FAILED = UNSOLVED("not-worked-out", {})


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


class Answered:
    """A document with its facts and its answer, each worked out once, as long as the document is held by anybody."""

    def __init__(self, document: Document) -> None:
        self.of = ref(document)

    @cached_property
    def facts(self) -> Facts | None:
        """The facts, None where they cannot be."""
        return readable(self.of())

    @property
    def meant(self) -> Document:
        """The document with what is usual in its job put in."""
        document = self.of()
        assert document is not None
        return self._usual or document

    @cached_property
    def _usual(self) -> Document | None:
        """The same, None where it is the document itself: that one is held by nobody but whoever asked."""
        document = self.of()
        assert document is not None
        meant = with_usual(document)[0]
        return None if meant is document else meant

    @cached_property
    def result(self) -> Result | None:
        """The answer, None where there are no facts."""
        return worked_out(self.facts) if self.facts is not None else None


_KNOWN: dict[int, Answered] = {}


def answered(document: Document) -> Answered:
    """A document with its answer; that of the very same document is the same. What is equal and read anew is worked out anew."""
    known = _KNOWN.get(id(document))
    if known is None or known.of() is not document:
        known = _KNOWN[id(document)] = Answered(document)
        finalize(document, _KNOWN.pop, id(document), None)
    return known


def without_answer(facts: Facts) -> Result:
    """Give the result of an opening that could not be worked out: no figure, and a stop that says what to do."""
    nowhere = Waiting(names.MARK_RO_NEAR, ()), Waiting(names.MARK_RO_FAR, ())
    return Result(
        stages=stages_of(kind_of(facts.opening), facts.opening, stands(facts.opening, facts.wall)),
        standing=stands(facts.opening, facts.wall),
        planned=Figures(),
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
