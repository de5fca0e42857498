"""Every sentence Jambo can say, over all flags, steps, moves and labels, in three regions and two units, held against the rules of plain words (handbook 25)."""

import copy
import re
from functools import cache
from pathlib import Path

import pytest
from flag_cases import FLAGS

from helpers import plain
from jambo.core.all_flags import KINDS
from jambo.core.facts.readings import PLACES
from jambo.core.labels import TERMS
from jambo.core.quantities.limits import KINDS as LENGTHS
from jambo.core.quantities.names import LISTED
from jambo.core.quantities.notation import NotALength, read
from jambo.core.rules import RULES
from jambo.core.words.lists import REGIONS, WORDS, fill
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.problems import Refused, parse
from jambo.views.exchange import solve_document

WEB = Path(__file__).parents[2] / "web" / "src"
SAID = re.compile(r"\.(reason|cure|text|gate|tools|check|caution|said|told|label|how|pack|hint|detail|does)$")
UNITS = ("in", "mm")
VERBS = {"keep", "keeps"}  # a word list's "keep" is the strike, but everybody keeps things

# what no sentence has: by what it would be, a pattern
NEVER = {
    "a path of the code": r"\b[a-z]+_[a-z_]+\b|\bopening\.\w|\[\d+\]",
    "a plural nobody says": r"\b\w*(?:leafs|shelfs)\b",
    "nothing of something": r"(?<![\d./ ])0 (?:in|mm) (?:strong|shy|up|too)|\+ (?:strong|shy)|\bstrong 0\b",
    "a side in a small letter": r"\bsides? [ab]\b",
    "less than nothing": r"(?<![\w/.,])-\d",
    "an empty place": r"[{}]|  | [,.;:]|\.\.|,\s*\.",
    "a word of ours": r"\bschool\b|[Ss]till to say|[Nn]othing stands against|\bproud\b.*\bshy\b",
}


def strings(found, path=""):
    if isinstance(found, dict):
        for key, inner in found.items():
            yield from strings(inner, f"{path}.{key}")
    elif isinstance(found, list):
        for inner in found:
            yield from strings(inner, path)
    elif isinstance(found, str):
        yield path, found


@cache
def sentences(region, unit):
    """What is said of every flag's case and of every demo opening; figures by themselves are no sentences."""
    found = set()
    for doc in (*(plain(**changes) for changes, _ in FLAGS), *documents()):
        shown = copy.deepcopy(doc) | {"show": {**doc.get("show", {}), "unit": unit, "words": region}}
        try:
            result = solve_document(parse(Document, shown))
        except Refused as refused:  # a demo of the other unit's step
            raise AssertionError(shown) from refused
        found |= {text for path, text in strings(result) if SAID.search(path) and re.search("[a-z]{3}.* ", text)}
    return sorted(found)


def foreign(region):
    """The words other regions use and this one does not, even as part of another."""
    own = " ".join(WORDS[region].values())
    others = {word for other in REGIONS for word in WORDS[other].values()} - set(WORDS[region].values()) - VERBS
    others = [word for word in others if not re.search(rf"\b{re.escape(word)}\b", own)]
    return re.compile(r"\b(?:" + "|".join(map(re.escape, sorted(others, key=len, reverse=True))) + r")s?\b", re.I)


@pytest.mark.parametrize("unit", UNITS)
@pytest.mark.parametrize("region", REGIONS)
def test_no_sentence_says_what_nobody_says(region, unit):
    wrong = {(what, text) for text in sentences(region, unit) for what, rule in NEVER.items() if re.search(rule, text)}
    assert wrong == set()


@pytest.mark.parametrize("region", REGIONS)
def test_a_sentence_uses_the_words_of_its_region(region):
    # a lining kit is called so everywhere, and a screw jack is a tool
    known = re.compile(r"[Ll]ining kit|ripped lining|[Tt]he lining is|screw jacks?|Screw jacks", re.I)
    theirs = foreign(region)
    wrong = {text for unit in UNITS for text in sentences(region, unit) if theirs.search(known.sub("", text))}
    assert wrong == set()


