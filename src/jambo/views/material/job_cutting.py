"""How a job's timber is cut, section by section: what is still to cut, from what, and what lies in the rack (handbook 28)."""

from __future__ import annotations

import time
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from typing_extensions import TypedDict

from jambo.core import rules as house
from jambo.core.job.board import SolvedJob
from jambo.core.job.sticks import Offcut, Section, SoFar, ToCut, to_cut
from jambo.core.labels import section_named
from jambo.core.quantities.length import ZERO, Length, or_zero
from jambo.core.quantities.millimetres import in_mm
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import Tape, Unit, show
from jambo.core.rules import HouseRules
from jambo.core.stock.agreed import Agreed, agreed_on
from jambo.core.stock.problem import CutPlan, CutProblem, Goal, Stick, Wanted
from jambo.core.words.lists import Region
from jambo.format.cutting import usual_stock
from jambo.views import searches
from jambo.views.material.cutting import money, sentence, stopped, total_of, why_not
from jambo.views.searches import CutSearch, Searched


@dataclass(frozen=True, slots=True)
class Settings:
    """How it is to be cut: the goal (None: the least cost where there are prices, else the least stock), what sections come in, and
    by section the plans that were agreed on (None: these settings are only tried)."""

    goal: Goal | None
    stock: Mapping[str, tuple[Stick, ...]]
    agreed: Mapping[str, Agreed] | None = None


class StickPieceOut(TypedDict):
    """A piece in its stick. `parts` are the lengths of all parts of its copy where it is spliced, as a tick gives them back."""

    opening: int | None
    wall: int | None
    mark: str
    label: str
    figure: str
    copy: int
    part: int | None
    parts: list[str]
    length: str
    text: str
    mark_at: str
    start: float
    end: float


class JobStickOut(TypedDict):
    """A stick to cut: its length (exact, and as the tape shows it), whether it lies in the rack as which offcut, its pieces, what is left;
    and whether it is its one piece as it comes, without squaring or a cut."""

    length: str
    text: str
    mm: float
    offcut: int | None
    pieces: list[StickPieceOut]
    left: str
    left_mm: float
    kept: bool
    as_it_comes: bool


class LengthStockOut(TypedDict):
    """A length a section comes in (exact, as the tape shows it, and in nanometres), its price if it is known, how many of it the plan takes."""

    length: str
    nm: int
    text: str
    price: str | None
    taken: int


class OffcutOut(TypedDict):
    """An offcut in the rack, and whether the plan uses it."""

    id: int
    text: str
    used: bool


class CannotCutOut(TypedDict):
    """A piece nothing of this stock gives."""

    mark: str
    label: str
    text: str
    why: str


class SectionOut(TypedDict):
    """The cutting plan of one section; `stopped` says that the search for it did not come to its end, "" where it did."""

    section: str
    title: str
    goal: Goal
    told: str
    searching: bool
    stopped: str
    proven: bool
    cost: str | None
    stock_mm: float
    waste: str
    waste_mm: float
    sticks: list[JobStickOut]
    stock: list[LengthStockOut]
    said: bool
    rack: list[OffcutOut]
    cannot: list[CannotCutOut]
    left: int


class JobCuttingOut(TypedDict):
    """A job's cutting plans, the heaviest section first; `searching` says that better ones are being looked for, `waiting` are those with pieces that wait for facts.

    `cost` is that of the sections that are priced, None where none is; `unpriced` names the others. `newest` is the last stick that was
    cut, by its line in the record.
    """

    goal: Goal | None
    currency: str
    kerf: str
    square: str
    keep: str
    sections: list[SectionOut]
    searching: bool
    cost: str | None
    unpriced: list[str]
    newest: int
    left_out: list[str]
    waiting: list[str]


@dataclass(frozen=True)
class _Asked:
    """A section whose plan is asked for: its pieces, its stock and the offcuts that lie there, and the plan being looked for, or agreed on."""

    key: str
    pieces: Sequence[ToCut]
    stock: tuple[Stick, ...]
    lying: Sequence[Offcut]
    problem: CutProblem
    cutting: CutSearch | Agreed
    unit: Unit

    def found(self, until: float) -> Searched[CutPlan]:
        """The plan of it as it is known, as near to the last one agreed on as it may be; of settings that are only tried, anew."""
        return Searched(self.cutting.plan, False) if isinstance(self.cutting, Agreed) else self.cutting.found(until)


