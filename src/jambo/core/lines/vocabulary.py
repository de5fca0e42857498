"""The words of a pencilled line in three regions' usage (handbook 26), as patterns, with what each stands for."""

from __future__ import annotations

from typing import Any

from jambo.core.frozen import dataclass
from jambo.core.lines.line import TokenOf

FEET = r"(?:'|ft\b|feet\b|foot\b)"
INCH = r"(?:\"|''|in(?:ch(?:es)?)?\b)"
LENGTH = (
    rf"(?:\d+\s*{FEET}(?:\s*-?\s*\d+(?:\.\d+)?(?![\d/])(?:[\s-]+\d+/\d+)?)?\s*{INCH}?"  # 6'8", 6 ft 10 1/2
    rf"|\d+-\d+(?![\d/])(?:[\s-]\d+/\d+)?(?:\s*{INCH})?"  # 2-6, 6-10 1/2
    rf"|\d+/\d+(?:\s*{INCH})?"  # 2/6, 3/4
    rf"|\d+(?:\.\d+)?(?:[\s-]\d+/\d+)?(?:\s*(?:(?:mm|cm|m)\b|{INCH}))?)"  # 30, 82-1/2, 68.6 cm
)
BEFORE, AFTER = r"(?<![\w/.'-])", r"(?![\w/'])"


def word(pattern: str) -> str:
    """A pattern that stands alone."""
    return rf"{BEFORE}(?:{pattern}){AFTER}"


@dataclass(frozen=True, slots=True)
class Word:
    """A word of the trade: its pattern, what it is about, what is heard in it, and the facts it says."""

    pattern: str
    what: TokenOf
    reading: str
    says: dict[str, Any]


_SET = r"(?: (?:function|locks?|lockset|latch(?:set)?|set|lever|knob)s?)"

# what a lock does; `passage` alone is a room of a line, and counts where a lock is what is asked
FUNCTIONS: tuple[Word, ...] = (
    Word(rf"passage{_SET}", "lock", "lock: passage", {"function": "passage"}),
    Word(rf"privacy{_SET}?|bath(?:room)?{_SET}", "lock", "lock: privacy", {"function": "privacy"}),
    Word(rf"keyed{_SET}?|(?:entry|entrance|storeroom|classroom|office){_SET}", "lock", "lock: keyed", {"function": "keyed"}),
    Word(rf"dummy{_SET}?", "lock", "lock: dummy", {"function": "dummy"}),
    Word(r"(?:(?:with|w/|and|\+) ?(?:a )?)?(?:door )?closer", "lock", "a closer", {"closer": True}),
)  # fmt: skip

