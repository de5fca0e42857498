"""Reading a pencilled line (handbook 26): every stretch is heard as something, becomes the room, or is asked about."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable, Iterator, Mapping
from functools import cache
from types import MappingProxyType

from jambo.core.facts.leaf import STOCK_HEIGHTS, STOCK_THICKNESSES, STOCK_WIDTHS
from jambo.core.lines.line import Floor, FloorLayer, LineFacts, Meaning, ReadLine, Token, TokenOf
from jambo.core.lines.vocabulary import (
    AFTER,
    ASKED,
    BEFORE,
    CALLED,
    EDGES_MM,
    FEET,
    FLOORS,
    INCH,
    LENGTH,
    SLIDES,
    STRANGE,
    WORDS,
    word,
)
from jambo.core.quantities.figure import HALF
from jambo.core.quantities.length import Length
from jambo.core.quantities.notation import SIGNS, NotALength, ParsedLength, read
from jambo.core.quantities.tape import OTHER, Unit

LONGEST = 200
MOST_ROOM, MOST_MARK = 80, 20
MOST_AT_ONCE = 99  # openings one line may stand for
ACCEPTED = 'write a door as on a list: "101 2868 RH", "pocket 2-6 x 6-8", "x3 762x1981 LH kitchen"'


class NotALine(ValueError):
    """The text is no line of a list. `reason` says why, `accepted` what would do."""

    def __init__(self, reason: str, accepted: str = ACCEPTED) -> None:
        super().__init__(f"{reason}; {accepted}")
        self.reason = reason
        self.accepted = accepted


_STOCK_WIDTHS = frozenset(map(Length.inches, STOCK_WIDTHS["in"]))
_STOCK_HEIGHTS = frozenset(
    [*map(Length.inches, STOCK_HEIGHTS["in"]), *map(Length.inches, (78, 82)), *map(Length.mm, STOCK_HEIGHTS["mm"])]
)


def _millimetric(length: ParsedLength) -> bool:
    return length.reading.endswith("mm")


def written(length: ParsedLength) -> str:
    """Tape text with the unit it was heard in."""
    return length.canonical("mm" if _millimetric(length) else "in")


def both_writings(length: ParsedLength) -> str:
    """An inch leaf size in both writings, 2-6 (30 in); any other as it was heard."""
    whole = length.length.in_inches()
    if whole.denominator == 1 and not _millimetric(length):
        return f"{whole // 12}-{whole % 12} ({whole} in)"
    return written(length)


# habits of writing, and the same plainly
HABITS = (
    (r"(?<=\d)(ft)(?=\d)", r"\1 "),  # 2ft8
    (r"\b(\d{4,5})([lr]hr?)\b", r"\1 \2"),  # 2668LH
    (r"\*(?=\s?\d)", "x"),  # 926*2040
    (r"(?<![\w/.-])(\d{3,4})/(\d{3,4})/(\d\d)(?![\w/.-])", r"\1x\2x\3"),  # 2040/820/35
    (r"(?<![\w/.-])(\d{3,4})/(\d{4})(?![\w/.-])", r"\1x\2"),  # 926/2040
    (r"\b(\d{4})/([lr]hr?)/", r"\1 \2 "),  # 2668/LH/bath
    (r"\b(\d+)\s*h\s*x\s*(\d+)\s*w\b", r"\2 x \1"),  # 2100h x 920w
    (r"\bw(?:idth)?\s*[:=]?\s*(\d+)[,\s]+h(?:eight)?\s*[:=]?\s*(?=\d)", r"\1 x "),  # w 30 h 80
    (r"\b(?:leaf|size|hand(?:ing)?)\s*[:=]?\s+(?=\d{3}|[lr]hr?\b|left\b|right\b)", ""),  # leaf 2668 hand LH
    (r"\((x\s?\d{1,3})\)", r"\1"),  # (x4)
    (r"^\s*(?=\S*\d)([\w./-]{1,8})[):.](?=\s)", r"\1"),  # 12) 12: 12.
    (r"(?<=\d)-(?=\s*x\s*\d|\s*$)", " shy"),  # 79 1/2-
    (r"(?<![\w./-])([1-9]) (\d|1[01]) x ([6-9]) (\d|1[01])(?![\w./-])", r"\1-\2 x \3-\4"),  # 2 10 x 6 8
)


def _clean(text: str) -> str:
    if len(text) > LONGEST:
        raise NotALine(f"{len(text)} characters are too long for one line, {LONGEST} at most")
    spaced = "".join(
        f" {unicodedata.normalize('NFKC', c)}" if unicodedata.category(c) == "No" else c for c in text.translate(SIGNS)
    ).translate(SIGNS)
    spaced = re.sub(r"[;\t]|,(?!\d)|(?<!\d),", " ", spaced)
    spaced = re.sub(r"(?<=\d)(\s*)(in|ft|mm|cm)\.(?!\w)", r"\1\2", spaced, flags=re.IGNORECASE)  # `32 in. x 80 in.`
    clean = re.sub(r"\s+", " ", "".join(c for c in spaced if c.isprintable() or c.isspace())).strip()
    for pattern, plain in HABITS:
        clean = re.sub(pattern, plain, clean, flags=re.IGNORECASE)
    if not clean:
        raise NotALine("nothing is written here")
    return clean


NO_FLOORS: Mapping[str, str] = MappingProxyType({})


class _Reader:
    """A line while it is read: what nobody has heard yet is `left`, what is heard becomes blanks there."""

    def __init__(self, text: str, unit: Unit, said: LineFacts, floors: Mapping[str, str] = NO_FLOORS) -> None:
        self.text, self.unit, self.said, self.floors = text, unit, said, floors
        self.left = text
        self.tokens: list[Token] = []

    def take(self, what: TokenOf, start: int, end: int, reading: str, choices: tuple[Meaning, ...] = ()) -> None:
        """Hear a stretch as something."""
        while end > start and self.text[end - 1] == " ":
            end -= 1
        self.tokens.append(Token(what, start, end, self.text[start:end], reading, choices))
        self.skip(start, end)

    def skip(self, start: int, end: int) -> None:
        """Leave a stretch to nobody."""
        self.left = self.left[:start] + "\0" * (end - start) + self.left[end:]

    def find(self, pattern: str) -> Iterator[re.Match[str]]:
        """Every place of a pattern in what is left, also those that begin inside one that was not taken."""
        at, rule = 0, _rule(pattern)
        while found := rule.search(self.left, at):
            yield found
            at = found.end() if self.left[found.start()] == "\0" else found.start() + 1

    def length(self, text: str, kind: str) -> ParsedLength | None:
        """Hear a length of a kind, in the habit's unit or else, a bare number, in the other one."""
        try:
            return heard_length(text, self.unit, kind)
        except NotALength:
            return None


