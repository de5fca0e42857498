"""Reading tape notation (handbook 2): what people write, what was heard, and what is refused and why."""

from __future__ import annotations

import re
import unicodedata
from fractions import Fraction
from functools import lru_cache

from jambo.core.frozen import dataclass
from jambo.core.quantities.length import Length
from jambo.core.quantities.limits import KINDS, LengthKind, allows
from jambo.core.quantities.tape import OTHER, Tape, Unit, exact_number, plain_number, show

LONGEST = 40


LOWEST_CALLED_OUT = Length.inches(72)  # four digits are a call-out only for a height people walk through


DENOMINATORS = frozenset({2, 4, 8, 16, 32, 64})


ACCEPTED = {
    "in": "write 82 1/2, 82.5, 6'10 1/2\", 2/6 (feet/inches) or 2096 mm",
    "mm": "write 686, 68.6 cm, 2.04 m or 27 in",
}

# Stock leaf widths (handbook 3), used to notice a width that could have been meant another way.
STOCK_WIDTHS_IN = (18, 20, 24, 28, 30, 32, 34, 36)
STOCK_HEIGHTS_IN = (80, 84, 96)


class NotALength(ValueError):
    """The text is not a usable length. `reason` says why, `accepted` what would do."""

    def __init__(self, reason: str, accepted: str) -> None:
        super().__init__(f"{reason}; {accepted}")
        self.reason = reason
        self.accepted = accepted


@dataclass(frozen=True, slots=True)
class ParsedLength:
    """What was heard in a text.

    `also` is the other length the same text could mean when that is worth asking about; `height` is the
    second length of a leaf call-out such as 2668; `over` the length a lean such as 3/4 in 6 ft was read over.
    """

    length: Length
    reading: str
    also: Length | None = None
    height: Length | None = None
    over: Length | None = None

    def canonical(self, unit: Unit) -> str:
        """Write the length so that it means the same in any project: always with its unit."""
        text = exact_text(self.length, unit)
        return text if self.over is None else f"{text} in {exact_text(self.over, unit)}"


@lru_cache(maxsize=8192)
def exact_text(length: Length, unit: Unit) -> str:
    """Write a length exactly as tape text with its unit, in `unit` if it ends there, else in the other one.

    Example:
        2 ft 6 in is "30 in", whichever unit is asked for: its millimetres end as well, so that is "762 mm" in millimetres.
    """
    for choice in (unit, OTHER[unit]):
        fine = show(length, Tape.marked(choice, Fraction(1, 64) if choice == "in" else Fraction(1, 2)))
        if fine.moved is None:
            return fine.text
    for choice in (unit, OTHER[unit]):
        number = plain_number(length.in_inches() if choice == "in" else length.in_mm())
        if "/" not in number:
            return f"{number} {choice}"
    return f"{number} {choice}"  # finer than any tape; nothing typed or measured comes to this


SIGNS = str.maketrans(
    {"′": "'", "’": "'", "‘": "'", "″": '"', "”": '"', "“": '"', "–": "-", "−": "-", "—": "-", "×": "x", "⁄": "/"}
)


_NUM = r"(?P<{}>\d+(?:\.\d{{1,6}})?)"


_FRACTION = r"(?P<{0}n>\d+)/(?P<{0}d>\d+)"


_INCH_MARK = r"\s*(?:\"|''|in|inch|inches)"


_FOOT_MARK = r"\s*(?:'|ft|feet|foot)"

_METRIC = re.compile(_NUM.format("n") + r"\s*(?P<u>mm|cm|m)")


_BARE = re.compile(_NUM.format("n"))


_INCHES = re.compile(
    rf"(?:{_NUM.format('w')}|(?P<whole>\d+)(?:\s+|\s*-\s*){_FRACTION.format('f')}|{_FRACTION.format('g')})"
    rf"(?P<mark>{_INCH_MARK})?"
)


