"""What was found, set and hung, as JSON gives it: readings against each other, the slot, stations, drift, sweep, moves."""

from __future__ import annotations

from fractions import Fraction
from functools import cache
from math import hypot
from typing import Any

from typing_extensions import TypedDict

from jambo.core import rules as house
from jambo.core.facts.readings import FIRST, PLACES, SIGN, TAPED_FROM, Reading, asked_at, places_of
from jambo.core.frames.registry import kind_of_frame
from jambo.core.hanging.hang import Hang, HangCheck
from jambo.core.hanging.moves import HangMove
from jambo.core.hanging.nudges import Nudge
from jambo.core.kinds.kind import AsFound
from jambo.core.quantities import names
from jambo.core.quantities.figure import Figures
from jambo.core.quantities.length import ZERO, Length, size, total
from jambo.core.quantities.millimetres import as_length, in_mm
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import SAME, Tape, Unit, show
from jambo.core.setting.ladder import Ladder, Rung
from jambo.core.setting.plan import SetPlan
from jambo.core.setting.shims import flats
from jambo.core.setting.stations import Station
from jambo.core.setting.steps import set_by
from jambo.core.survey.adjust import Adjusted, Adjustment
from jambo.core.survey.shape import Face, Found
from jambo.core.words.lists import WORDS, Words, fill
from jambo.format.facts import Facts

CURVE = 24  # points a face is drawn with; the figures come from the exact curve


class ReadingOut(TypedDict):
    """A reading in words: what was read, what all together say, how far it is off them."""

    index: int
    place: str
    label: str
    read: str
    fitted: str | None
    off: str | None
    suspect: bool
    alone: bool


class AskOut(TypedDict):
    """A place that can be read, in the order of the round; `first` says that it tells early whether the hole will do, `planned` what it
    would be as planned, on the tape, and `against` the same exactly, to hold a reading against; `starts` are the digits it will begin with, where that saves taps."""

    place: str
    label: str
    how: str
    written: str
    kind: str
    ways: list[str]
    phase: str
    needs_at: bool
    round: bool
    first: bool
    planned: str | None
    against: str | None
    read: bool
    starts: str
    taped: list[str]


class FaceOut(TypedDict):
    """A stud's face from foot to head as x, y points in millimetres; `a` and `b` its edges on sides A and B."""

    a: list[float]
    b: list[float]


class FoundOut(TypedDict):
    """The shape as found, from side A: faces, header and floor, in millimetres from the left foot."""

    left: FaceOut
    right: FaceOut
    header: list[float]
    floor: list[float]
    height: float


class StationOut(TypedDict):
    """A place to shim: the gap there and what goes in, in words, and from which side."""

    name: str
    label: str
    side: str
    y: float
    up: str
    figure: str
    gap_mm: float
    block_mm: float
    pack: str
    pieces: int
    enter: str


class StockFitOut(TypedDict):
    """A stock leaf against this hole."""

    leaf: str
    room: str
    head: str | None
    verdict: str


class BlockOut(TypedDict):
    """A block on the hinge stud: its figure and how high up it goes."""

    figure: str
    up: str


class SetOut(TypedDict):
    """Where the frame stands: the slot, the stations in nailing order, and the stock that would go in."""

    verdict: str
    said: str
    set_by: str
    hinge: FaceOut
    strike: FaceOut
    x: float
    tilt: float
    outside: float
    height: float
    low: float
    high: float
    low_at: float
    high_at: float
    stations: list[StationOut]
    blocks: list[BlockOut]
    pieces: int
    stock: list[StockFitOut]
    frames: list[StockFitOut]


class RungOut(TypedDict):
    """One thing that may give way for a frame too tall: where it is chosen, what it takes or would take."""

    rung: str
    path: str
    label: str
    chosen: bool
    takes: str


class LadderOut(TypedDict):
    """A frame too tall for its hole: by how much, what may give way, and what is left of it."""

    said: str
    rungs: list[RungOut]
    left: str | None


class ReleaseOut(TypedDict):
    """The leaf let go at an angle."""

    angle: int
    does: str