@cache
def _rule(pattern: str) -> re.Pattern[str]:
    """A pattern compiled once: looking one up in `re` takes longer than looking for it in a line."""
    return re.compile(pattern, re.IGNORECASE)


def heard_length(text: str, unit: Unit, kind: str) -> ParsedLength:
    """Hear a length of a kind, in the habit's unit or else, a bare number, in the other one. Raises NotALength."""
    try:
        return read(text.strip(), unit, kind)
    except NotALength as error:
        try:
            return read(text.strip(), OTHER[unit], kind)
        except NotALength:
            raise error from None


def read_line(text: str, unit: Unit, floors: Mapping[str, str] = NO_FLOORS) -> ReadLine:
    """Read one door as it is pencilled on a list.

    Args:
        text: the line; a bare number is in `unit`, unless only the other unit makes a door of it.
        floors: the job's own floors by their names, in small letters, with their keys.

    Returns:
        What was heard, token by token in the order written, and the facts it says. What nobody understands is a token too.

    Raises:
        NotALine: nothing is written, or more than a line holds.

    Example:
        "101 2868 RH oak 3/4 | tile 5/8 kitchen" is mark 101, a leaf 32 by 80 in, hinges right, two floors and the room kitchen.
    """
    said = LineFacts()
    clean = _clean(text)
    return ReadLine(clean, _tokens(_Reader(clean, unit, said, floors)), settled(said))


def tokens_of(said: LineFacts, text: str, unit: Unit, floors: Mapping[str, str] = NO_FLOORS) -> tuple[Token, ...]:
    """Hear a text token by token, in the order written, and add its facts to those said already. Raises NotALine."""
    return _tokens(_Reader(_clean(text), unit, said, floors))


def _tokens(reader: _Reader) -> tuple[Token, ...]:
    for hear in HEARERS:
        hear(reader)
    return tuple(sorted(reader.tokens, key=lambda t: t.start))


def settled(said: LineFacts) -> LineFacts:
    """The hand of what slides is the way it slides."""
    if said.kind in ("pocket", "face_slider") and said.hinge_side is not None:
        said.slides_to, said.hinge_side, said.opens_to = said.hinge_side, None, None
    return said


# ---- floors


def _layers(reader: _Reader, text: str) -> Floor | None:
    found: list[FloorLayer] = []
    upward = re.split(r"\s*\+\s*", text)
    # `tile over ply` names the upper one first, `ply + tile` the lower
    parts = [part for some in upward for part in reversed(re.split(r"\s+(?:over|on)\s+", some, flags=re.IGNORECASE))]
    for part in parts:
        match = re.fullmatch(
            rf"\s*(?:(?P<name>{FLOORS}|[a-z]+)\s+)?(?P<thick>{LENGTH})(?:\s+(?P<after>{FLOORS}|[a-z]+))?\s*",
            part,
            re.IGNORECASE,
        )
        if match is None or (thick := _layer(reader, match["thick"])) is None:
            return None
        name = (match["name"] or match["after"] or "").lower()
        found.append(FloorLayer("" if name.startswith("floor") else name, thick.canonical(reader.unit)))
    return tuple(found)


def _layer(reader: _Reader, text: str) -> ParsedLength | None:
    return reader.length(text, "layer")


def hear_floor(text: str, unit: Unit) -> tuple[Floor, str]:
    """Hear the floor of a side, such as `oak 3/4 + ply 1/2` or `bare`. Raises NotALine with what would be accepted."""
    layers: Floor | None = (
        ()
        if text.strip().lower() in ("bare", "-", "none", "nothing")
        else _layers(_Reader(text, unit, LineFacts()), text)
    )
    if layers is None:
        layers = _named_freely(text, unit)
    if layers is None:
        why = "does not say how thick it is" if re.fullmatch(FLOORS, text.strip(), re.IGNORECASE) else "is no floor"
        raise NotALine(f"“{text[:40]}” {why}", 'a name and a thickness, such as "oak 3/4" or "tile 12 mm"')
    return layers, _told(layers)


def _named_freely(text: str, unit: Unit) -> Floor | None:
    """Layers in a cell of their own, each by any name before its thickness: `old pine, kept 7/8 in + mat well 20 mm`."""
    found = []
    for part in text.split(" + "):
        match = re.fullmatch(rf"(?P<name>.*\S)\s+(?P<thick>{LENGTH})", part.strip(), re.IGNORECASE)
        if match is None:
            return None
        try:
            thick = heard_length(match["thick"], unit, "layer")
        except NotALength:
            return None
        found.append(FloorLayer(match["name"], thick.canonical(unit)))
    return tuple(found)


