"""Names, words and paths hold together: nothing a rule produces is without a label, and every path leads somewhere."""

import re

import pytest
from flag_cases import FLAGS
from test_refloor import CASES as FLOOR_CASES
from test_wall import CASES as WALL_CASES

from helpers import BYPASS, POCKET, SLIDER, demo_document, plain, solved
from jambo.core.all_flags import KINDS as FLAG_KINDS
from jambo.core.labels import template_of
from jambo.core.quantities.figure import Figure
from jambo.core.quantities.limits import KINDS, allows
from jambo.core.quantities.tape import Tape
from jambo.core.rules import RULES
from jambo.core.words.lists import REGIONS, WORDS
from jambo.format.declared import Of
from jambo.format.document import Document, Rules
from jambo.format.facts import facts_of
from jambo.format.problems import parse
from jambo.views.exchange import solve_document
from jambo.views.opening.answers import FAILED
from jambo.views.opening.result import flag_out, label

MARKS = ["101", "102", "103", "104", "105", "106", "107", "L1", "L2", "L3", "L4", "N2", "N3", "N7", "N10"]


def resolves(path):
    """Whether a path names a field of the format (indices apart)."""
    at = Document
    for part in re.sub(r"\[\d+\]", "", path).split("."):
        fields = getattr(at, "model_fields", None)
        if fields is None or part not in fields:
            return False
        at = fields[part].annotation
        while not hasattr(at, "model_fields") and getattr(at, "__args__", None):
            at = next(
                (a for a in at.__args__ if hasattr(a, "model_fields") or getattr(a, "__args__", None)), at.__args__[0]
            )
    return True


@pytest.mark.parametrize("mark", MARKS)
def test_every_term_leads_to_a_field_or_a_figure(mark):
    result = solved(demo_document(mark))
    for figure in result.figures.values():
        assert template_of(figure.name)
        for term in (*figure.terms, *figure.considered) if isinstance(figure, Figure) else ():
            if term.source.kind == "figure":
                assert term.source.path in result.figures
            else:
                assert resolves(term.source.path), term
    for missing in result.missing:
        assert resolves(missing.path), missing
    for shape in result.shapes:
        assert set(shape.figures) <= result.figures.keys(), shape


@pytest.mark.parametrize(("changes", "code"), FLAGS, ids=[code for _, code in FLAGS])
@pytest.mark.parametrize("words", REGIONS)
def test_every_flag_speaks_in_whole_sentences(changes, code, words):
    flag = next(f for f in solved(plain(**changes)).flags if f.code == code)
    for tape in (Tape.of("in"), Tape.of("mm")):
        said = flag_out(flag, tape, words)
        for text in (said["reason"], said["cure"]):
            assert text[0].isupper() or text[0].isdigit()
            assert text.endswith(".") and not re.search(r"[{}]|None|Length", text)
    assert resolves(flag.path) and set(flag.figures) <= solved(plain(**changes)).figures.keys()


def test_every_flag_has_a_case():
    assert {code for _, code in FLAGS} | {code for *_, code in WALL_CASES} | {c[2] for c in FLOOR_CASES} | {
        FAILED.code
    } == FLAG_KINDS.keys()


def test_house_rules_and_the_format_agree():
    fields = {n: f for n, f in Rules.model_fields.items() if n != "school"}
    assert list(fields) == list(RULES)
    for name, rule in RULES.items():
        assert [m.kind for m in fields[name].metadata if isinstance(m, Of)] == [rule.kind]
        for habit in ("in", "mm"):
            assert allows(rule.default(habit), KINDS[rule.kind]), name
        assert {label(name, words) for words in REGIONS}


def test_word_lists_name_the_same_parts():
    assert len({frozenset(WORDS[region]) for region in REGIONS}) == 1
    out = {r: solve_document(parse(Document, plain(show={"words": r}))) for r in REGIONS}
    assert [out[r]["figures"]["leg_length"]["label"] for r in REGIONS] == [
        "Side jamb length",
        "Jamb leg length",
        "Jamb stile length",
    ]
    assert [p["label"] for p in out["britain"]["pieces"]] == [
        "Full-height stud", "Cripple stud", "Lintel", "Short stud", "Jamb leg", "Head", "Jamb leg stop", "Head stop",
    ]  # fmt: skip


def test_what_was_heard_comes_back_by_path():
    facts = facts_of(parse(Document, plain(**{"opening.door": {"leaves": [{"width": "2668"}]}})))
    assert facts.heard["opening.door.leaves[0].width"].reading == "2 ft 6 in by 6 ft 8 in"
    assert facts.heard["opening.door.leaves[0].height"].length == facts.opening.leaves[0].height.value


@pytest.mark.parametrize(
    ("changes", "path"),
    [
        ({}, "leaves[0].width"),
        (POCKET, "leaves[0].width"),
        (SLIDER, "opening_width"),
        (BYPASS, "opening_width"),
        ({"opening.door": {"kind": "cased", "opening_width": "36 in", "opening_height": "82"}}, "opening_width"),
    ],
)
def test_a_way_through_is_told_at_the_width_that_was_said(changes, path):
    flags = solved(plain(**changes)).flags
    assert {f.path for f in flags if "-way" in f.code or f.code == "caution-clear-width"} == {f"opening.door.{path}"}