class HangOut(TypedDict):
    """How the leaf hangs: what it does let go, and the clearance over its swing as angle, millimetres pairs."""

    lets: list[ReleaseOut]
    said: str
    measured: bool
    curve: list[float]
    opens: int
    least_angle: float | None
    wanted: float


class GapOut(TypedDict):
    """A gap read after setting, what it should be, and what the moves make of it."""

    place: str
    label: str
    read: str
    target: str
    good: bool
    after: str


class CheckOut(TypedDict):
    """The check after setting: gaps, moves in work words, and whether it can be signed off."""

    gaps: list[GapOut]
    unread: list[str]
    moves: list[str]
    missed: list[str]
    done: bool


class AsFoundOut(TypedDict):
    """Everything that follows from the readings."""

    asks: list[AskOut]
    readings: list[ReadingOut]
    next: str | None
    contradicts: bool
    shape: FoundOut | None
    set: SetOut | None
    ladder: LadderOut | None
    hang: HangOut | None
    check: CheckOut | None


WAYS = {
    "opening": "into the opening", "away": "away from it", "A": "to side A", "B": "to side B", "left": "left end high",
    "right": "right end high", "up": "rises away from the wall", "down": "falls away from the wall", "strike": "toward the {strike}",
    "hinge": "toward the hinge {stud}", "swing": "toward the swing", "closed": "away from the swing",
}  # fmt: skip


def _said(length: Length, tape: Tape) -> str:
    return show(length, tape).spoken


@cache
def _fine(tape: Tape) -> Tape:
    """Half the crew's finest mark: what gaps and residuals are worth telling to."""
    return Tape.marked(tape.unit, min(tape.step, Fraction(1, 32) if tape.unit == "in" else Fraction(1, 2)))


def reading_words(reading: Reading, tape: Tape, words: Words, value: Length | None = None) -> str:
    """A reading (or another value for it) as one carpenter calls it to another."""
    amount = reading.signed if value is None else value
    ways = PLACES[reading.place].ways
    text = show(size(amount), _fine(tape)).text if value is not None else _said(size(amount), _fine(tape))
    if reading.over is not None:
        text += f" over {_said(reading.over, tape)}"
    if ways and amount != ZERO:
        way = next(w for w in ways if SIGN.get(w, 1) == (1 if amount > ZERO else -1))
        text += ", " + WAYS[way].format(**WORDS[words])
    if reading.at is not None:
        text += f" at {_said(reading.at, tape)}"
    return ", ".join(filter(None, (text, TAPED_FROM[reading.taped_from])))


def _face(face: Face, height: float) -> FaceOut:
    ys = [height * n / CURVE for n in range(CURVE + 1)]
    edges: FaceOut = {"a": [], "b": []}
    for y in ys:
        middle, twist = face.middle(y), face.twisted(y)
        edges["a"] += [round(middle + twist / 2, 3), round(y, 3)]
        edges["b"] += [round(middle - twist / 2, 3), round(y, 3)]
    return edges


def _shape(found: Found) -> FoundOut:
    wide = found.right.start
    height = min(h for h in (found.header_left, found.header_right, found.span) if h is not None)
    left, right = found.header_left or found.span, found.header_right or found.span
    right_face = _face(found.right, height)
    # the right face's twist opens the other way
    return {
        "left": _face(found.left, height),
        "right": {"a": right_face["b"], "b": right_face["a"]},
        "header": [
            0.0,
            round(left, 3),
            wide / 2,
            round((left + right) / 2 + found.sag, 3),
            round(wide, 3),
            round(right, 3),
        ],
        "floor": [0.0, 0.0, round(wide, 3), round(found.floor_right, 3)],
        "height": round(height, 3),
    }


def _row(
    i: int, reading: Reading, by: Adjusted | None, suspect: tuple[int, ...], facts: Facts, words: Words
) -> ReadingOut:
    tape = facts.tape
    fine = _fine(tape)
    checked = by is not None and by.sigmas is not None
    return {
        "index": i,
        "place": reading.place,
        "label": fill(asked_at(reading.place, pair=facts.opening.pair).label, words),
        "read": reading_words(reading, tape, words),
        "fitted": reading_words(reading, tape, words, by.fitted) if by is not None and checked else None,
        "off": show(size(by.off), fine).text if by is not None and checked else None,
        "suspect": bool(suspect),
        "alone": len(suspect) == 1,
    }


