"""What came for a job and is still here, thing by thing, what it was bought for, and where everything serves best (handbook 27)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import field
from typing import Protocol

from jambo.core.delivery.assign import assigned
from jambo.core.delivery.case import Measures
from jambo.core.delivery.verdict import Finding, Verdict
from jambo.core.facts.leaf import Leaf
from jambo.core.framing.items import Item
from jambo.core.frozen import dataclass
from jambo.core.items import ITEMS, ItemKind, asked_of
from jambo.core.job.record import Came, Checked, Event, Given, Line, Ordered, SentBack, of_kind
from jambo.core.quantities.figure import known_lengths
from jambo.core.quantities.tape import Unit
from jambo.core.solve import Result

ReadMeasures = Callable[[str, Mapping[str, str], Unit], Measures]


@dataclass(frozen=True, slots=True)
class Thing:
    """Something that came: its line in the record and which of that line's pieces it is, its order, and what it was ordered as.

    Of a thing in bulk `count` come together. `measures` is None while nobody has measured it; `texts` are as they were written;
    `checked` is the line of the record it was measured again by, 0 for none.
    """

    came: int
    n: int
    order: int
    of: Ordered
    count: int
    texts: Mapping[str, str] = field(default_factory=dict)
    measures: Measures | None = None
    checked: int = 0

    @property
    def item(self) -> str:
        """A key of `ITEMS`."""
        return self.of.item

    @property
    def kind(self) -> ItemKind:
        """What is known of its kind."""
        return ITEMS[self.item]


def still_here(lines: Sequence[Line[Event]]) -> dict[int, int]:
    """How many of each line that came are still here: what went back is taken off the delivery it names, else off those nobody measured,
    the newest first.

    Args:
        lines: those about orders that count, oldest first.
    """
    came, back = of_kind(lines, Came), of_kind(lines, SentBack)
    left = {line.id: line.event.count for line in came}
    measured = {line.event.came for line in of_kind(lines, Checked)} | {line.id for line in came if line.event.measured}
    given = Counter(line.event.came for line in of_kind(lines, Given))
    for line in back:
        count = line.event.count
        own = [one.id for one in came if one.event.order == line.event.order]
        for of in [line.event.came] if line.event.came else sorted(own, key=lambda i: (i in measured, -i)):
            gone = min(count, max(0, left.get(of, 0) - given[of]))
            left[of], count = left.get(of, 0) - gone, count - gone
    return left


def things_of(lines: Sequence[Line[Event]], unit: Unit, read: ReadMeasures) -> list[Thing]:
    """Everything that came and is still here, of the kinds that are looked at when they come.

    Args:
        lines: those about orders that count, oldest first; unit: of the job; read: reads what was measured of an item.
    """
    orders = {line.id: line.event for line in of_kind(lines, Ordered)}
    checks = {line.event.came: line for line in of_kind(lines, Checked)}
    left = still_here(lines)
    found: list[Thing] = []
    for line in of_kind(lines, Came):
        of, again = orders[line.event.order], checks.get(line.id)
        if not asked_of(of.item):
            continue
        said: Came | Checked = again.event if again is not None else line.event
        texts = said.measured or {}
        measures = read(of.item, texts, said.unit or unit) if texts else None
        for n, count in enumerate([left[line.id]] if ITEMS[of.item].bulk else [1] * left[line.id], 1):
            if count:
                found.append(
                    Thing(
                        line.id, n, line.event.order, of, count, texts, measures, again.id if again is not None else 0
                    )
                )
    return found


class OpeningToFill(Protocol):
    """An opening of the job that things are held against."""

    @property
    def leaves(self) -> Sequence[Leaf]:
        """Its leaves, as they are said."""

    @property
    def result(self) -> Result:
        """Its answer."""

    @property
    def done(self) -> frozenset[str]:
        """How far it is built: framed, set, signed."""

    def verdict(self, item: Item, leaf: int, measures: Measures, *, meant: bool) -> Verdict | None:
        """The verdict on a thing for it; None where it is another thing altogether, or the opening could not be with it."""

    def built_to(self, item: Item, measures: Measures) -> tuple[Finding, ...]:
        """What building it to a wrong thing takes; nothing where nobody can tell."""

    def says(self, item: Item, leaf: int, measures: Measures) -> dict[str, str]:
        """The facts of it that a thing's measures say, by path, as they are kept."""


@dataclass(frozen=True, slots=True)
class Need:
    """One thing an opening needs: the opening, the line of its buy list, which leaf where it is one."""

    of: OpeningToFill
    opening: int
    mark: str
    item: Item
    leaf: int = 0


def _leaves_like(of: OpeningToFill, item: Item) -> list[int]:
    """Which leaves of an opening a line of its buy list is for: those of its size."""
    sizes = [known_lengths(leaf.width, leaf.height, leaf.thickness) for leaf in of.leaves]
    return [i for i, size in enumerate(sizes) if item.name == "leaf" and size == item.sizes]


BUILT_TO = 3  # openings that are told, of those that could be built to a wrong thing


def needs_of(openings: Iterable[tuple[int, str, OpeningToFill]]) -> list[Need]:
    """Everything the openings of a job need that is looked at when it comes, one by one, in walking order."""
    found: list[Need] = []
    for number, mark, of in openings:
        for item in of.result.hardware:
            if not item.kind.asked:
                continue
            leaves = _leaves_like(of, item)
            copies = 1 if item.kind.bulk else item.count
            found += [Need(of, number, mark, item, leaves[i] if i < len(leaves) else 0) for i in range(copies)]
    return found


