"""What has come for a job: what was measured of it, whether it serves, and where everything serves best (handbook 27)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from typing_extensions import TypedDict

from jambo.core.delivery.case import Measures
from jambo.core.delivery.verdict import Finding, Verdict, VerdictLevel
from jambo.core.flags import ROUNDED_UP
from jambo.core.items import PRINTED
from jambo.core.job.deliveries import Deliveries, Need, Thing
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import called_out, exact_text
from jambo.core.quantities.tape import Tape, show
from jambo.core.words.lists import WORDS, Region, fill, listed
from jambo.views.opening.result import told_on

# what a leaf is called by: told in both writings wherever somebody buys or checks
_CALLED = frozenset({"kit", "inches", "other", "first", "last", "width"})


class FindingOut(TypedDict):
    """One reason of a verdict, with its cure."""

    code: str
    level: VerdictLevel
    reason: str
    cure: str


class VerdictOut(TypedDict):
    """What a check comes to, for one opening; `minutes` is the work by rule."""

    opening: int
    mark: str
    level: VerdictLevel
    minutes: int
    findings: list[FindingOut]


class MeasuredOut(TypedDict):
    """A measure under what it was asked: as it is shown, and `written` exactly, to be measured again from."""

    key: str
    label: str
    text: str
    written: str


class BuildOut(TypedDict):
    """What building an opening to a thing takes."""

    opening: int
    mark: str
    minutes: int
    findings: list[FindingOut]


class ThingOut(TypedDict):
    """A thing that came: what was measured of it, the verdict for what it was bought for (in bulk, for each opening), and where it serves best.

    `place` is None where it serves nowhere or nothing needs it; `given` names the opening it was given to, and `given_line` the
    line of the record that says so. `surplus` says that nothing it was bought for needs it.
    """

    came: int
    n: int
    order: int
    item: str
    label: str
    detail: str
    supplier: str
    count: int
    checked: int
    measured: list[MeasuredOut]
    meant: list[VerdictOut]
    place: VerdictOut | None
    surplus: bool
    given: str
    given_line: int | None
    build: list[BuildOut]


class MoveOut(TypedDict):
    """A thing put to an opening."""

    came: int
    n: int
    opening: int


class SwapOut(TypedDict):
    """Things that change places, said in a sentence, and the moves that do it."""

    text: str
    moves: list[MoveOut]


class DeliveryOut(TypedDict):
    """Everything that came for a job's openings, where it goes, and what changes places."""

    things: list[ThingOut]
    swaps: list[SwapOut]


def finding_out(finding: Finding, tape: Tape, words: Region) -> FindingOut:
    """Put a finding into words on the crew's tape; a leaf's size in both writings."""

    def said(name: str, value: Length | str) -> str:
        if isinstance(value, str):
            return value.format(**WORDS[words]) if "{" in value else value
        text = show(value, tape, "up").text if name in ROUNDED_UP else show(value, told_on(value, tape)).spoken
        called = called_out(value) if name in _CALLED and tape.unit == "in" else ""
        return f"{called} ({text})" if called else text

    values = {name: said(name, value) for name, value in finding.values.items()}
    of = finding.words
    return {
        "code": finding.code,
        "level": of.level,
        "reason": fill(of.reason, words, **values),
        "cure": fill(of.cure, words, **values),
    }


def verdict_out(need: Need, verdict: Verdict, tape: Tape, words: Region) -> VerdictOut:
    """A verdict in words."""
    return {
        "opening": need.opening,
        "mark": need.mark,
        "level": verdict.level,
        "minutes": verdict.minutes,
        "findings": [finding_out(f, tape, words) for f in verdict.findings],
    }


def delivery_out(of: Deliveries, tape: Tape, words: Region) -> DeliveryOut:
    """Tell what came and where it goes.

    Args:
        of: what came and what is needed; tape, words: to tell it in.
    """
    placed, best = of.to_place, of.best()
    taken = {j for j in best if j is not None}
    rows: list[ThingOut] = []
    for i, thing in enumerate(placed.things):
        j, meant = best[i], placed.meant[i]
        row = _thing_out(thing, tape, words)
        row["surplus"] = meant is None and not thing.kind.bulk
        row["meant"] = [*_told_meant(of, thing, meant, tape, words)]
        if j is not None and thing.measures is not None:
            row["place"] = _told_of(of, thing, placed.needs[j], tape, words, meant=j == meant)
        elif j is not None:
            need = placed.needs[j]
            row["place"] = verdict_out(need, Verdict(()), tape, words)
        elif thing.measures is not None and not thing.kind.bulk and row["meant"]:
            row["build"] = [
                _build_out(need, findings, tape, words)
                for need, findings in of.building(i)
                if placed.needs.index(need) not in taken
            ]
        rows.append(row)
    rows += _given_out(of, tape, words)
    return {"things": rows, "swaps": [*_swaps(of, best, tape, words)]}


