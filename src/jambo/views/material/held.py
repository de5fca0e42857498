"""A thing that came, held against the openings of a job: as planned, with what was measured in place, and built to it (handbook 27)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from jambo.core import rules as house
from jambo.core.delivery.build_to import building, fitting_wall, sized_as
from jambo.core.delivery.case import AnsweredOpening, Case, Measures
from jambo.core.delivery.judge import judged, ruled_out
from jambo.core.delivery.verdict import Finding, Verdict
from jambo.core.facts.leaf import Leaf
from jambo.core.framing.items import Item
from jambo.core.quantities.tape import SAME
from jambo.core.solve import Result, solve
from jambo.format.delivery import says, with_facts
from jambo.format.document import Document
from jambo.format.facts import Facts, facts_of
from jambo.format.problems import Refused


@dataclass(frozen=True)
class OpeningOfJob:
    """An opening things are held against: its document, its facts and its answer, and how far it is built."""

    document: Document
    facts: Facts
    result: Result
    done: frozenset[str]

    @property
    def side(self) -> AnsweredOpening:
        """The opening with its answer."""
        return AnsweredOpening(self.facts.opening, self.result)

    def but(self, said: Mapping[str, str | None]) -> AnsweredOpening:
        """The same with other facts, and its answer. Raises Refused."""
        facts = facts_of(with_facts(self.document, said))
        return AnsweredOpening(facts.opening, solve(facts.opening, facts.wall, facts.rules))

    @property
    def leaves(self) -> Sequence[Leaf]:
        """Its leaves, as they are said."""
        return self.facts.opening.leaves

    def verdict(self, item: Item, leaf: int, measures: Measures, *, meant: bool) -> Verdict | None:
        """The verdict on a thing for an opening; None where it is another thing altogether, or the opening could not be with it.

        Args:
            item: the line of its buy list; leaf: which of its leaves; measures: of the thing;
            meant: whether it was bought for it, and its verdict is wanted with its reasons whatever it is.
        """
        if not meant and ruled_out(self.side, item.name, leaf, measures.lengths):
            return None
        try:
            return judged(self._case(item, leaf, measures))
        except Refused:
            return None

    def built_to(self, item: Item, measures: Measures) -> tuple[Finding, ...]:
        """What building an opening to a wrong thing takes; nothing where nobody can tell.

        Args:
            item: the line of its buy list; measures: of the thing.
        """
        rules, lengths = self.facts.rules, measures.lengths
        found = [
            *fitting_wall(
                self.side,
                lengths.get("throat"),
                lengths.get("depth"),
                SAME[rules.habit],
                rules.value(house.STEEL_THROAT_OVER),
            )
        ]
        size_ = sized_as(self.side, item, measures, rules.habit)
        if size_ is not None:
            try:
                found += building(self.side, self.but(size_), framed=bool(self.done) or self.result.standing)
            except Refused:
                return ()
        return tuple(found)

    def says(self, item: Item, leaf: int, measures: Measures) -> dict[str, str]:
        """The facts of it that a thing's measures say, by path, as they are kept."""
        return says(item.name, measures, self.facts, leaf)

    def _case(self, item: Item, leaf: int, measures: Measures) -> Case:
        """Hold a thing against an opening. Raises Refused where the opening could not be with it in place.

        Args:
            item: the line of its buy list; leaf: which of its leaves; measures: of the thing.
        """
        said = self.says(item, leaf, measures)
        return Case(
            item, leaf, self.side, self.but(said) if said else self.side, measures.lengths, measures.chosen,
            bool(self.done & {"set", "signed"}), self.facts.rules,
        )  # fmt: skip