def job_cutting_out(
    job: SolvedJob,
    so_far: SoFar,
    settings: Settings,
    rules: HouseRules,
    tape: Tape,
    shown: Tape,
    words: Region,
    currency: str,
    *,
    agree: Callable[[str, Agreed], None] = lambda section, agreed: None,
) -> JobCuttingOut:
    """Plan the cutting of a job.

    Args:
        job: as solved; so_far: what is cut; settings: goal and stock; rules: for saw and offcuts.
        tape: of the crew; shown: to write lengths on; words: for names; currency: the word for money;
        agree: is given each section's plan that was looked for to its end.
    """
    pieces, waiting = to_cut(job, so_far, tape, words, rules.value(house.JOINTS_APART))
    by_section: dict[str, list[ToCut]] = {}
    for piece in pieces:
        by_section.setdefault(piece.section_key, []).append(piece)
    # the heaviest first: an order that stands while pieces are cut and stock is changed, so that no panel moves under the hand
    heaviest = sorted(by_section, key=lambda key: _weight(by_section[key][0].section), reverse=True)
    asked = [_asked(key, by_section[key], so_far.rack, settings, rules, tape) for key in heaviest]
    until = time.monotonic() + searches.PATIENCE
    found = [one.found(until) for one in asked]
    for one, plan in zip(asked, found, strict=True):
        if not (plan.searching or plan.ended) and not isinstance(one.cutting, Agreed):
            agree(one.key, agreed_on(one.problem, plan.plan))
    sections = [_section(one, plan, settings, shown) for one, plan in zip(asked, found, strict=True)]
    costs = [Fraction(s["cost"]) for s in sections if s["cost"] is not None]
    kerf, square, keep = (
        show(rules.value(n), shown).text for n in (house.SAW_KERF, house.SQUARING_CUT, house.OFFCUT_LEAST)
    )
    return {
        "goal": settings.goal,
        "currency": currency,
        "kerf": kerf,
        "square": square,
        "keep": keep,
        "sections": sections,
        "searching": any(s["searching"] for s in sections),
        "cost": money(sum(costs, Fraction(0))) if costs else None,
        "unpriced": [s["title"] for s in sections if s["cost"] is None],
        "newest": 0,
        "left_out": job.left_out,
        "waiting": waiting,
    }


def stock_of(key: str, pieces: Sequence[ToCut], settings: Settings, unit: Unit) -> tuple[Stick, ...]:
    """What a section comes in: as the job says, else by habit."""
    return settings.stock.get(key) or usual_stock(unit, studs=any(p.stud and not p.made_of for p in pieces))


def _asked(
    key: str, pieces: Sequence[ToCut], rack: Sequence[Offcut], settings: Settings, rules: HouseRules, tape: Tape
) -> _Asked:
    """Ask for the plan of one section."""
    stock = stock_of(key, pieces, settings, tape.unit)
    lying = [o for o in rack if o.section == key]
    lengths: dict[Length, int] = {}
    for o in lying:
        lengths[o.length] = lengths.get(o.length, 0) + 1
    priced = all(s.price is not None for s in stock)
    goal: Goal = settings.goal or ("cost" if priced else "waste")
    if goal == "cost" and not priced:
        goal = "waste"  # what has no price cannot be cheaper
    whole = (*stock, *(Stick(length, None, n) for length, n in lengths.items()))
    wanted = tuple(Wanted(p.label, p.length, p.count, p.join) for p in pieces)
    saw = [rules.value(n) for n in (house.SAW_KERF, house.SQUARING_CUT, house.OFFCUT_LEAST)]
    if pieces[0].made_of:  # snips take nothing off, and a steel stud comes square
        saw[:2] = ZERO, ZERO
    problem = CutProblem(wanted, whole, saw[0], saw[1], saw[2], goal)
    agreed = (settings.agreed or {}).get(key)
    if agreed is None or not agreed.answers(problem):
        return _Asked(
            key, pieces, stock, lying, problem, CutSearch(problem, agreed.before if agreed else ()), tape.unit
        )
    return _Asked(key, pieces, stock, lying, problem, agreed, tape.unit)