def _readings(adjustment: Adjustment | None, facts: Facts, words: Words) -> list[ReadingOut]:
    by = {a.reading.path: (n, a) for n, a in enumerate(adjustment.adjusted)} if adjustment else {}
    guilty = {n: s.indices for s in (adjustment.suspects if adjustment else ()) for n in s.indices}
    rows = []
    for i, reading in enumerate(facts.opening.survey.readings):
        n, adjusted = by.get(reading.path, (-1, None))
        rows.append(_row(i, reading, adjusted, guilty.get(n, ()), facts, words))
    return rows


def _pack(station: Station, tape: Tape, words: Words, habit: Unit) -> str:
    """What goes in, in work words."""
    pack, fine = station.pack, _fine(tape)
    if station.gap < -SAME[habit]:
        return fill("the {stud} stands in its way", words).lower()
    if pack.block:
        return fill("a block on the {stud} first: wider than {shim}s fill", words).lower()
    if station.pieces == 0:
        return "touches: nothing"
    parts = []
    if station.blocks:
        stack = " + ".join(_said(b, fine) for b in sorted(station.blocks, reverse=True))
        parts.append(fill("a block of " if len(station.blocks) == 1 else "blocks of ", words).lower() + stack)
    if pack.cut is not None:
        parts.append(_cut_wedge(pack.cut, fine))
    if pack.flats:
        sizes = [_said(f, fine) for f in pack.flats]
        parts.append("flat " + " + ".join(sizes))
    if pack.pair is not None:
        past = show(pack.pair, tape).digits != "0"
        tips = f"{_said(pack.pair, tape)} past each other" if past else "just meeting"
        parts.append(fill("a pair of {shim}s, tips ", words).lower() + tips)
    if pack.single:
        parts.append(fill("one {shim}'s thin end", words).lower())
    if pack.wedge:
        count = {1: "one more", 2: "two more"}[pack.wedge] if parts else {1: "one", 2: "two"}[pack.wedge]
        parts.append(f"{count} from side {station.enter}, thick end there")
    return " and ".join(parts)


def _cut_wedge(cut: tuple[Length, Length], tape: Tape) -> str:
    """A wedge that no shim has: its two thicknesses; where one is nothing the stud's proud edge comes off."""
    if min(cut) <= ZERO:
        return f"plane the stud's edge on side {'A' if cut[0] < cut[1] else 'B'}: it stands in the way"
    return f"a wedge cut to {_said(cut[0], tape)} on side A and {_said(cut[1], tape)} on side B"


def _station(station: Station, facts: Facts, words: Words) -> StationOut:
    place, tape = station.place, facts.tape
    return {
        "name": place.name,
        "label": fill(place.label, words),
        "side": place.side,
        "y": round(place.y, 3),
        "up": show(as_length(place.y), tape).text,
        "figure": place.gap,
        "gap_mm": float(station.gap.nm) / 1e6,
        "pack": _pack(station, tape, words, facts.rules.habit),
        "block_mm": float(total(station.blocks).nm) / 1e6,
        "pieces": station.pieces,
        "enter": station.enter,
    }


VERDICTS = {"fits": "It fits", "work": "It fits with work", "no": "It does not fit"}


def _as_far(adjustment: Adjustment | None) -> str:
    """What the verdict stands on, where it is less than the whole of a sound survey."""
    if adjustment is not None and adjustment.could_be:
        return ", with the readings in doubt taken at their worst."
    return ", as far as it was read." if adjustment is not None and adjustment.assumed else "."