@dataclass
class _Placed:
    """Things and needs that are still to be brought together, and what each was bought for."""

    things: list[Thing]
    needs: list[Need]
    meant: list[int | None]


def _to_place(things: Sequence[Thing], needs: Sequence[Need], given: Sequence[Line[Given]]) -> _Placed:
    """Leave out what was given, and what stands in a frame that is set; put each thing to the need it was bought for."""
    covered = Counter((line.opening or 0, line.event.item) for line in given)
    gone = Counter(line.event.came for line in given)
    left_things: list[Thing] = []
    for thing in things:
        if gone[thing.came] and not thing.kind.bulk:
            gone[thing.came] -= 1
        else:
            left_things.append(thing)
    left_needs: list[Need] = []
    for need in needs:
        slot = need.opening, need.item.name
        if covered[slot]:
            covered[slot] -= 1
        elif _stands(need):
            # what stands there came by some line: one that nobody has measured, where there is such a one
            used = next((t for t in left_things if need.item.is_of(t.of.key) and t.measures is None), None)
            if used is not None:
                left_things.remove(used)
        else:
            left_needs.append(need)
    return _Placed(left_things, left_needs, _meant(left_things, left_needs))


def _stands(need: Need) -> bool:
    if "signed" in need.of.done:
        return True
    return "set" in need.of.done and need.item.kind.in_frame


def _meant(things: Sequence[Thing], needs: Sequence[Need]) -> list[int | None]:
    """The need each thing was bought for: those of its line, in walking order."""
    open_ = [*range(len(needs))]
    found: list[int | None] = []
    for thing in things:
        meant = next((i for i in open_ if needs[i].item.is_of(thing.of.key)), None)
        if meant is not None:
            open_.remove(meant)
        found.append(meant)
    return found


class Deliveries:
    """What came for a job, held against what it needs. Verdicts are worked out once for things that measure the same."""

    def __init__(self, things: Sequence[Thing], needs: Sequence[Need], given: Sequence[Line[Given]]) -> None:
        self.all, self.needs, self.given = things, needs, given
        self.to_place = _to_place(things, needs, given)
        self._known: dict[object, Verdict | None] = {}

    def verdict(self, thing: Thing, need: Need, *, meant: bool) -> Verdict | None:
        """The verdict on a thing for a need; one that nobody has measured is what was ordered, and known for nothing else."""
        if thing.item != need.item.name:
            return None
        if thing.measures is None:
            return Verdict(()) if need.item.is_of(thing.of.key) else None
        key = thing.measures.key, need.opening, need.item.key, need.leaf, meant
        if key not in self._known:
            self._known[key] = need.of.verdict(need.item, need.leaf, thing.measures, meant=meant)
        return self._known[key]

    def _minutes(self, i: int, j: int) -> int | None:
        of = self.to_place
        if of.things[i].kind.bulk:
            return None
        found = self.verdict(of.things[i], of.needs[j], meant=of.meant[i] == j)
        return found.minutes if found is not None and found.level != "wrong" else None

    def best(self) -> tuple[int | None, ...]:
        """The need each thing still to be placed serves best, over all of them at once."""
        of = self.to_place
        rows = [[self._minutes(i, j) for j in range(len(of.needs))] for i in range(len(of.things))]
        return assigned(rows, of.meant)

    def building(self, i: int) -> Iterator[tuple[Need, tuple[Finding, ...]]]:
        """What building to a thing takes, at each opening that needs such a one and is not served, least work first."""
        of, thing = self.to_place, self.to_place.things[i]
        if thing.measures is None:
            return
        found = []
        for need in of.needs:
            if need.item.name == thing.item:
                findings = need.of.built_to(need.item, thing.measures)
                if findings:
                    found.append((need, findings))
        found.sort(key=lambda one: (sum(f.words.minutes for f in one[1]), one[0] is not self._meant_of(i)))
        yield from found[:BUILT_TO]

    def _meant_of(self, i: int) -> Need | None:
        j = self.to_place.meant[i]
        return self.to_place.needs[j] if j is not None else None

    def swaps(self, best: Sequence[int | None]) -> Iterator[list[tuple[int, Need]]]:
        """What changes places, those that hang together in one list: each takes the place another was bought for.

        Args:
            best: the need each thing serves best.
        """
        of = self.to_place
        goes = {i: j for i, j in enumerate(best) if j is not None and j != of.meant[i]}
        holder = {j: i for i, j in enumerate(of.meant) if j is not None}
        seen: set[int] = set()
        # a chain is told from its start: a thing whose own place nobody takes, or any of a ring
        for start in sorted(goes, key=lambda i: of.meant[i] in {*goes.values()}):
            chain: list[tuple[int, Need]] = []
            i: int | None = start
            while i is not None and i in goes and i not in seen:
                seen.add(i)
                chain.append((i, of.needs[goes[i]]))
                i = holder.get(goes[i])
            if chain:
                yield chain


def facts_said(thing: Thing, need: Need) -> dict[str, str]:
    """The facts a thing says of the opening it is put to, by path. A leaf as planned says nothing new; of several alike that slide in one
    opening none says a size, which would be that of all of them."""
    if thing.measures is None:
        return {}
    if thing.kind.counter == "leaves":
        verdict = need.of.verdict(need.item, need.leaf, thing.measures, meant=True)
        several = thing.item != "leaf" and need.item.count > 1
        if verdict is None or not verdict.findings or several:
            return {}
    return need.of.says(need.item, need.leaf, thing.measures)