def _told(layers: Floor) -> str:
    return " and ".join(f"{one.name} {one.thickness}".strip() for one in layers) or "bare"


_NAMED = rf"(?:(?:{FLOORS})\s+{LENGTH}|{LENGTH}\s+(?:{FLOORS})\b)"
# `1st floor 101` is a storey
_NO_STOREY = "".join(
    rf"(?<!{one} )" for one in (*(rf"\d{n}" for n in ("st", "nd", "rd", "th")), "ground", "upper", "second", "third")
)
_LAYER = rf"(?:{LENGTH}\s+(?:{FLOORS})\b|(?:(?:{FLOORS}|[a-z]+)\s+)?{LENGTH})"
_ON = r"(?:\s*\+\s*|\s+(?:over|on)\s+)"
_CHAIN = rf"(?:{_LAYER}(?:{_ON}{_LAYER})*|bare)"


def _after_word(text: str) -> str:
    """A floor without the word of the trade before it: in `RH 3/4 |` the hand is no name of a floor."""
    name = re.match(r"\s*([a-z.]+)\s", text, re.IGNORECASE)
    taken = name is not None and any(re.fullmatch(w.pattern, name[1], re.IGNORECASE) for w in WORDS)
    return text[name.end() :] if name is not None and taken else text


def _job_floors(reader: _Reader) -> None:
    """A floor of the job by its own name: beside the bar that of its side, else of both.

    A name of one word that stands alone may be anything: `oak` in `oak room`. It counts beside the bar and beside the word floor; and never
    where a thickness stands at it: that says a layer.
    """
    bar = reader.left.find("|")
    for name in sorted(reader.floors, key=len, reverse=True):
        whole = rf"{BEFORE}(?:floor\s+)?{re.escape(name)}(?:\s+floor)?{AFTER}"
        for match in reader.find(whole):
            before, after = reader.left[: match.start()].rstrip(), reader.left[match.end() :].lstrip()
            thick = re.search(rf"{LENGTH}$", before) if bar != match.start() - 1 else None
            if thick or re.match(LENGTH, after) or (not name.strip() or match[0].strip() == ""):
                continue
            at_bar = before.endswith("|") or after.startswith("|")
            if not at_bar and " " not in match[0].strip():
                continue
            sides = ("b",) if before.endswith("|") else ("a",) if after.startswith("|") else ("a", "b")
            if any(getattr(reader.said, f"floor_{side}_from") for side in sides):
                continue
            for side in sides:
                setattr(reader.said, f"floor_{side}_from", reader.floors[name])
            which = f"side {sides[0].upper()}" if len(sides) == 1 else "both sides"
            reader.take("floor", match.start(), match.end(), f"{which}: {match[0].strip()}, as the job has it")
            break
    if bar >= 0 and reader.said.floor_a_from and reader.said.floor_b_from:
        reader.skip(bar, bar + 1)


def _two_floors(reader: _Reader) -> None:
    """`oak 3/4 | tile 5/8`: side A before the bar, side B after it."""
    bar = reader.left.find("|")
    if bar < 0:
        return
    # the longest chain before the bar that is one: in `2868 3/4 oak |` the call-out is none of it
    chains = re.finditer(rf"{BEFORE}(?=(?P<chain>{_CHAIN}\s*$))", reader.left[:bar], re.IGNORECASE)
    before = next(
        (m for m in chains if m["chain"].strip().lower() == "bare" or _layers(reader, _after_word(m["chain"]))), None
    )
    after = re.match(rf"\s*{_CHAIN}{AFTER}", reader.left[bar + 1 :], re.IGNORECASE)
    heard = []
    for side, match, offset in (("a", before, 0), ("b", after, bar + 1)):
        if match is None:
            continue
        whole = match.groupdict().get("chain") or match[0]
        text = _after_word(whole)
        start = match.start() + len(whole) - len(text)
        layers: Floor | None = () if text.strip().lower() == "bare" else _layers(reader, text)
        if layers is not None:
            setattr(reader.said, f"floor_{side}", layers)
            lead = len(text) - len(text.lstrip())
            heard.append((offset + start + lead, offset + start + len(text), f"side {side.upper()}: {_told(layers)}"))
    for start, end, reading in heard:
        reader.take("floor", start, end, reading)
    if heard:
        reader.skip(bar, bar + 1)


def _one_floor(reader: _Reader) -> None:
    """`oak 3/4` or `3/4 oak`: the same floor on both sides."""
    said = reader.said
    if said.floor_a is not None or said.floor_b is not None or said.floor_a_from or said.floor_b_from:
        return
    for match in reader.find(rf"{_NO_STOREY}{BEFORE}{_NAMED}(?:{_ON}{_LAYER})*{AFTER}"):
        layers = _layers(reader, match[0])
        if layers is not None:
            reader.said.floor_a = reader.said.floor_b = layers
            reader.take("floor", match.start(), match.end(), f"both sides: {_told(layers)}")
            return


def _more_floors(reader: _Reader) -> None:
    """A floor beside those of both sides is asked about."""
    for match in list(reader.find(rf"{_NO_STOREY}{BEFORE}{_NAMED}{AFTER}")):
        if "\0" not in reader.left[match.start() : match.end()]:
            reader.take("question", match.start(), match.end(), "a floor more than two sides have")


# ---- words, counts, hands