def _set(plan: SetPlan, facts: Facts, words: Words, adjustment: Adjustment | None) -> SetOut:
    tape, height = facts.tape, plan.stand.height
    strike = _face(plan.strike, height)
    return {
        "verdict": plan.verdict,
        "said": VERDICTS[plan.verdict] + _as_far(adjustment),
        "set_by": fill(set_by(facts.opening), words),
        "hinge": _face(plan.hinge, height),
        "strike": {"a": strike["b"], "b": strike["a"]},
        "x": plan.stand.x, "tilt": plan.stand.tilt, "outside": plan.stand.outside, "height": height,
        "low": plan.room.low, "high": plan.room.high, "low_at": plan.room.low_at, "high_at": plan.room.high_at,
        "stations": [_station(s, facts, words) for s in plan.stations],
        "blocks": [{"figure": name, "up": show(as_length(y), tape).text} for name, y in plan.blocks],
        "frames": [
            {
                "leaf": show(f.thickness, tape).text,
                "room": show(f.room, tape, "down").text,
                "head": None,
                "verdict": f.verdict,
            }
            for f in plan.frames
        ],
        "pieces": plan.pieces,
        "stock": [
            {
                "leaf": f"{show(s.width, tape).digits} × {show(s.height, tape).digits} {tape.unit}",
                "room": show(s.room, tape, "down").text,
                "head": show(s.head, tape, "down").text if s.head is not None else None,
                "verdict": s.verdict,
            }
            for s in plan.stock
        ],
    }  # fmt: skip


RUNGS: dict[Rung, tuple[str, str]] = {
    "legs": ("opening.setting.cut_legs", "Cut both {leg}s: {leaf} and floor gap come down with them"),
    "leaf": ("opening.setting.trim_leaf", "Trim the {leaf}'s bottom, where the gap then lacks"),
    "under": ("opening.setting.lower_under", "Lower what it stands on"),
    "header": ("opening.setting.raise_header", "Raise the {header}"),
}


def _ladder(ladder: Ladder, facts: Facts, words: Words) -> LadderOut:
    tape, least = facts.tape, _said(facts.rules.value(house.HEAD_PLAY_LEAST), facts.tape)
    over = f"It stands {_said(-ladder.head, tape)} taller than the hole" if ladder.head < ZERO else "It just goes in"
    left = ladder.left >= SAME[facts.rules.habit]
    return {
        "said": fill(f"{over}; {least} over the {{head}} is wanted.", words),
        "rungs": [
            {
                "rung": step.rung,
                "path": RUNGS[step.rung][0],
                "label": fill(RUNGS[step.rung][1], words),
                "chosen": step.chosen,
                "takes": _said(step.takes, tape),
            }
            for step in ladder.steps
        ],
        "left": show(ladder.left, tape, "up").text if left else None,
    }


def _hang(hang: Hang, facts: Facts) -> HangOut:
    rest = hang.rest
    moving = any(r.does != "stays" for r in hang.releases)
    said = "It stays where it is left."
    if moving and rest is not None:
        said = f"Left alone it settles {'shut' if rest <= 0 else f'at {rest:.0f} degrees' if rest < facts.opening.setting.opens else 'fully open'}."
    return {
        "lets": [{"angle": r.angle, "does": r.does} for r in hang.releases],
        "said": said,
        "measured": hang.measured,
        "curve": [v for angle, clear in hang.curve for v in (float(angle), round(clear, 3))],
        "opens": facts.opening.setting.opens,
        "least_angle": hang.sweep.angle if hang.sweep is not None else None,
        "wanted": float(facts.rules.value(house.FLOOR_GAP_LEAST).nm) / 1e6,
    }