def _measured_out(thing: Thing, tape: Tape, words: Region) -> Iterator[MeasuredOut]:
    """What was measured, on the crew's tape; what is printed on a carton as it is printed."""
    read = thing.measures or Measures()
    for one in thing.kind.asked:
        text = written = thing.texts.get(one.key, "")
        if one.choices:
            text = dict(one.choices).get(text, text)
        elif one.key in read.lengths and one.key != PRINTED:
            length = read.lengths[one.key]
            text, written = show(length, told_on(length, tape)).text, exact_text(length, tape.unit)
        if text:
            yield {"key": one.key, "label": fill(one.label, words), "text": text, "written": written}


def _thing_out(thing: Thing, tape: Tape, words: Region) -> ThingOut:
    return {
        "came": thing.came, "n": thing.n, "order": thing.order, "item": thing.item, "label": thing.of.label,
        "detail": thing.of.detail, "supplier": thing.of.from_, "count": thing.count, "checked": thing.checked,
        "measured": [*_measured_out(thing, tape, words)],
        "meant": [], "place": None, "surplus": False, "given": "", "given_line": None, "build": [],
    }  # fmt: skip


def _told_meant(of: Deliveries, thing: Thing, meant: int | None, tape: Tape, words: Region) -> Iterator[VerdictOut]:
    """The verdict for what it was bought for: in bulk, for each opening that needs some."""
    placed = of.to_place
    if thing.measures is None:
        return
    if thing.kind.bulk:
        yield from tried(thing, placed.needs, tape, words)
    elif meant is not None and (found := _told_of(of, thing, placed.needs[meant], tape, words, meant=True)) is not None:
        yield found


def _told_of(of: Deliveries, thing: Thing, need: Need, tape: Tape, words: Region, *, meant: bool) -> VerdictOut | None:
    verdict = of.verdict(thing, need, meant=meant)
    return verdict_out(need, verdict, tape, words) if verdict is not None else None


def _build_out(need: Need, findings: Sequence[Finding], tape: Tape, words: Region) -> BuildOut:
    return {
        "opening": need.opening,
        "mark": need.mark,
        "minutes": sum(f.words.minutes for f in findings),
        "findings": [finding_out(f, tape, words) for f in findings],
    }


def _given_out(of: Deliveries, tape: Tape, words: Region) -> Iterator[ThingOut]:
    """The things that were given to openings, by the newest line that says so."""
    by_line: dict[int, list[Thing]] = {}
    for thing in of.all:
        by_line.setdefault(thing.came, []).append(thing)
    marks = {need.opening: need.mark for need in of.needs}
    for given in of.given:
        things = by_line.get(given.event.came, [])
        if things:
            row = _thing_out(things.pop(0), tape, words)
            row["given"], row["given_line"] = marks.get(given.opening or 0, ""), given.id
            yield row


def _swaps(of: Deliveries, best: Sequence[int | None], tape: Tape, words: Region) -> Iterator[SwapOut]:
    """What changes places, those that hang together in one sentence."""
    placed = of.to_place
    for chain in of.swaps(best):
        moves: list[MoveOut] = [
            {"came": placed.things[i].came, "n": placed.things[i].n, "opening": need.opening} for i, need in chain
        ]
        yield {"text": ". ".join(_said(of, i, need, tape, words) for i, need in chain) + ".", "moves": moves}


def _said(of: Deliveries, i: int, need: Need, tape: Tape, words: Region) -> str:
    """One thing's move: "The leaf that came for 104 serves 108 as it is"."""
    placed = of.to_place
    thing, meant = placed.things[i], placed.meant[i]
    whose = f" that came for {placed.needs[meant].mark}" if meant is not None else f" to spare, {thing.of.detail},"
    verdict = of.verdict(thing, need, meant=False)
    how = "as it is"
    if verdict is not None and verdict.minutes:
        cures = [finding_out(f, tape, words)["cure"].rstrip(".") for f in verdict.findings if f.words.minutes]
        how = "after this: " + listed([f"{cure[:1].lower()}{cure[1:]}" for cure in cures])
    called = thing.of.label[:1].lower() + thing.of.label[1:]
    return f"The {called}{whose} serves {need.mark} {how}"


def tried(thing: Thing, needs: Sequence[Need], tape: Tape, words: Region) -> list[VerdictOut]:
    """The verdicts on a thing that is being measured: for what it was bought for, one for each opening.

    Args:
        thing: with its measures; needs: of the job; tape, words: to tell it in.
    """
    found: dict[int, VerdictOut] = {}
    for need in needs:
        if need.item.is_of(thing.of.key) and thing.measures is not None and need.opening not in found:
            verdict = need.of.verdict(need.item, need.leaf, thing.measures, meant=True)
            if verdict is not None:
                found[need.opening] = verdict_out(need, verdict, tape, words)
    return [*found.values()]