def _both_hands(reader: _Reader) -> None:
    """`LH/RH` says neither."""
    one = r"(?:LHR?|RHR?|left|right|(?-i:[LR]))"
    for match in list(reader.find(rf"{BEFORE}{one}\s*(?:/|or|&)\s*{one}{AFTER}")):
        reader.take("question", match.start(), match.end(), "both hands: say which")


def _hinges(reader: _Reader) -> None:
    """`3 hinges`, `1 1/2 pair of hinges`."""
    pairs = {"1": 2, "1 1/2": 3, "1-1/2": 3, "1.5": 3, "2": 4, "2 1/2": 5}
    one = r"(?:(?P<n>[2-5])|(?P<p>2 1/2|1[ -]1/2|1\.5|[12])\s*(?:prs?|pairs?)\.?(?: of)?)\s*(?:hinges|butts)"
    for match in reader.find(rf"{BEFORE}{one}{AFTER}"):
        reader.said.hinges = int(match["n"]) if match["n"] else pairs[match["p"]]
        reader.take("leaf", match.start(), match.end(), f"{reader.said.hinges} hinges")
        return


def _strange(reader: _Reader) -> None:
    strange = (word(STRANGE), "a kind of door that is not worked out here")
    for pattern, why in (strange, *((rf"{BEFORE}(?:{asked})(?![\w/'])", why) for asked, why in ASKED)):
        for match in list(_rule(pattern).finditer(reader.left)):
            if "\0" not in match[0]:
                reader.take("question", match.start(), match.end(), why)


_SWINGS = r"(?P<out>out)-?swing(?:ing)?|(?P<in>in)-?swing(?:ing)?|(?:swings?|swinging|opens?|opening) (?:(?P<outs>out)|in)(?:wards?)?"


def _swings(reader: _Reader) -> None:
    """`RH outswing` is RHR: seen from outside it opens toward you."""
    for match in list(reader.find(word(_SWINGS))):
        toward = bool(match["out"] or match["outs"])
        reverse = re.search(r"\b(?:[LR]HR|reverse)\b", reader.text, re.IGNORECASE)
        if reader.said.opens_to or (reverse and not toward):
            reader.take("question", match.start(), match.end(), "says another hand than before")
            continue
        reader.said.opens_to = "A" if toward else "B"
        reader.take(
            "swing",
            match.start(),
            match.end(),
            f"opens {'toward' if toward else 'away from'} you, seen from outside, side A",
        )


def fire_minutes(text: str) -> int | None:
    """The minutes a rating says, such as FD30, 20 MIN or 1 1/2 hr; None where it says none that a door is rated for."""
    hours = re.search(r"(\d)(\.5|[ -]1/2)? ?h", text, re.IGNORECASE)
    said = re.search(r"\d{2,3}", text)
    minutes = int(hours[1]) * 60 + (30 if hours[2] else 0) if hours else int(said[0]) if said is not None else 0
    return minutes if 10 <= minutes <= 240 else None


def _words(reader: _Reader) -> None:
    for one in WORDS:
        for match in reader.find(word(one.pattern)):
            reading, says = one.reading, dict(one.says)
            if one.what == "hand" and reader.said.opens_to and any(t.what == "swing" for t in reader.tokens):
                says.pop("opens_to", None)  # `RH outswing` says itself which way it opens
                reading = reading.partition(";")[0]
            taken = [
                name
                for name in says
                if getattr(reader.said, name) not in (None, False, says[name]) and name not in ("kind", "frame")
            ]
            again = any(t.what == one.what for t in reader.tokens)
            if (
                again and one.what == "frame" and "frame" in says and says["frame"] == reader.said.frame
            ):  # `ext ... sill`: the same, said twice
                says.pop("frame")
            elif again and "supply" in says:
                pass  # `split jamb, pre-hung`
            elif one.what == "fire" and again and fire_minutes(match[0]) not in (None, reader.said.fire_minutes):
                reader.take("question", match.start(), match.end(), "says another rating than before")
                continue
            elif one.what in ("kind", "frame", "hand") and again:
                if one.what == "kind" and says.get("pair") and reader.said.kind != "bypass":  # `pocket pair`
                    says, reading = {"pair": True}, "two leaves"
                else:
                    reader.take("question", match.start(), match.end(), f"says another {one.what} than before")
                    continue
            elif taken:
                continue
            for name, value in says.items():
                setattr(reader.said, name, value)
            if says.get("fire_rated") and (minutes := fire_minutes(match[0])) is not None:
                reader.said.fire_minutes, reading = minutes, f"fire-rated for {minutes} minutes"
            reader.take(one.what, match.start(), match.end(), reading)


def _slides(reader: _Reader) -> None:
    """The hand of what slides is told as the way it slides."""
    settled(reader.said)
    if reader.said.slides_to is not None:
        reading = SLIDES[reader.said.slides_to]
        reader.tokens = [
            Token(t.what, t.start, t.end, t.text, reading, _which(t.text) if reader.said.kind is None else ())
            if t.what == "hand"
            else t
            for t in reader.tokens
        ]
    for match in list(reader.find(rf"{BEFORE}slid(?:ers?|ing)(?: doors?)?{AFTER}")):
        if reader.said.kind is None:
            reader.take("question", match.start(), match.end(), "which kind of sliding door", _which())


def _which(slides: str = "") -> tuple[Meaning, ...]:
    """The kinds of door that slide, to be chosen among."""
    kinds = {"pocket door": "pocket", "face slider": "face slider", **({} if slides else {"bypass leaves": "bypass"})}
    return tuple(Meaning(label, f"{text} {slides}".strip()) for label, text in kinds.items())