MOVES = {
    ("card_top", 1): "Top hinge: put {by} of card behind it; the {leaf} goes toward the {strike} there.",
    ("card_top", -1): "Top hinge: let it in {by} deeper; the {leaf} goes toward the hinge {leg} there.",
    ("card_foot", 1): "Bottom hinge: put {by} of card behind it; the {leaf} goes toward the {strike} there.",
    ("card_foot", -1): "Bottom hinge: let it in {by} deeper; the {leaf} goes toward the hinge {leg} there.",
    ("pack_top", 1): "Hinge {leg}, at the top hinge: add {by} behind it, into the opening.",
    ("pack_top", -1): "Hinge {leg}, at the top hinge: draw it {by} to its {stud} with the long screw.",
    ("pack_foot", 1): "Hinge {leg}, at the bottom hinge: add {by} behind it, into the opening.",
    ("pack_foot", -1): "Hinge {leg}, at the bottom hinge: draw it {by} to its {stud} with the long screw.",
    ("strike_top", 1): "{strike} {leg}, top: ease it {by} toward its {stud}.",
    ("strike_top", -1): "{strike} {leg}, top: add {by} behind it, into the opening.",
    ("strike_latch", 1): "{strike} {leg}, at the latch: ease it {by} toward its {stud}.",
    ("strike_latch", -1): "{strike} {leg}, at the latch: add {by} behind it, into the opening.",
    ("strike_foot", 1): "{strike} {leg}, foot: ease it {by} toward its {stud}.",
    ("strike_foot", -1): "{strike} {leg}, foot: add {by} behind it, into the opening.",
    ("leg_height", 1): "{strike} {leg}: raise it {by} off the floor.",
    ("leg_height", -1): "{strike} {leg}: let it down {by}, its foot shortened.",
}
# Of a pair the strike is the other leaf, and each leaf has its own leg
_PAIRED: dict[tuple[str, int], str] = {
    ("card_top", 1): "top hinge: put {by} of card behind it; it goes toward the other {leaf} there.",
    ("card_top", -1): "top hinge: let it in {by} deeper; it goes toward its {leg} there.",
    ("card_foot", 1): "bottom hinge: put {by} of card behind it; it goes toward the other {leaf} there.",
    ("card_foot", -1): "bottom hinge: let it in {by} deeper; it goes toward its {leg} there.",
    ("pack_top", 1): "its {leg}, at the top hinge: add {by} behind it, into the opening.",
    ("pack_top", -1): "its {leg}, at the top hinge: draw it {by} to its {stud} with the long screw.",
    ("pack_foot", 1): "its {leg}, at the bottom hinge: add {by} behind it, into the opening.",
    ("pack_foot", -1): "its {leg}, at the bottom hinge: draw it {by} to its {stud} with the long screw.",
    ("leg_height", 1): "its {leg}: raise it {by} off the floor.",
    ("leg_height", -1): "its {leg}: let it down {by}, its foot shortened.",
}


def _move(name: HangMove, way: int, *, pair: bool) -> str:
    """A move in work words, a template over the word list; of a pair it names the leaf."""
    if not pair:
        return MOVES[name, way]
    which, base = ("Fixed", name.removeprefix("fixed_")) if name.startswith("fixed_") else ("Active", name)
    return f"{which} {{leaf}}, {_PAIRED[base.removeprefix('active_'), way]}"


LEGS = {"hinge": "hinge {leg}", "strike": "{strike} {leg}", "stop": "stop"}
ENDS = {"top": "top", "latch": "at the latch", "foot": "foot"}
CARD = {"in": Length.inches("1/16"), "mm": Length.mm("1.5")}  # up to so much a card does it


def _packed(by: Length, habit: Unit, tape: Tape) -> str:
    """What makes up a pack of so much: flat pieces where they come to it, card where it is thin, else a pair."""
    pieces = flats(by, habit)
    if sum(pieces, ZERO) == by:
        return "flat " + " + ".join(_said(piece, tape) for piece in pieces)
    return "card" if by <= CARD[habit] else "a pair of {shim}s"


def _nudge(move: Nudge, facts: Facts, words: Words) -> str:
    """A move of a leg's end, or of the stop, in work words."""
    fine, steel = _fine(facts.tape), not kind_of_frame(facts.opening.frame).legs_cut
    where = f"{LEGS[move.what]}, {ENDS[move.end]}"
    said = f"move it {{by}} through the wall, toward side {move.way}."
    if move.what == "stop":
        said = f"plant it {{by}} nearer the {{leaf}}, toward side {move.way}."
    elif move.way == "in":
        pack = _packed(move.by, facts.rules.habit, fine)
        said = (
            "draw it {by} into the opening, and hold it with a spreader."
            if steel
            else f"add {{by}} behind it, into the opening ({pack})."
        )
    elif move.way == "out":
        said = "spread it {by} toward its {stud}." if steel else "ease it {by} toward its {stud}."
    return fill(f"{where}: {said}", words, by=_said(move.by, fine))