_FEET = re.compile(
    rf"(?P<ft>\d+){_FOOT_MARK}(?:\s*-?\s*(?P<i>\d+(?:\.\d+)?)?(?:(?:\s+|\s*-\s*|(?<=['t])\s*){_FRACTION.format('f')})?{_INCH_MARK}?)?"
)


_DASH = re.compile(rf"(?P<ft>\d+)\s*-\s*(?P<i>\d+)(?:(?:\s+|\s*-\s*){_FRACTION.format('f')})?{_INCH_MARK}?")


_FACTOR = {"mm": 1, "cm": 10, "m": 1000}


def _fraction(match: re.Match[str], name: str) -> Fraction:
    if match[f"{name}n"] is None:
        return Fraction(0)
    top, bottom = int(match[f"{name}n"]), int(match[f"{name}d"])
    if bottom not in DENOMINATORS:
        raise NotALength(f"{top}/{bottom} is not on a tape", "use halves, quarters, eighths, 16ths, 32nds or 64ths")
    return Fraction(top, bottom)


def _feet(feet: int, inches: Fraction) -> tuple[Length, str]:
    if inches >= 12:
        raise NotALength(f"{inches} inches after {feet} feet is a foot or more", "write inches below 12 after feet")
    return Length.inches(feet * 12 + inches), f"{feet} ft {_mixed(inches)} in"


def _mixed(value: Fraction) -> str:
    whole, rest = divmod(value, 1)
    return str(whole) if not rest else f"{whole} {rest}" if whole else str(rest)


def _slash(top: int, bottom: int, of: LengthKind) -> ParsedLength | None:
    """`2/6`: feet and inches in a leaf size, and wherever it cannot be a fraction of an inch."""
    if of.leaf_size or (bottom not in DENOMINATORS and of.most > Length.inches(12)):
        if bottom >= 12 or top == 0:
            return None
        length, reading = _feet(top, Fraction(bottom))
        return ParsedLength(length, reading)
    if bottom not in DENOMINATORS:
        return None
    length = Length.inches(Fraction(top, bottom))
    # 6/8 could be three quarters of an inch or 6 ft 8 in; nobody reads an unreduced fraction off a tape by habit.
    unreduced = Fraction(top, bottom).denominator != bottom
    feet = Length.inches(top * 12 + bottom)
    also = feet if unreduced and bottom < 12 and allows(feet, of) else None
    return ParsedLength(length, f"{_mixed(Fraction(top, bottom))} in", also)


def _call_out(text: str, width: LengthKind, height: LengthKind) -> ParsedLength | None:
    """`2668`, `21068`, `2/6 x 6/8`: a leaf's width by its height (handbook 2)."""
    if text.isdigit() and 4 <= len(text) <= 6:
        found = []
        for cut in range(1, len(text)):
            halves = (text[:cut], text[cut:])
            if all(2 <= len(h) <= 3 and int(h[1:]) < 12 and str(int(h[1:])) == h[1:] for h in halves):
                w, h = (Length.inches(int(half[0]) * 12 + int(half[1:])) for half in halves)
                if allows(w, width) and allows(h, height) and h >= LOWEST_CALLED_OUT:
                    found.append((w, h, [f"{half[0]} ft {half[1:]} in" for half in halves]))
        if not found and width is KINDS["leaves_width"] and (m := re.fullmatch(r"(1[0-2])(\d)(\d)(\d)", text)):  # 10068
            feet, inches, up, over = map(int, m.groups())
            found = [
                (
                    Length.inches(feet * 12 + inches),
                    Length.inches(up * 12 + over),
                    [f"{feet} ft {inches} in", f"{up} ft {over} in"],
                )
            ]
        if len(found) == 1:
            w, h, words = found[0]
            return ParsedLength(w, " by ".join(words), None, h)
    return None


def _bare(number: Fraction, unit: Unit) -> ParsedLength:
    length = Length.inches(number) if unit == "in" else Length.mm(number)
    return ParsedLength(length, f"{exact_number(length, unit)} {unit}")