def _panels(reader: _Reader) -> None:
    """`3 x` before bypass leaves, `3 leaves`, `2 panel`."""
    for pattern in (
        rf"{BEFORE}(?P<n>[2-4])[ -]?(?:leaf|leaves|panels?|doors?){AFTER}",
        rf"{BEFORE}(?P<n>[2-4])\s*x\s*(?=\d)",
    ):
        if reader.said.kind != "bypass" or reader.said.panels:
            return
        for match in reader.find(pattern):
            reader.said.panels = int(match["n"])
            reader.take("leaves", match.start(), match.end(), f"{match['n']} leaves that pass")
            return


def _two_of_a_pair(reader: _Reader) -> None:
    """`2 leaves`; `2 x 820` of a pair may be its leaves or two pairs."""
    if reader.said.kind == "bypass":
        return
    for match in reader.find(rf"{BEFORE}(?:2|two) leaves{AFTER}"):
        reader.said.pair = True
        reader.take("leaves", match.start(), match.end(), "two leaves")
        return
    for match in reader.find(rf"{BEFORE}2\s*x\s*(?={LENGTH}\s*(?:x|by)\s*\d)") if reader.said.pair else ():
        reader.take("question", match.start(), match.end(), "its two leaves, or two pairs")
        return


def _count(reader: _Reader) -> None:
    """`x3`, `3 off`, `qty 3`."""
    for pattern in (rf"{BEFORE}x\s?(?P<n>\d{{1,3}})(?![\s-]\d+/\d){AFTER}", rf"{BEFORE}(?P<n>\d{{1,3}})\s?(?:off|no|pcs?|ea|times)\.?{AFTER}",
                    rf"{BEFORE}qty[.:]?\s?(?P<n>\d{{1,3}}){AFTER}", r"\((?P<n>\d{1,2})\)", rf"{BEFORE}(?P<n>\d{{1,2}})\s?x(?=[\s\0])"):  # fmt: skip
        for match in reader.find(pattern):
            number = int(match["n"])
            if not 1 <= number <= MOST_AT_ONCE:
                reader.take("question", match.start(), match.end(), f"1 to {MOST_AT_ONCE} alike can be said at once")
                return
            reader.said.count = number
            reader.take("count", match.start(), match.end(), "one" if number == 1 else f"{number} alike")
            return


# ---- the leaf


def width_choices(width: ParsedLength, height: ParsedLength | None = None) -> tuple[Meaning, ...]:
    """The meanings of a width that reads two ways, each written so that it reads one way; none for any other."""
    if width.also is None:
        return ()
    tall = f" x {written(height)}" if height is not None else ""
    both = ParsedLength(width.length, ""), ParsedLength(width.also, "")
    return tuple(Meaning(f"{both_writings(one)} wide", f"{written(one)}{tall}") for one in both)


OVER_ALL: dict[
    Unit, tuple[Length, Length]
] = {  # above the first the other reading is asked about, from the second it counts
    "in": (Length.inches(30), Length.inches(48)),
    "mm": (Length.mm(762), Length.mm(1200)),
}


def has_leaves(said: LineFacts) -> bool:
    """Say whether what is written so far has more than one leaf."""
    return said.pair or said.kind == "bypass"


def heard_width(text: str, unit: Unit, said: LineFacts) -> ParsedLength:
    """Hear a leaf's width, or of several leaves their width over all. Raises NotALength."""
    try:
        return read(text.strip(), unit, "leaf_width")
    except NotALength:
        if not has_leaves(said) and said.kind != "cased":  # a folding door's is that of all its leaves, too
            raise
        return read(text.strip(), unit, "leaves_width")


def keep_width(
    said: LineFacts, width: ParsedLength, height: ParsedLength | None, unit: Unit, text: str = ""
) -> tuple[str, tuple[Meaning, ...]]:
    """Keep a leaf's width, or of several leaves what each is where it is written over all; and what is heard and asked about it.

    Args:
        said: the facts so far; width, height: as heard; unit: of the job; text: as it was written.

    Returns:
        What was heard, and the meanings it could have, the one taken first.
    """
    some_more, over_all = OVER_ALL["mm" if _millimetric(width) else "in"]
    if has_leaves(said) and said.measured != "each" and (said.measured == "all" or width.length >= over_all):
        if said.kind in ("bypass", "face_slider"):
            said.opening_width = written(width)
            return f"{both_writings(width)} over all", ()
        each = ParsedLength(width.length * HALF, width.reading)
        said.width = written(each)
        return f"{both_writings(width)} over all, two leaves {both_writings(each)}", ()
    tall = f" x {written(height)}" if height is not None else ""
    if said.pair and said.measured is None and some_more < width.length < over_all:
        said.width = written(width)
        both = both_writings(width)
        return f"each leaf {both}", (
            Meaning(f"each leaf {both}", f"{written(width)}{tall} each"), Meaning(f"{both} over all", f"{written(width)}{tall} over all"),
        )  # fmt: skip
    # a width that reads two ways stays as it was written until somebody says which: its flag stays with it
    said.width = text if text and width.also is not None and unit == "in" else written(width)
    return f"{both_writings(width)} wide", width_choices(width, height)


def _keep_leaf(
    reader: _Reader, start: int, end: int, width: ParsedLength, height: ParsedLength | None, text: str = ""
) -> None:
    choices: tuple[Meaning, ...] = ()
    if (
        height is not None and height.also is not None and width.also is not None
    ):  # `28 68`: 2-8 by 6-8, both without their dash
        called, tall = ParsedLength(width.also, "in"), ParsedLength(height.also, "in")
        choices = tuple(
            Meaning(f"{both_writings(w)} by {both_writings(h)}", f"{written(w)} x {written(h)}")
            for w, h in ((called, tall), (ParsedLength(width.length, "in"), ParsedLength(height.length, "in")))
        )
        width, height = called, tall
    reading, asked = keep_width(reader.said, width, height, reader.unit, text)
    if height is not None:
        reader.said.height = written(height)
        reading += f" by {both_writings(height)} high"
    reader.take("leaf", start, end, reading, choices or asked)


