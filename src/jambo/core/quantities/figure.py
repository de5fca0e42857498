"""A figure and how it adds up (handbook 0): every computed length carries signed terms that sum to it exactly.

A figure whose facts are not all known is a `Waiting`: it names what it waits on instead of guessing.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from fractions import Fraction
from functools import cache
from typing import Literal

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import ZERO, Exact, Length, whole
from jambo.core.quantities.names import FigureName, Numbered

SourceKind = Literal["given", "usual", "reading", "house rule", "allowance", "figure"]


@dataclass(frozen=True, slots=True)
class Source:
    """Where a term comes from; `usual` is given once for the whole job. `path` is the field or figure to go to; `detail` says which rule or why."""

    kind: SourceKind
    path: str
    detail: str = ""


@dataclass(frozen=True, slots=True)
class Known:
    """A fact that is known: its value, where it came from, and the name a slip shows for it."""

    name: str
    value: Length
    source: Source


@dataclass(frozen=True, slots=True)
class Missing:
    """A fact nobody has given yet: the field that waits for it."""

    name: str
    path: str


@dataclass(frozen=True, slots=True)
class Term:
    """One line of a sum: `times` x `each`, signed by `times`."""

    name: str
    each: Length
    times: Exact
    source: Source

    @property
    def value(self) -> Length:
        """The signed amount this line adds."""
        return self.each if self.times == 1 else self.each * self.times


@dataclass(frozen=True, slots=True, eq=False)
class Figure:
    """A computed length. Its lines, as `add` takes them, sum to `value`; `passed_over` are those a "highest of" did not take.

    `allowances` holds the reasons of every allowance that stands anywhere below this figure. What a slip shows is made when it is
    asked for: of the hundred figures of an opening few are opened.
    """

    name: FigureName
    value: Length
    lines: tuple[Line, ...]
    passed_over: tuple[Known | Figure, ...] = ()
    allowances: tuple[str, ...] = ()

    @property
    def terms(self) -> tuple[Term, ...]:
        """Its lines as a slip shows them; they sum to `value`."""
        return tuple([_term(*line) if isinstance(line, tuple) else _term(1, line) for line in self.lines])

    @property
    def considered(self) -> tuple[Term, ...]:
        """What a "highest of" passed over, as a slip shows it."""
        return tuple([_term(1, amount) for amount in self.passed_over])

    def __eq__(self, other: object) -> bool:
        if self is other or not isinstance(other, Figure):
            return self is other
        return self.value == other.value and self._told() == other._told()

    def __hash__(self) -> int:
        return hash((self.name, self.value))

    def _told(self) -> tuple[object, ...]:
        return self.name, self.value, self.terms, self.considered, self.allowances


@dataclass(frozen=True, slots=True)
class Waiting:
    """A figure that cannot be computed yet, and the fields it waits on, in the order they were met."""

    name: FigureName
    on: tuple[Missing, ...]


Fact = Known | Missing


Computed = Figure | Waiting


class Figures(dict[FigureName, Computed]):
    """Figures by name, in the order they were worked out. Joined, never changed in place by who is handed them."""

    @classmethod
    def of(cls, figures: Iterable[Computed]) -> Figures:
        """Gather figures under their names; of two with one name the later counts."""
        return cls({figure.name: figure for figure in figures})

    def value(self, name: FigureName) -> Length | None:
        """Give the length of a figure; None while it waits, or where no rule made it."""
        figure = self.get(name)
        return figure.value if type(figure) is Figure else None

    def known(self, *names: FigureName) -> dict[FigureName, Length] | None:
        """Give the lengths of some figures by name, or None while one of them is not known."""
        found = {name: value for name in names if (value := self.value(name)) is not None}
        return found if len(found) == len(names) else None

    def numbered(self, family: Numbered) -> list[tuple[int, Figure]]:
        """Give the known figures of a family with their numbers, in their order."""
        return [(n, found) for n, found in family.of(self.items()) if isinstance(found, Figure)]

    def __or__(self, other: Mapping[FigureName, Computed]) -> Figures:  # type: ignore[override]
        joined = Figures(self)
        joined.update(other)
        return joined


Amount = Known | Missing | Figure | Waiting


Line = Amount | tuple[Exact, Amount]

HALF = Fraction(1, 2)


def less(lines: Iterable[Line]) -> list[Line]:
    """The same lines, taken off."""
    return [(-line[0], line[1]) if isinstance(line, tuple) else (-1, line) for line in lines]


@cache
def _from_figure(name: str) -> Source:
    return Source("figure", name)


def _term(times: Exact, amount: Amount) -> Term:
    assert isinstance(amount, (Known, Figure))
    source = amount.source if isinstance(amount, Known) else _from_figure(amount.name)
    return Term(amount.name, amount.value, times, source)


def _waits(amounts: Sequence[Amount]) -> tuple[Missing, ...]:
    unknown = [a for a in amounts if isinstance(a, (Missing, Waiting))]
    found: dict[str, Missing] = {}
    for amount in unknown:
        for missing in (amount,) if isinstance(amount, Missing) else amount.on:
            found.setdefault(missing.path, missing)
    return tuple(found.values())


def _allowances(amounts: Sequence[Known | Figure]) -> tuple[str, ...]:
    found: list[str] = []
    for amount in amounts:
        if isinstance(amount, Figure):
            found += amount.allowances
        elif amount.source.kind == "allowance":
            found.append(amount.source.detail)
    return tuple(dict.fromkeys(found)) if found else ()


def add(name: FigureName, *lines: Line) -> Computed:
    """Add up a figure. A line is an amount, or (times, amount); lines of length zero stay, so the sum is whole.

    Args:
        name: the figure it makes; lines: what is added, in the order the slip shows it.

    Returns:
        The figure with its terms, or what it waits for when an amount is missing.

    Example:
        `add(names.LEG_LENGTH, height, (-1, plate))` is the height less the plate, with both as its terms.
    """
    nm: Exact = 0
    allowances: tuple[str, ...] = ()
    for line in lines:  # one pass over plain numbers: this is where solving an opening spends its time
        times, amount = line if type(line) is tuple else (1, line)
        if type(amount) is Figure:
            allowances += amount.allowances
        elif type(amount) is not Known:
            return Waiting(name, _waits([one[1] if isinstance(one, tuple) else one for one in lines]))
        elif amount.source.kind == "allowance":
            allowances += (amount.source.detail,)
        nm += amount.value.nm * times if type(times) is int else (amount.value * times).nm
    return Figure(
        name,
        Length(nm if type(nm) is int else whole(nm)),
        lines,
        (),
        tuple(dict.fromkeys(allowances)) if allowances else (),
    )


def restated(name: FigureName, figure: Computed, *lines: Line) -> Computed:
    """The same sum under another name, with more lines: where a figure is no longer one for two things alike."""
    more = add(name, *lines)
    if not isinstance(figure, Figure) or not isinstance(more, Figure):
        return Waiting(name, _waits([figure, more]))
    both = dict.fromkeys((*figure.allowances, *more.allowances))
    return Figure(name, figure.value + more.value, figure.lines + more.lines, figure.passed_over, tuple(both))


def other_way(figure: Figure) -> Figure:
    """The same sum told the other way: every line with its sign turned."""
    turned = tuple((-line[0], line[1]) if isinstance(line, tuple) else (-1, line) for line in figure.lines)
    return Figure(figure.name, -figure.value, turned, figure.passed_over, figure.allowances)


def highest(name: FigureName, *amounts: Amount) -> Computed:
    """Take the greatest of several amounts (the first of equals); the others are kept as `considered`."""
    if on := _waits(amounts):
        return Waiting(name, on)
    known = [a for a in amounts if isinstance(a, (Known, Figure))]
    best = max(known, key=lambda a: a.value)
    others = tuple(a for a in known if a is not best)
    # A lower allowance still counts: choosing that floor may make it the highest.
    return Figure(name, best.value, (best,), others, _allowances(known))


def lowest(name: FigureName, *amounts: Amount) -> Computed:
    """Take the least of several amounts (the first of equals); the others are kept as `considered`."""
    if on := _waits(amounts):
        return Waiting(name, on)
    known = [a for a in amounts if isinstance(a, (Known, Figure))]
    best = min(known, key=lambda a: a.value)
    others = tuple(a for a in known if a is not best)
    return Figure(name, best.value, (best,), others, _allowances(known))


def sum_of(*lines: Line) -> Length | None:
    """Give what lines add up to where only the length is wanted; None while one of them is not known.

    Args:
        lines: as for `add`, without a name: no figure comes of them and no slip shows them.
    """
    found = ZERO
    for line in lines:
        times, amount = line if isinstance(line, tuple) else (1, line)
        if not isinstance(amount, (Known, Figure)):
            return None
        found += amount.value * times
    return found


def value_of(amount: Amount) -> Length | None:
    """Give the length of an amount, or None while it is not known."""
    return amount.value if isinstance(amount, (Known, Figure)) else None


def known_lengths(*amounts: Amount) -> tuple[Length, ...]:
    """Give the lengths of those amounts that are known, in their order."""
    return tuple(length for length in map(value_of, amounts) if length is not None)


def half(amount: Amount) -> tuple[Exact, Amount]:
    """Write the line for half of an amount."""
    return (HALF, amount)