def _section(asked: _Asked, found: Searched[CutPlan], settings: Settings, shown: Tape) -> SectionOut:
    """The plan of one section."""
    key, pieces, stock, lying, problem, made = (
        asked.key,
        asked.pieces,
        asked.stock,
        asked.lying,
        asked.problem,
        found.plan,
    )
    ids: dict[Length, list[int]] = {o.length: [] for o in lying}
    for o in lying:
        ids[o.length].append(o.id)
    priced = all(s.price is not None for s in stock)
    sticks = _sticks(made, problem, pieces, ids, shown)
    used = {s["offcut"] for s in sticks}
    taken = [sum(1 for s in made.sticks if s.stick == i) for i in range(len(stock))]
    return {
        "section": key,
        "title": _title(pieces, shown),
        "goal": problem.goal,
        "told": sentence(made, problem, shown.unit)
        + (" A better plan is being looked for." if found.searching else f" {found.stopped}".rstrip()),
        "searching": found.searching,
        "stopped": stopped(made) or found.stopped,
        "proven": made.proven and not made.cannot,
        "cost": money(made.cost) if made.cost is not None and priced else None,
        "stock_mm": in_mm(total_of(made.sticks, problem)),
        "waste": show(made.waste, shown).text,
        "waste_mm": in_mm(made.waste),
        "sticks": sticks,
        "stock": [
            {
                "length": exact_text(s.length, asked.unit),
                "nm": int(s.length.nm),
                "text": show(s.length, shown).text,
                "price": money(s.price) if s.price is not None else None,
                "taken": n,
            }
            for s, n in zip(stock, taken, strict=True)
        ],
        "said": key in settings.stock,
        "rack": [{"id": o.id, "text": show(o.length, shown).text, "used": o.id in used} for o in lying],
        "cannot": _cannot(made, problem, pieces, shown),
        "left": sum(p.count for p in pieces),
    }


def _weight(section: Section) -> tuple[int, int, int]:
    """What sections are put in order by: what they weigh a foot, then the wider; of one nobody measured, nothing."""
    thick, wide = (int(or_zero(part).nm) for part in section)
    return thick * wide, wide, thick


def _title(pieces: Sequence[ToCut], shown: Tape) -> str:
    """What a section is called: its sizes, and what it is where they do not tell all."""
    sizes, stuff = section_named(pieces[0].section, pieces[0].made_of, shown), {p.stuff for p in pieces}
    one = stuff.pop() if len(stuff) == 1 else ""
    return f"{sizes}, {one}" if one and None in pieces[0].section else sizes


def _cannot(made: CutPlan, problem: CutProblem, pieces: Sequence[ToCut], shown: Tape) -> list[CannotCutOut]:
    """What this stock does not give, and why."""
    return [
        {
            "mark": pieces[i].mark,
            "label": pieces[i].label,
            "text": show(pieces[i].length, shown).text,
            "why": why_not(i, problem, made),
        }
        for i in made.cannot
    ]


def _sticks(
    made: CutPlan, problem: CutProblem, pieces: Sequence[ToCut], ids: dict[Length, list[int]], shown: Tape
) -> list[JobStickOut]:
    """The sticks as they are drawn and ticked: an offcut of the rack is one by its line in the record."""
    parted: dict[tuple[int, int], dict[int, Length]] = {}
    for s in made.sticks:
        for c in s.cuts:
            if c.part:
                parted.setdefault((c.wanted, c.copy), {})[c.part] = c.length
    unit = shown.unit
    found: list[JobStickOut] = []
    for s in made.sticks:
        length = problem.stock[s.stick].length
        whole = s.cuts[0].length == length
        out: list[StickPieceOut] = []
        for c in s.cuts:
            of = pieces[c.wanted]
            parts = of.parts or tuple(p for _, p in sorted(parted.get((c.wanted, c.copy), {}).items()))
            end = in_mm(c.mark if whole else problem.square + c.mark)
            out.append(
                {
                    "opening": of.holder[1] if of.holder[0] == "opening" else None,
                    "wall": of.holder[1] if of.holder[0] == "wall" else None,
                    "mark": of.mark,
                    "label": of.label,
                    "figure": of.figure,
                    "copy": of.copy if of.part else of.copy + c.copy,
                    "part": of.part or c.part or None,
                    "parts": [exact_text(p, unit) for p in parts],
                    "length": exact_text(c.length, unit),
                    "text": show(c.length, shown).text,
                    "mark_at": show(c.mark, shown).text,
                    "start": end - in_mm(c.length),
                    "end": end,
                }
            )
        found.append(
            {
                "length": exact_text(length, unit),
                "text": show(length, shown).text,
                "mm": in_mm(length),
                "offcut": ids[length].pop(0) if s.owned else None,
                "pieces": out,
                "left": show(s.left, shown).text,
                "left_mm": in_mm(s.left),
                "kept": s.kept,
                "as_it_comes": whole,
            }
        )
    return found