def _two_leaves(reader: _Reader) -> None:
    """`2-6 + 1-6 x 6-8`: a pair of leaves that differ, the active one first."""
    tall = rf"(?:\s*(?:x|by|\s)\s*(?P<h>{LENGTH}))?"
    for match in reader.find(rf"{BEFORE}(?P<a>{LENGTH})\s*\+\s*(?P<b>{LENGTH}){tall}{AFTER}"):
        a, b = (reader.length(match[leaf], "leaf_width") for leaf in "ab")
        height = reader.length(match["h"], "leaf_height") if match["h"] else None
        if a is None or b is None or reader.said.kind == "bypass":
            continue
        reader.said.pair, reader.said.width, reader.said.other_width = True, written(a), written(b)
        reader.said.kind = reader.said.kind or "swing"
        reading = f"two leaves, {both_writings(a)} and {both_writings(b)} wide"
        if height is not None:
            reader.said.height = written(height)
            reading += f" by {both_writings(height)} high"
        reader.take("leaf", match.start(), match.end("h") if height is not None else match.end("b"), reading)
        return


_FULL = r"(?:\s*(?:\+|strong\b|shy\b))?"  # as a tape is read between its marks
_WAY = r"(?:\s*(?:w(?:ide)?|h(?:igh)?)\b\.?)?"
_ALIKE = rf"\d\b(?!\s*(?:{INCH}|[-/.\d]))"  # `x 3` after a size is how many, no thickness


def _sizes(reader: _Reader) -> None:
    """`2-6 x 6-8`, `686x1981x35`, `30 80`; a height written first is noticed by its size."""
    cross, third = r"\s*(?:x|by)\s*", rf"(?:\s*(?:x|by)\s*(?!{_ALIKE})(?P<t>{LENGTH}))?"
    first, second = rf"(?P<w>{LENGTH}{_FULL}){_WAY}", rf"(?P<h>{LENGTH}{_FULL}){_WAY}"
    for between, more in ((cross, third), (r"\s+", "")):
        if reader.said.width is not None:
            return
        passed = 0
        for match in reader.find(rf"{BEFORE}{first}{between}{second}{more}{AFTER}"):
            if match.start() < passed:  # a piece of a length that is none: 1/3 of 32 1/3
                continue
            leaf = _leaf(reader, match["w"], match["h"], crossed=bool(more))
            thick = match.groupdict().get("t")
            heard = reader.length(thick, "leaf_thickness") if thick else None
            if leaf is None or (thick and heard is None):
                passed = match.end("w")
                continue
            end = match.start("t") if heard is not None else match.end()
            _keep_leaf(reader, match.start(), match.end("h") if heard is not None else end, *leaf)
            if heard is not None:
                _keep_thickness(reader, match.start("t"), match.end("t"), heard)
                reader.skip(match.end("h"), match.start("t"))
            break


FEET_WRITTEN = re.compile(r"\d-\d{1,2}|\d\s*'.*|\d/\d{1,2}")


def _leaf(reader: _Reader, one: str, other: str, *, crossed: bool) -> tuple[ParsedLength, ParsedLength, str] | None:
    """Two lengths as width and height in one unit; a height written first is noticed when it is a stock height.

    Side by side, without a cross between them, the other unit is heard only in a stock height: `1068 2868` is no leaf.
    """
    for unit in (reader.unit, OTHER[reader.unit]):
        for w, h in ((one, other), (other, one)):
            try:
                width, height = heard_width(w, unit, reader.said), read(h.strip(), unit, "leaf_height")
            except NotALength:
                continue
            usual = height.length in _STOCK_HEIGHTS
            strange = (w, h) != (one, other) or (not crossed and unit != reader.unit)
            if width.height is None and _millimetric(width) == _millimetric(height) and (usual or not strange):
                if width.also is not None and FEET_WRITTEN.fullmatch(w.strip()) and FEET_WRITTEN.fullmatch(h.strip()):
                    width = ParsedLength(width.length, width.reading)  # 2-8 x 6-8 is feet and inches, both of them
                return width, height, w.strip()
    return None


def _call_out(reader: _Reader) -> None:
    """`2868`, `2868 x 1 3/4`: a leaf's width by its height. The first of two is the mark."""
    found = []
    for match in reader.find(
        rf"{BEFORE}(?P<n>\d{{4,6}})(?:\s*x\s*(?!{_ALIKE})(?P<t>{LENGTH}))?(?:{AFTER}|(?=\s*x\s?\d\b))"
    ):
        if reader.unit == "mm" and int(match["n"]) in STOCK_HEIGHTS["mm"]:
            continue
        try:
            heard = heard_width(match["n"], "in", reader.said)
        except NotALength:
            continue
        if heard.height is not None:
            found.append((match, heard))
    if reader.said.width is not None or not found:
        return
    marked = found[0][0].start() == 0 and not _stock(found[0][1])
    match, heard = found[-1 if marked else 0]
    height = ParsedLength(heard.height, "") if heard.height is not None else None
    _keep_leaf(reader, match.start(), match.end("n"), ParsedLength(heard.length, "in"), height)
    thick = reader.length(match["t"], "leaf_thickness") if match["t"] else None
    if thick is not None:
        _keep_thickness(reader, match.start("t"), match.end("t"), thick)
        reader.skip(match.end("n"), match.start("t"))


