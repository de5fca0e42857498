"""One opening that cannot be worked out: it says so and stands alone; board, lists, heads, floors and wall go on."""

import copy
import gc
import json
import pickle
from weakref import ref

import pytest

from helpers import PLAIN, inch, plain
from jambo.core.quantities.limits import KINDS
from jambo.core.quantities.notation import exact_text
from jambo.core.quantities.tape import Tape
from jambo.core.rules import RULES
from jambo.demo.jobs import documents
from jambo.format.document import Document
from jambo.format.facts import facts_of
from jambo.format.problems import Refused, parse
from jambo.views.exchange import solve_document
from jambo.views.opening import answers
from jambo.views.opening.answers import answered
from jambo.views.opening.result import length_out
from jambo.views.opening.summary import summarise

ODD = "31 7/64"  # no other test has a leaf of this width


@pytest.fixture
def faulty(monkeypatch):
    """A fault in the rules that only a leaf of one width meets."""

    def solve(opening, wall, rules):
        if opening.leaves[0].width.value.in_inches() == 31 + 7 / 64:
            raise ZeroDivisionError("planted")
        return answers_solve(opening, wall, rules)

    answers_solve = answers.solve
    monkeypatch.setattr(answers, "solve", solve)
    summarise.cache_clear()


def test_a_fault_is_a_stop_with_a_cure_and_no_figures(faulty, caplog):
    result = solve_document(parse(Document, plain(**{"opening.door.leaves": [{"width": ODD, "height": "80"}]})))
    assert (result["figures"], [f["code"] for f in result["flags"]]) == ({}, ["not-worked-out"])
    assert result["flags"][0]["level"] == "stop" and "planted" in caplog.text


def test_the_rest_of_the_job_goes_on(faulty, client, job):
    good = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    first = client.post(f"/api/jobs/{job}/openings", json=good).json()["id"]
    wall = client.get(f"/api/openings/{first}").json()["wall"]["id"]
    odd = plain(
        **{"opening.door.leaves": [{"width": ODD, "height": "80"}], "opening.mark": "D2", "opening.position": None}
    )["opening"]
    client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": odd}).raise_for_status()
    board = client.get(f"/api/jobs/{job}").json()["openings"]
    assert [o["brief"]["counts"]["stop"] for o in board] == [0, 1]
    assert board[1]["brief"]["worst"]["code"] == "not-worked-out" and board[0]["brief"]["ro"]
    lists = client.get(f"/api/jobs/{job}/lists").json()
    assert lists["left_out"] == ["D2"] and lists["stock"]
    heads = client.get(f"/api/jobs/{job}/heads").json()[0]
    assert ([o["name"] for o in heads["openings"]], heads["waiting"]) == (["D1"], ["D2"])
    assert client.get(f"/api/jobs/{job}/floors").status_code == 200
    layout = client.post(f"/api/walls/{wall}/layout", json={}).json()["layout"]
    assert ([o["name"] for o in layout["openings"]], layout["refused"]) == (["D1"], ["D2"])


def test_what_is_kept_and_is_no_document_stands_alone_too(local, client, job):
    """A document of another time, or one somebody put there by hand."""
    first = client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"], "opening": PLAIN["opening"]})
    bad = client.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "D2"}}).json()["id"]
    with local.database.transaction(writes=True) as t:
        t.run("""UPDATE opening SET doc = '{"mark": "D2", "colour": "red"}' WHERE id = %s""", [bad])
    board = client.get(f"/api/jobs/{job}").json()["openings"]
    assert [bool(o["brief"]["errors"]) for o in board] == [False, True]
    assert client.get(f"/api/jobs/{job}/lists").json()["left_out"] == ["D2"]
    for view in ("heads", "floors"):
        assert client.get(f"/api/jobs/{job}/{view}").status_code == 200
    kept = client.get(f"/api/jobs/{job}").json()
    renamed = {"version": kept["version"], "job": {**kept["job"], "name": "Renamed"}}
    assert client.put(f"/api/jobs/{job}", json=renamed).status_code == 200
    assert first.status_code == 201


@pytest.mark.parametrize("name", RULES)
def test_no_house_rule_at_its_ends_breaks_an_answer(name):
    """The least and the greatest a rule takes: a figure, a flag or a refusal by its name, never a fault."""
    for document in documents():
        habit = document["unit"]
        for end in _ends(name, habit):
            rules = {"rules": {"job": {**document.get("rules", {}).get("job", {}), name: end}}}
            try:
                facts = facts_of(parse(Document, document | rules))
            except Refused as refused:
                assert name in ("shim_tip", "shim_butt") and refused.errors[0].path == "rules.job.shim_butt"
                continue
            assert answers.solve(facts.opening, facts.wall, facts.rules).figures


def _ends(name, habit):
    kind = KINDS[RULES[name].kind]
    return [exact_text(end, habit) for end in (kind.least, kind.most)]


def test_what_answers_share_is_nobodys_to_change_and_a_copy_is_whose_it_is():
    told = length_out(inch("81 7/16"), Tape.of("in"))
    for change in (
        lambda: told.update(text="nothing"),
        lambda: told["exact"].pop("value"),
        lambda: told.__setitem__("text", ""),
    ):
        with pytest.raises(TypeError, match="copy it first"):
            change()
    for copied in (copy.deepcopy(told), pickle.loads(pickle.dumps(told)), told | {}, json.loads(json.dumps(told))):
        assert copied == told and type(copied) is dict
        copied["text"] = "nothing"
    assert told["text"] == "81 7/16 in"


@pytest.mark.parametrize("named", ["spacer", "hinge_gap", "leg_length", "{leg}", "own name: oak"])
def test_a_layer_is_called_what_it_was_called_whatever_else_has_that_name(named):
    doc = plain(**{"opening.floors.a": [{"name": named, "thickness": "3/4"}]})
    assert [t["label"] for t in solve_document(parse(Document, doc))["figures"]["floor_a"]["terms"]] == [named]


def test_a_document_nobody_holds_any_more_goes_with_its_answer():
    for more in ({}, {"usual": {"casing": {"width": "2 1/4"}}}):
        document = parse(Document, PLAIN | more)
        of = answered(document)
        assert of.result is not None and of.meant.opening.mark == document.opening.mark
        gone = ref(document)
        del document
        gc.collect()
        assert gone() is None