def _clean(text: str) -> str:
    if len(text) > LONGEST:
        raise NotALength(f"{len(text)} characters is too long for a length", f"use at most {LONGEST}")
    spaced = "".join(
        f" {unicodedata.normalize('NFKC', c)}" if unicodedata.category(c) == "No" else c for c in text.translate(SIGNS)
    ).translate(SIGNS)
    return re.sub(r"\s+", " ", spaced).strip().lower()


def _strength(text: str) -> tuple[str, int]:
    """Split off a trailing + / strong or - / shy: half a tape mark over or under (handbook 2)."""
    for suffix, sign in (("strong", 1), ("shy", -1), ("+", 1), ("-", -1)):
        if text.endswith(suffix) and len(text) > len(suffix):
            return text[: -len(suffix)].rstrip(), sign
    return text, 0


def _two_readings(heard: ParsedLength, kind_name: str, text: str, unit: Unit) -> ParsedLength:
    """Notice a leaf width whose inches and feet-inches readings both name a stock size (handbook 2).

    Of a bare number the call-out alone is enough: nobody stocks 26, and many who write it mean 2-6; so it is with a height of 68. With
    its dash a call-out raises no doubt in an inch job.
    """
    if kind_name == "leaf_height" and unit == "in" and re.fullmatch(r"\d\d", text):
        tall = int(text[0]) * 12 + int(text[1])
        asked = tall in STOCK_HEIGHTS_IN and heard.length.in_inches() not in STOCK_HEIGHTS_IN
        return ParsedLength(heard.length, heard.reading, Length.inches(tall)) if asked else heard
    if (
        kind_name != "leaf_width"
        or heard.also is not None
        or heard.height is not None
        or (unit == "in" and "-" in text)
    ):
        return heard
    inches = heard.length.in_inches()
    digits = re.fullmatch(r"(\d)\s*[-/]?\s*(\d)", text)
    if not digits or (inches not in STOCK_WIDTHS_IN and not text.isdigit()) or (unit == "mm" and text.isdigit()):
        return heard
    feet, rest = int(digits[1]), int(digits[2])
    other = feet * 12 + rest if text.isdigit() else feet * 10 + rest
    if other in STOCK_WIDTHS_IN and other != inches:
        return ParsedLength(heard.length, heard.reading, Length.inches(other))
    return heard


def _parse(text: str, unit: Unit, kind_name: str) -> ParsedLength | None:
    if m := _METRIC.fullmatch(text):
        length = Length.mm(Fraction(m["n"]) * _FACTOR[m["u"]])
        return ParsedLength(length, f"{exact_number(length, 'mm')} mm")
    if (
        kind_name in ("leaf_width", "leaves_width")
        and unit == "in"
        and (call := _call_out(text, KINDS[kind_name], KINDS["leaf_height"]))
    ):
        return call
    if m := _BARE.fullmatch(text):
        return _bare(Fraction(m["n"]), unit)
    if (m := re.fullmatch(r"(\d+)\s*/\s*(\d+)", text)) and (heard := _slash(int(m[1]), int(m[2]), KINDS[kind_name])):
        return heard
    if m := _INCHES.fullmatch(text):
        value = Fraction(m["w"] or m["whole"] or 0) + _fraction(m, "f") + _fraction(m, "g")
        return ParsedLength(Length.inches(value), f"{_mixed(value)} in")
    if m := _FEET.fullmatch(text):
        return ParsedLength(*_feet(int(m["ft"]), Fraction(m["i"] or 0) + _fraction(m, "f")))
    if m := _DASH.fullmatch(text):
        inches = Fraction(m["i"])
        if inches >= 12:
            raise NotALength(
                f"{m['i']} after the dash could be inches or part of one number",
                f"write {m['ft']}' and inches below 12, or one number of inches",
            )
        return ParsedLength(*_feet(int(m["ft"]), inches + _fraction(m, "f")))
    return None