@pytest.mark.parametrize(("unit", "other"), [("in", r"\d mm\b"), ("mm", r"\d in\b(?! \d)")])
def test_lengths_in_a_sentence_are_in_the_crews_unit(unit, other):
    wrong = {text for region in REGIONS for text in sentences(region, unit) if re.search(other, text)}
    assert wrong == set()


NO_LENGTH = [
    "",
    "abc",
    "-3",
    "3/7",
    "1/0",
    "5' 14",
    "5-14",
    "2668",
    "99999",
    "0",
    "1e5",
    "2 in 3 mm",
    "1/4 strong shy",
    "7" * 300,
]


@pytest.mark.parametrize("unit", UNITS)
def test_a_refused_length_is_refused_in_words_that_every_region_has(unit):
    """Whoever refuses a length does not know the crew's region: no part is named in the word of one."""
    said = {}
    for kind in LENGTHS:
        for text in NO_LENGTH:
            try:
                read(text, unit, kind)
            except NotALength as refused:
                said[kind, text] = f"{refused.reason}; {refused.accepted}"
    assert {kind for kind, _ in said} == set(LENGTHS)
    rules = [*NEVER.values(), *(foreign(region).pattern for region in REGIONS)]
    words = {case: re.sub("“.*?”", "", text) for case, text in said.items()}
    assert {case: text for case, text in words.items() if any(re.search(rule, text, re.I) for rule in rules)} == {}


TEMPLATES = (
    [(f"{kind.code}.{part}", getattr(kind, part)) for kind in KINDS.values() for part in ("reason", "cure")]
    + [(f"reading {place}", text) for place, ask in PLACES.items() for text in (ask.label, ask.how)]
    + [(f"rule {name}", rule.label) for name, rule in RULES.items()]
    + [(f"term {name}", text) for name, text in TERMS.items()]
    + [(f"figure {one}", one.label) for one in LISTED if hasattr(one, "label")]
)


def test_every_template_speaks_of_no_unit_and_of_no_code():
    """Whatever may be said, raised in a case or not: a length in words is a value, never part of the sentence."""
    written = r"\d(?:/\d+)? ?(?:in|mm|ft)\b|\b\w+_\w+\b(?![^{]*})|\b[Ss]ide [ab]\b|\bleafs\b"
    bare = {name: re.sub(r"\{\w+\}", "", text) for name, text in TEMPLATES}
    assert {name: text for name, text in bare.items() if re.search(written, text)} == {}


def test_reasons_and_cures_are_whole_sentences():
    for kind in KINDS.values():
        for text in (kind.reason, kind.cure):
            assert text == "{extra}" or (text.endswith(".") and (text[0].isupper() or text[0] == "{")), (
                kind.code,
                text,
            )


@pytest.mark.parametrize("region", REGIONS)
def test_every_word_of_the_list_can_be_said(region):
    assert all(fill("a {" + part + "}", region).startswith("A ") for part in WORDS[region])


# a part's name typed into a screen would be wrong in two regions of three
PARTS = r"\b(?:shims?|packers?|casing|architrave|header|lintel|drywall|plasterboard|reveal|quirk|jamb set|side jambs?|king studs?|cripples?|strike)\b"
TEXT = re.compile(
    r'>\s*([^<>{}=;()]*[A-Za-z][^<>{}=;()]*?)\s*<|(?:label|placeholder|title|caption|aria-label)[=:] ?"([^"]+)"'
)
ELSEWHERE = {"Strike it out", "Find: shim, hinge, pocket…"}


def test_no_screen_names_a_part_in_one_regions_word():
    found = {}
    for path in WEB.rglob("*.tsx"):
        for match in TEXT.finditer(path.read_text()):
            text = " ".join((match[1] or match[2]).split())
            if re.search(PARTS, text, re.I) and text not in ELSEWHERE:
                found.setdefault(path.name, []).append(text)
    assert found == {}
