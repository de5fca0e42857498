"""The open format: what is refused and in which words, and what comes back can go in again."""

import json
import subprocess
from fractions import Fraction

import jsonschema_rs
import pytest

from helpers import BYPASS, PLAIN, POCKET, inch, plain
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.problems import Refused, parse
from jambo.running.machine import ROOT
from jambo.views.exchange import schema, solve_document, solve_text

WIDTH = "opening.door.leaves[0].width"


def leaf(**facts):
    return {"opening.door": {"leaves": [facts]}}


REFUSED = [
    (leaf(width="wide"), WIDTH, "is not a length"),
    (leaf(width="🚪🚪"), WIDTH, "is not a length"),
    (leaf(width="3" * 10_000), WIDTH, "too long"),
    (leaf(width=30), WIDTH, "a length needs tape text"),
    (leaf(width={"value": "x", "unit": "in"}), WIDTH, "is not a number"),
    (leaf(width={"value": "1/0", "unit": "in"}), WIDTH, "is not a number"),
    (leaf(width={"value": 700, "unit": "cm"}), WIDTH + ".unit", "not one of the choices"),
    (leaf(width="200 in"), WIDTH, "cannot be a leaf width"),
    (leaf(widht="30"), "opening.door.leaves[0].widht", "not a key"),
    (leaf(width="2668", height="84"), "opening.door.leaves[0].height", "the call-out in the width says 80 in"),
    ({"wall.length": "24"}, WIDTH, "wider than the wall"),
    ({"opening.floors.a": [{"thickness": "-1/2"}]}, "opening.floors.a[0].thickness", "cannot be negative"),
    ({"opening.floors.a": "oak"}, "opening.floors.a", "a list is needed"),
    ({"opening.header.depth": "120"}, "opening.header.depth", "cannot be a depth over the opening"),
    ({"wall.height": "84", "opening.header.depth": "85"}, "opening.header.depth", "cannot be a depth over the opening"),
    ({"opening.header.jacks": 9}, "opening.header.jacks", "this is too much"),
    ({"opening.position.distance": "200"}, "opening.position.distance", "past the end of the wall"),
    ({"opening.rules": {"side_shim": "9"}}, "opening.rules.side_shim", "cannot be a space round the frame"),
    ({"opening.mark": "M" * 50}, "opening.mark", "too long"),
    ({"unit": "furlong"}, "unit", "not one of the choices"),
    ({"unit": None}, "unit", "missing"),
    ({"rules": {"boss": {}}}, "rules.boss", "not a key"),
]


@pytest.mark.parametrize(("changes", "path", "says"), REFUSED)
def test_refused_by_field(changes, path, says):
    with pytest.raises(Refused) as refused:
        solve_document(parse(Document, plain(**changes)))
    found = {e.path: e for e in refused.value.errors}
    assert path in found, found
    assert says in found[path].reason
    assert found[path].accepted


def test_misspelt_key_is_guessed():
    with pytest.raises(Refused, match="did you mean width"):
        parse(Document, plain(**leaf(widht="30")))


def test_not_json_names_the_place():
    with pytest.raises(Refused, match=r"not JSON .*line 2"):
        solve_text('{\n"unit": in}')


def test_results_are_exact_and_tape_text_and_can_be_written_back():
    out = solve_document(parse(Document, PLAIN))
    height = out["figures"]["ro_height"]["value"]
    assert height["text"] == "82 3/8 in"
    assert height["exact"] == {"value": "659/8", "unit": "in"}
    assert sum(Fraction(t["value"]["exact"]["value"]) for t in out["figures"]["head_underside"]["terms"]) == Fraction(
        651, 8
    )
    for form in (height["text"], height["exact"], {"value": 82.375, "unit": "in"}):
        again = solve_document(parse(Document, plain(**{"wall.height": form, "opening.header": {}})))
        assert again["figures"]["wall_top"]["value"]["exact"] == height["exact"]


def test_units_and_words_are_shown_as_asked():
    out = solve_document(parse(Document, plain(show={"unit": "mm", "words": "britain"})))
    # 82 3/8 in = 2092.325 mm; an opening rounds up, so the mark is a shade over the true height
    assert (out["figures"]["ro_height"]["value"]["text"], out["figures"]["ro_height"]["value"]["moved"]) == (
        "2093 mm",
        "shy",
    )
    assert out["figures"]["header_length"]["label"] == "Lintel length"
    fine = solve_document(parse(Document, plain(show={"step": "1/32"}, **leaf(width="30 1/32 in", height="80"))))
    assert fine["figures"]["ro_width"]["value"]["digits"] == "32 9/32"


def test_rules_nearest_wins_and_say_where_they_come_from():
    doc = plain(rules={"crew": {"side_shim": "3/8", "head_shim": "3/8"}, "job": {"side_shim": "5/16"}})
    out = solve_document(parse(Document, doc))
    side = out["figures"]["build_up_width"]["terms"][1]
    head = out["figures"]["build_up_height"]["terms"][1]
    assert (side["each"]["digits"], side["detail"], side["path"]) == ("5/16", "job", "rules.job.side_shim")
    assert (head["detail"], out["figures"]["frame_inside_width"]["terms"][1]["detail"]) == ("crew", "default")
    doc["opening"]["rules"] = {"side_shim": "1/2"}
    nearest = solve_document(parse(Document, doc))["figures"]["build_up_width"]["terms"][1]
    assert (nearest["each"]["digits"], nearest["path"]) == ("1/2", "opening.rules.side_shim")


def test_schema_covers_every_part():
    made = schema()
    assert made["additionalProperties"] is False
    assert {"Leaf", "Wall", "Floors", "Header", "Position", "Rules"} <= made["$defs"].keys()


def run(*arguments, text=None):
    return subprocess.run([ROOT / "jambo", *arguments], input=text, capture_output=True, text=True)


def test_solve_command_reads_standard_input():
    done = run("solve", "-", text=json.dumps(PLAIN))
    assert done.returncode == 0, done.stderr
    assert (
        Fraction(json.loads(done.stdout)["figures"]["ro_width"]["value"]["exact"]["value"])
        == inch("32 1/4").in_inches()
    )


@pytest.mark.parametrize(
    ("text", "says"),
    [("{", "not JSON"), (json.dumps(plain(**leaf(width="wide"))), WIDTH), ("[]", "object is needed")],
)
def test_solve_command_refuses_in_plain_lines(text, says):
    done = run("solve", "-", text=text)
    assert done.returncode == 1
    assert says in done.stderr
    assert "Traceback" not in done.stderr


def test_the_example_in_the_format_page_solves():
    page = (ROOT / "docs" / "FORMAT.md").read_text()
    example = page.split("```json")[1].split("```")[0]
    assert solve_text(example)["missing"] == []


def test_every_result_is_what_its_schema_says():
    check = jsonschema_rs.validator_for(schema("result"))
    for document in [*documents(), plain(**POCKET), plain(**BYPASS), {"unit": "mm"}]:
        check.validate(json.loads(json.dumps(solve_document(parse(Document, document)))))