WORDS: tuple[Word, ...] = (
    *FUNCTIONS,
    Word(r"converging(?: pocket)?s?(?: doors?)?", "kind", "pair of pocket doors", {"kind": "pocket", "pair": True}),
    Word(r"bi-?part(?:ing)?(?: (?:face|barn))?(?: (?:sliders?|doors?))?", "kind", "pair of face sliders", {"kind": "face_slider", "pair": True}),
    Word(r"(?:double|pair(?: of)?|pr) pockets?(?: doors?)?", "kind", "pair of pocket doors", {"kind": "pocket", "pair": True}),
    Word(r"(?:pocket|pkt|cavity)(?: (?:slid(?:er|ers|ing)))?(?: doors?)?", "kind", "pocket door", {"kind": "pocket"}),
    Word(r"cased(?: openings?)?|openings? only|no (?:door|leaf)|door ?less", "kind", "an opening without a leaf", {"kind": "cased"}),
    Word(r"bi-?folds?(?: doors?)?|folding(?: doors?)?|accordion(?: doors?)?|concertina(?: doors?)?", "kind", "a folding door, whose opening its maker's sheet gives", {"kind": "cased", "folding": True}),
    Word(r"(?:by-?pass|passing)(?:ing)?(?: (?:sliders?|leaves|doors?))?", "kind", "bypass leaves", {"kind": "bypass"}),
    Word(r"(?:face|barn)(?:[ -](?:mounted )?slid(?:er|ers|ing))?(?: doors?)?", "kind", "face slider", {"kind": "face_slider"}),
    Word(r"(?:pairs?(?: of)?|prs?|double|dbl|french)(?: doors?)?", "kind", "pair of swing doors", {"kind": "swing", "pair": True}),
    Word(r"(?:single |sgl )?(?:swing|hinged)(?: doors?)?|single|sgl", "kind", "swing door", {"kind": "swing"}),
    Word(r"lining(?: (?:kit|set))?", "frame", "lining kit", {"frame": "lining_kit"}),
    Word(r"split[ -]?jambs?", "frame", "split jamb", {"frame": "split_jamb"}),
    Word(r"(?:steel|metal|pressed steel|hollow metal|hm)(?: (?:frame|jamb|wrap))?|knock(?:ed)?[ -]?down|kd", "frame", "steel frame", {"frame": "steel_wrap"}),
    Word(r"(?:rabbeted|rebated)(?: (?:frame|jamb))?", "frame", "rabbeted frame", {"frame": "rabbeted"}),
    Word(r"flat[ -]?jambs?", "frame", "flat jamb", {"frame": "flat_jamb"}),
    Word(r"(?:outside|exterior|external|entry|entrance|front|back) doors?|exterior|external|ext\.?", "frame", "outside frame with its sill", {"frame": "outside_sill", "leads_to": "outside"}),
    Word(r"(?:with (?:a )?)?sill", "frame", "outside frame with its sill", {"frame": "outside_sill"}),
    Word(r"pre-?hung", "frame", "pre-hung", {"supply": "pre_hung"}),
    Word(r"(?:to )?(?:the )?garage", "leads", "leads to a garage", {"leads_to": "garage"}),
    Word(r"solid[ -]core|sc", "core", "solid core", {"core": "solid"}),
    Word(r"hollow[ -]core|hc", "core", "hollow core", {"core": "hollow"}),
    Word(r"n\.?r\.?|(?:not|non)[ -]rated", "fire", "not fire-rated", {}),
    Word(r"each|a leaf|per leaf", "leaves", "the width of each leaf", {"measured": "each"}),
    Word(r"over[ -]?all|o/a", "leaves", "the width over all leaves", {"measured": "all"}),
    Word(r"fire(?:[ -](?:rated|door))?|rated|fd ?\d{2}s?|\d{2,3} ?min(?:ute)?s?|\d(?:\.5|[ -]1/2)? ?(?:hrs?|hours?)|(?:frl ?)?(?:\d{2,3}|-)/\d{2,3}/(?:\d{2,3}|-)", "fire", "fire-rated", {"fire_rated": True}),
    Word(r"glass|(?:(?:fully|half)[ -])?glazed", "glass", "glass in it", {"glass": True}),
    Word(r"LHR|left[ -]hand reverse", "hand", "hinges left seen from outside, side A; opens toward you", {"hinge_side": "left", "opens_to": "A"}),
    Word(r"RHR|right[ -]hand reverse", "hand", "hinges right seen from outside, side A; opens toward you", {"hinge_side": "right", "opens_to": "A"}),
    Word(r"LH|l\.h\.?", "hand", "hinges left seen from outside, side A; opens away from you", {"hinge_side": "left", "opens_to": "B"}),
    Word(r"RH|r\.h\.?", "hand", "hinges right seen from outside, side A; opens away from you", {"hinge_side": "right", "opens_to": "B"}),
    Word(r"slides? (?:to the )?left", "hand", "slides to the left seen from side A", {"slides_to": "left"}),
    Word(r"slides? (?:to the )?right", "hand", "slides to the right seen from side A", {"slides_to": "right"}),
    Word(r"(?:hinges?|hung|hangs) (?:on the )?left|left(?:[ -]?hand(?:ed)?)?(?: hung)?|lhs|(?-i:L)", "hand", "hinges left seen from side A", {"hinge_side": "left"}),
    Word(r"(?:hinges?|hung|hangs) (?:on the )?right|right(?:[ -]?hand(?:ed)?)?(?: hung)?|rhs|(?-i:R)", "hand", "hinges right seen from side A", {"hinge_side": "right"}),
)  # fmt: skip

SLIDES = {"left": "slides to the left seen from side A", "right": "slides to the right seen from side A"}

# kinds of door that are none of Jambo's: said so, and never taken for a room
STRANGE = r"revolving|roller|garage doors?|overhead|up[ -]and[ -]over|stable|dutch|pivot(?:ed)?"

_THIN = rf"(?:\d/\d{{1,2}}(?:\s*{INCH})?|\d{{1,2}}(?:\.\d)?(?:\s*mm)?)"
_LINING = r"drywall|plasterboard|wallboard|gypsum(?: board)?"
# what is worked out, or said elsewhere: asked about, and never a leaf's size, a floor or a room
ASKED: tuple[tuple[str, str], ...] = (
    (rf"(?:r\.?o\.?|rough opening|structural opening)\s*:?\s*{LENGTH}(?:\s*(?:x|by)\s*{LENGTH})?|{LENGTH}\s*(?:x|by)\s*{LENGTH}\s*(?:r\.?o\.?|rough opening)(?!\s*\d)",
     "a rough opening: it is worked out, from the size of the leaf"),
    (rf"(?:{_THIN}\s*(?:{_LINING}|board)|(?:{_LINING})\s+{_THIN})(?: (?:on )?both sides)?",
     "what lines the wall: it is said at the wall"),
    (rf"(?:trimmed|cut|planed|undercut)(?: down)?(?: (?:to|by|off))?\s+{LENGTH}", "what is trimmed: it is worked out, from the floors"),
    (r"(?:steel|metal)(?= studs?)", "steel studs: they are said at the wall"),
    (r"[a-z]*\?+|tb[acd]|to be (?:advised|confirmed|decided)", "still to be said"),
)  # fmt: skip

FLOORS = (
    r"(?:engineered )?(?:oak|ash|maple|walnut|pine|bamboo|timber|wood)|hardwood|softwood|strip|boards|engineered|parquet|laminate|vinyl(?: (?:plank|tile)s?)?|lvt|lvp|lino(?:leum)?"
    r"|cork|rubber|carpet|underlay|tiles?|ceramic|porcelain|stone|slate|marble|granite|terrazzo|screed|concrete|ply(?:wood)?|backer|mat"
    r"|floors?|flooring"
)

# timber as it is called, and as deep as it is
CALLED = {"3": "2 1/2 in", "4": "3 1/2 in", "6": "5 1/2 in", "8": "7 1/4 in"}
EDGES_MM = "35|38|40|44|45|47|50|63|75"  # thicknesses of studs sold by millimetres