def _stock(called: ParsedLength) -> bool:
    """Whether a call-out is of a size leaves come in."""
    return (
        called.length in _STOCK_WIDTHS
        and called.height is not None
        and ParsedLength(called.height, "").length in _STOCK_HEIGHTS
    )


def _other_size(reader: _Reader) -> None:
    """A size beside the one that was heard, or one no door has, is asked about: it is no count, no mark and no room."""
    for match in list(
        reader.find(
            rf"{BEFORE}(?P<w>{LENGTH}{_FULL}){_WAY}\s*(?:x|by)\s*(?P<h>{LENGTH}{_FULL}){_WAY}(?:\s*(?:x|by)\s*{LENGTH})?{AFTER}"
        )
    ):
        alike = re.fullmatch(r"\d{1,2}", match["w"].strip()) and match["h"].strip() in map(
            str, STOCK_WIDTHS[reader.unit]
        )
        if alike and reader.said.width is None:  # `3x 820`
            continue
        if "\0" not in reader.left[match.start() : match.end()] and not re.fullmatch(r"\d", match["h"].strip()):
            reader.take(
                "question",
                match.start(),
                match.end(),
                "another size" if reader.said.width else "a size that no door has",
            )
    for match in list(reader.find(rf"{BEFORE}\d{{4}}{AFTER}")):
        called = reader.length(match[0], "leaf_width") if reader.said.width is not None else None
        if called is not None and called.height is not None and _stock(called):
            reader.take("question", match.start(), match.end(), "another size")


def _lone_width(reader: _Reader) -> None:
    """`2-6 LH`: a width alone, written as leaf widths are or of a stock size."""
    if reader.said.width is not None or reader.said.unit_width is not None:
        return
    for match in reader.find(rf"{BEFORE}{LENGTH}{AFTER}"):
        written = FEET_WRITTEN.fullmatch(match[0].strip())
        for unit in (reader.unit, OTHER[reader.unit]):
            stock = match[0].strip() in {str(w) for w in STOCK_WIDTHS[unit]}
            heard = (
                reader.length(match[0] if written else f"{match[0]} {unit}", "leaf_width") if written or stock else None
            )
            if heard is not None:
                asked = read(match[0].strip(), "in", "leaf_width") if unit == "in" and not written else heard
                _keep_leaf(reader, match.start(), match.end(), asked, None, match[0].strip())
                return


def _keep_thickness(reader: _Reader, start: int, end: int, heard: ParsedLength) -> None:
    reader.said.thickness = written(heard)
    reader.take("thickness", start, end, f"{written(heard)} thick")


def _thickness(reader: _Reader) -> None:
    """`1 3/8`, `35 mm`, `44 thick`."""
    stock = "|".join(t.replace(" ", "[ -]") for t in STOCK_THICKNESSES["in"])
    millimetres = "|".join(STOCK_THICKNESSES["mm"])
    for pattern in (
        rf"{BEFORE}(?P<t>{LENGTH})\s*(?:thick|thk|th){AFTER}",
        rf"{BEFORE}(?P<t>(?:{stock})(?:\s*(?:in\b|\"))?){AFTER}",
        rf"{BEFORE}(?P<t>(?:{millimetres})\s?mm){AFTER}",
    ):
        for match in reader.find(pattern):
            heard = reader.length(match["t"], "leaf_thickness")
            if heard is None or reader.said.thickness is not None:
                continue
            _keep_thickness(reader, match.start(), match.end(), heard)
            return


# ---- wall and unit


def _told_length(
    what: TokenOf, kind: str, fact: str, patterns: tuple[str, ...], reading: str
) -> Callable[[_Reader], None]:
    """Hear a length that a word beside it names."""

    def hear(reader: _Reader) -> None:
        for pattern in patterns:
            for match in reader.find(pattern):
                heard = reader.length(match["l"], kind)
                if heard is None:
                    continue
                told = reading.format(written(heard))
                if getattr(reader.said, fact) in (None, written(heard)):
                    setattr(reader.said, fact, written(heard))
                    reader.take(what, match.start(), match.end(), told)
                else:
                    reader.take("question", match.start(), match.end(), f"{told}: another than before")

    return hear


_LEN = rf"(?P<l>{LENGTH})"
_studs = _told_length(
    "stud",
    "stud_depth",
    "stud_depth",
    (rf"{BEFORE}(?<!x )(?<!x){_LEN}\s*studs?{AFTER}", rf"{BEFORE}studs?\s+{_LEN}{AFTER}"),
    "studs {} deep",
)
_walls = _told_length(
    "wall", "wall_thickness", "wall_depth", (rf"{BEFORE}{_LEN}\s*walls?{AFTER}", rf"{BEFORE}walls?\s+{_LEN}{AFTER}", rf"{BEFORE}{_LEN}\s*jambs?{AFTER}", rf"{BEFORE}jambs?\s+{_LEN}{AFTER}"),
    "finished wall {} thick",
)  # fmt: skip
_unit = _told_length(
    "unit", "opening_width", "unit_width", (rf"{BEFORE}unit\s+{_LEN}{AFTER}", rf"{BEFORE}{_LEN}\s*unit{AFTER}"),
    "unit {} wide over the backs of its legs",
)  # fmt: skip


def _unit_height(reader: _Reader) -> None:
    """`unit 33 1/2 x 81 1/2`: how high it is, is said where it is read."""
    for unit in [t for t in reader.tokens if t.what == "unit"]:
        match = re.compile(rf"\s*x\s*(?P<h>{LENGTH}){AFTER}", re.IGNORECASE).match(reader.left, unit.end)
        if match is not None:
            reader.take(
                "question", match.start("h"), match.end("h"), "a unit's height: it is said where the unit is read"
            )
            reader.skip(match.start(), match.end())