def _called(text: str) -> tuple[Length, Length] | None:
    """The leaf that four digits call out in feet and inches, such as 2668; None where no leaf is so wide and so high."""
    if not re.fullmatch(r"\d{4}", text):
        return None
    width, height = (Length.inches(int(text[i]) * 12 + int(text[i + 1])) for i in (0, 2))
    return (width, height) if allows(width, KINDS["leaf_width"]) and allows(height, KINDS["leaf_height"]) else None


def _absurd(heard: ParsedLength, text: str, unit: Unit, of: LengthKind) -> NotALength:
    """Refuse a value no such thing has, naming the likely meaning when the other unit makes sense of it."""
    shown = exact_text(heard.length, unit)
    span = f"between {exact_text(of.least, 'in')} and {exact_text(of.most, 'in')}"
    if unit == "mm":
        tape = Tape.of("mm")
        span = f"between {show(of.least, tape, 'up').text} and {show(of.most, tape, 'down').text}"
    if of.leaf_size and unit == "mm" and (called := _called(text)) is not None:
        width, height = called
        meant = f"the call-out of {exact_text(width, 'mm')} by {exact_text(height, 'mm')}"
        feet = f"{text[0]}-{int(text[1])} x {text[2]}-{int(text[3])}"
        return NotALength(f"{shown} cannot be {of.words}", f"did you mean {meant}? Then write {feet}. Accepted: {span}")
    if _BARE.fullmatch(text):
        other = _bare(Fraction(text), OTHER[unit]).length
        if allows(other, of):
            return NotALength(f"{shown} cannot be {of.words}", f"did you mean {text} {OTHER[unit]}? Accepted: {span}")
    return NotALength(f"{shown} cannot be {of.words}", f"accepted: {span}")


@lru_cache(maxsize=10_000)  # the doors of a job say the same few lengths over and over
def read(text: str, unit: Unit, kind_name: str, tape: Tape | None = None) -> ParsedLength:
    """Read one length of a kind (a key of `limits.KINDS`) from tape text; a bare number is in `unit`.

    `tape` gives the mark that "strong" and "shy" halve (the usual tape of the unit by default).
    Raises NotALength, with the reason and what would be accepted.

    Example:
        `read("6'10 1/2", "in", "leaf_height")` is 82 1/2 in; `read("2668", "in", "leaf_width")` is 30 in wide and 80 in high.
    """
    of = KINDS[kind_name]
    clean = _clean(text)
    if not clean:
        raise NotALength("nothing is written here", ACCEPTED[unit])
    if clean.startswith("-"):
        raise NotALength(f"{of.words} cannot be negative", ACCEPTED[unit])
    if (
        of.leaf_size
        and (m := re.fullmatch(r"(.+?)\s*(?: x |(?<=[\d\"'])x(?=\d)|by)\s*(.+)", clean))
        and kind_name == "leaf_width"
    ):
        width, height = read(m[1], unit, "leaf_width", tape), read(m[2], unit, "leaf_height", tape)
        return ParsedLength(width.length, f"{width.reading} by {height.reading}", None, height.length)
    body, sign = _strength(clean)
    heard = _parse(body, unit, kind_name)
    if heard is None:
        raise NotALength(f"“{text.strip()}” is not a length", ACCEPTED[unit])
    if sign:
        half = (tape or Tape.of(unit)).mark() * Fraction(sign, 2)
        heard = ParsedLength(heard.length + half, f"{heard.reading} {'strong' if sign > 0 else 'shy'}")
    if not allows(heard.length, of):
        if heard.also is not None and allows(heard.also, of):
            return ParsedLength(heard.also, f"{exact_text(heard.also, 'in')}")
        raise _absurd(heard, body, unit, of)
    return (
        heard if sign else _two_readings(heard, kind_name, body, unit)
    )  # between two marks is read off a tape: no call-out


def called_out(length: Length) -> str:
    """Write a leaf's size as feet and inches, as shops call it: 30 in is "2-6"; "" for one that is no whole number of inches."""
    inches = length.in_inches()
    if inches.denominator != 1:
        return ""
    return f"{inches.numerator // 12}-{inches.numerator % 12}"