def _check(check: HangCheck, facts: Facts, words: Words) -> CheckOut:
    fine, pair = _fine(facts.tape), facts.opening.pair
    rows = [
        (row, {"place": row.reading.place, "label": fill(asked_at(row.reading.place, pair=pair).label, words), "read": _said(row.reading.value, fine),
               "target": _said(row.target, fine), "good": row.good, "after": _said(row.after, fine)})
        for row in check.rows
    ]  # fmt: skip
    moves = [
        fill(_move(name, 1 if by > ZERO else -1, pair=pair), words, by=_said(size(by), fine))
        for name, by in check.moves
    ]
    moves += [_nudge(move, facts, words) for move in check.nudges]
    missed = [
        f"{fill(asked_at(place, pair=pair).label, words)}: {_said(size(by), fine)} too {'small' if by < ZERO else 'wide'}"
        for place, by in check.missed
    ]
    gaps: list[Any] = [out for _, out in rows]
    return {
        "gaps": gaps, "unread": [fill(asked_at(p, pair=pair).label, words) for p in check.unread],
        "moves": moves, "missed": missed, "done": check.done,
    }  # fmt: skip


def _planned(place: str, figures: Figures) -> Length | None:
    """What a place would read in the hole as it was planned, or as its door would like it where the hole stands."""
    wide, tall = (
        figures.value(planned if figures.value(liked) is None else liked)
        for liked, planned in ((names.LIKED_WIDTH, names.RO_WIDTH), (names.LIKED_HEIGHT, names.RO_HEIGHT))
    )
    if place.startswith("diagonal") and wide is not None and tall is not None:
        return as_length(hypot(in_mm(wide), in_mm(tall)))
    return tall if place.startswith("height") else wide if place.startswith("width") else None


def _starts(expected: Length | None, tape: Tape) -> str:
    """The leading digits of what will be read, all but the last two of four: by the opening as it is known so far."""
    if tape.unit != "mm":
        return ""
    whole = show(expected, tape).digits.partition(".")[0] if expected is not None else ""
    return whole[:-2] if len(whole) == 4 else ""


def asks(facts: Facts, figures: Figures, words: Words) -> list[AskOut]:
    """The places that can be read, in the order of the round."""
    read, pair = {r.place for r in facts.opening.survey.readings}, facts.opening.pair
    return [
        {
            "place": place, "label": fill(a.label, words), "how": fill(a.how, words), "written": a.written, "kind": a.kind,
            "ways": list(a.ways), "taped": list(a.taped), "phase": a.phase, "needs_at": a.needs_at, "round": a.round, "read": place in read,
            "first": place in FIRST, "planned": None if planned is None else show(planned, facts.tape, "up").text,
            "against": None if planned is None else exact_text(planned, facts.tape.unit),
            "starts": _starts(planned, facts.tape),
        }
        for place in places_of(pair=pair)
        if (a := asked_at(place, pair=pair))
        for planned in (_planned(place, figures),)
    ]  # fmt: skip


def as_found_out(found: AsFound, facts: Facts, figures: Figures, words: Words) -> AsFoundOut:
    """Give what follows from the readings, in the crew's tape and words."""
    listed = asks(facts, figures, words)
    adjustment = found.adjustment
    return {
        "asks": listed,
        "readings": _readings(adjustment, facts, words),
        "next": next((a["place"] for a in listed if a["round"] and a["phase"] == "survey" and not a["read"]), None),
        "contradicts": adjustment is not None and adjustment.contradicts,
        "shape": _shape(found.shape) if found.shape is not None else None,
        "set": _set(found.plan, facts, words, adjustment) if found.plan is not None else None,
        "ladder": _ladder(found.ladder, facts, words) if found.ladder is not None else None,
        "hang": _hang(found.hang, facts) if found.hang is not None else None,
        "check": _check(found.check, facts, words) if found.check is not None else None,
    }