_backset = _told_length(
    "lock", "small", "backset", (rf"{BEFORE}{_LEN}\s*(?:back ?set|b/?s){AFTER}", rf"{BEFORE}back ?set\s+{_LEN}{AFTER}"),
    "backset {}",
)  # fmt: skip


def _called_studs(reader: _Reader) -> None:
    """`2x4`, `90x45`: timber by its name."""
    if reader.said.stud_depth is not None:
        return
    for match in reader.find(rf"{BEFORE}2\s?x\s?(?P<n>[3468])(?:\s?(?:studs?|walls?))?{AFTER}"):
        reader.said.stud_depth = CALLED[match["n"]]
        reader.take("stud", match.start(), match.end(), f"studs {CALLED[match['n']]} deep")
        return
    for match in reader.find(rf"{BEFORE}(?P<d>\d{{2,3}})\s?x\s?(?:{EDGES_MM})(?:\s?(?:studs?|walls?))?{AFTER}"):
        if 60 <= int(match["d"]) <= 300:
            reader.said.stud_depth = f"{match['d']} mm"
            reader.take("stud", match.start(), match.end(), f"studs {match['d']} mm deep")
            return


# ---- what is left: the mark first, then the room


def _mark(reader: _Reader) -> None:
    """What stands first and has a digit, or what is called a mark; not in a row whose mark has a column of its own."""
    if reader.said.mark:
        return
    told = re.search(
        rf"{BEFORE}(?:(?:mark|tag|no\.|#)\s*(?P<m>[^\s\0|]+)|(?:door|dr)\.?\s*#?\s*(?P<d>\d[^\s\0|]*))",
        reader.left,
        re.IGNORECASE,
    )
    first = re.match(
        r"(?!\d+(?:st|nd|rd|th)\b)(?P<m>[A-Za-z]{0,4}[-.]?\d[\w./-]*)(?=[\s\0]|$)(?!\s\d+/\d)", reader.left
    )
    match = told or first
    mark = (match.groupdict().get("d") or match["m"]).rstrip(".:") if match is not None else ""
    if match is None or len(mark) > MOST_MARK:
        return
    reader.said.mark = mark
    reader.take("mark", match.start(), match.end(), mark)


_MEASURED = rf"(?:\d+-\d+(?:[\s-]\d+/\d+)?|\d+(?:[\s-]\d+)?/\d+|\d+(?:\.\d+)?)\s*(?:{FEET}|{INCH}|mm\b|cm\b)|\d+(?:[\s-]\d+)?/\d+|\d+-\d+|\d{{3,}}"


def _without_lengths(reader: _Reader, text: str, start: int) -> Iterator[tuple[str, tuple[int, int]]]:
    """The names in a stretch nobody heard; a length among them that found no place is asked about, never taken for a room.

    A number that goes with its word stays with it: `bedroom 2`, `room 101`.
    """
    at = 0
    lengths = [
        m for m in re.finditer(rf"{BEFORE}(?:{_MEASURED}){AFTER}", text, re.IGNORECASE)
        if not re.search(r"(?:room|floor|flat|apt|suite|office|no\.?|unit|plot|lot|house|block)\s*$", text[: m.start()], re.IGNORECASE)
    ]  # fmt: skip
    for m in (*lengths, None):
        whole = text[at : m.start() if m else len(text)]
        part = whole.strip(" .:-+/")
        begins = start + at + whole.index(part)
        if any(c.isalpha() for c in part):
            name = re.sub(r"^(?:(?:to|in|for|into|at)\s+(?=\S)|room\s+(?=[^\W\d]))", "", part, flags=re.IGNORECASE)
            floor = (
                reader.tokens
                and re.fullmatch(FLOORS, name, re.IGNORECASE)
                and name.lower() not in ("floor", "floors", "flooring")
            )
            if floor or name.lower() in ("and", "or", "with", "x", "of"):  # left of what others heard
                why = "a floor, and not how thick it is" if floor else "not understood"
                reader.take("question", begins, begins + len(part), why)
            else:
                yield name, (begins, begins + len(part))
        elif any(c.isalnum() for c in part):
            reader.take("question", begins, begins + len(part), "not understood")
        if m:
            reader.take("question", start + m.start(), start + m.end(), "a length, and not said of what")
            at = m.end()


def _room(reader: _Reader) -> None:
    """Words nobody else heard are the room; numbers nobody heard are asked about."""
    rooms = []
    for match in list(re.finditer(r"[^\0|]+", reader.left)):
        text = match[0].strip(" .:-+/")
        if not text:
            continue
        start = match.start() + match[0].index(text)
        if not any(c.isalpha() for c in text):
            reader.take("question", start, start + len(text), "not understood")
            continue
        for name, at in _without_lengths(reader, text, start):
            rooms.append(name)
            reader.take("room", at[0], at[1], name)
    room = " ".join(rooms)
    if not room:
        return
    if len(room) > MOST_ROOM:
        raise NotALine(f"“{room[:30]}…” is too long for a room, {MOST_ROOM} characters at most")
    reader.said.room = room


HEARERS: tuple[Callable[[_Reader], None], ...] = (
    _job_floors, _backset, _hinges, _both_hands, _strange, _two_floors, _swings, _words, _slides, _unit, _unit_height, _studs, _walls, _panels, _two_of_a_pair, _called_studs, _two_leaves, _sizes, _call_out, _one_floor, _more_floors, _other_size,
    _thickness, _count, _lone_width, _mark, _room,
)  # fmt: skip
