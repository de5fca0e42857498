"""What a field is told while somebody types, and the lists a screen is made of."""

import pytest

from helpers import plain


def hear(client, text, unit="in", kind="height", **more):
    return client.get("/api/heard", params={"text": text, "unit": unit, "kind": kind, **more})


@pytest.mark.parametrize(
    ("text", "unit", "kind", "text_out", "also_unit", "canonical"),
    [
        ("82 1/2", "in", "height", "82 1/2 in", "2096 mm", "82 1/2 in"),  # 2095.5, halves up
        ("6-10 1/2", "in", "height", "82 1/2 in", "2096 mm", "82 1/2 in"),
        ("686", "mm", "leaf_width", "686 mm", "27 in", "686 mm"),  # 27.0079 in
        ("2/6", "mm", "leaf_width", "762 mm", "30 in", "762 mm"),
        ("7/16", "mm", "layer", "11 mm", "7/16 in", "7/16 in"),  # no whole or half millimetre: it stays as it is
        ("12.5", "mm", "finish", "13 mm", "1/2 in", "12.5 mm"),
        ("1/32", "in", "gap", "1/16 in", "1 mm", "1/32 in"),  # half a sixteenth goes up
    ],
)
def test_heard_in_both_systems_and_kept_exactly(client, text, unit, kind, text_out, also_unit, canonical):
    told = hear(client, text, unit, kind).json()
    assert (told["length"]["text"], told["length"]["also"], told["canonical"]) == (text_out, also_unit, canonical)
    again = hear(client, told["canonical"], "mm" if unit == "in" else "in", kind).json()
    assert again["length"]["mm"] == told["length"]["mm"]


def test_heard_on_a_finer_tape(client):
    assert hear(client, "1/32", kind="gap", step="1/32").json()["length"]["text"] == "1/32 in"
    assert hear(client, "20.5", "mm", "gap", step="1/2").json()["length"]["text"] == "20.5 mm"
    assert hear(client, "80-", step="1/32").json()["canonical"] == "79 63/64 in"  # half a mark of that tape under


def test_a_call_out_tells_the_height_and_a_doubtful_width_its_other_meaning(client):
    assert hear(client, "2668", kind="leaf_width").json()["height"] == "80 in"
    doubtful = hear(client, "2/8", kind="leaf_width").json()
    assert (doubtful["canonical"], doubtful["also"], doubtful["also_canonical"]) == ("32 in", "28 in", "28 in")
    assert hear(client, "2-8", "mm", "leaf_width").json()["canonical"] == "32 in"  # 812.8 mm is on no tape


@pytest.mark.parametrize(
    ("text", "kind", "marks", "heard"),
    [
        ("1/16", "gap", -1, "0 in"),
        ("0", "gap", -1, "0 in"),  # never below nothing
        ("80", "leaf_height", 16, "81 in"),
        ("6/8", "leaf_height", 1, "80 1/16 in"),
    ],
)
def test_steps_start_from_any_notation_and_stay_possible(client, text, kind, marks, heard):
    query = {"text": text, "unit": "in", "kind": kind, "marks": marks}
    assert client.get("/api/steps", params=query).json()[0]["canonical"] == heard


@pytest.mark.parametrize(
    ("text", "kind", "marks", "heard"),
    [
        ("31 15/32", "leaf_width", 1, ["31 1/2 in", "31 9/16 in", "31 5/8 in"]),
        ("1/8", "gap", -1, ["1/16 in", "0 in"]),  # and stays there
        ("1 7/8", "gap", 1, ["1 15/16 in", "2 in"]),  # no gap is wider
    ],
)
def test_steps_are_told_ahead_as_far_as_there_are_any(client, text, kind, marks, heard):
    query = {"text": text, "unit": "in", "kind": kind, "marks": marks, "ahead": 3}
    told = client.get("/api/steps", params=query).json()
    assert [step["canonical"] for step in told] == heard
    one = {"unit": "in", "kind": kind, "marks": marks}
    for before, step in zip([text, *heard], told, strict=False):  # each as if it had been asked for by itself
        assert client.get("/api/steps", params={**one, "text": before}).json() == [step]


def test_a_step_past_what_can_be_is_refused(client):
    query = {"text": "2", "unit": "in", "kind": "gap", "marks": 1}
    answer = client.get("/api/steps", params=query)
    assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "text")


def test_catalogue_holds_what_the_screen_offers(client):
    told = client.get("/api/catalogue").json()
    assert told["rules"]["side_shim"]["default"] == {"in": "1/4 in", "mm": "7 mm"}
    assert told["rules"]["side_shim"]["label"]["britain"] == "Packer space, each side"
    assert "30 in" in told["stock"]["in"]["width"] and "762 mm" in told["stock"]["mm"]["width"]
    for unit, sizes in told["stock"].items():  # every size offered is a size accepted
        for kind, texts in sizes.items():
            for text in texts:
                assert hear(client, text, unit, f"leaf_{kind}").status_code == 200, text


def test_the_format_and_the_api_describe_themselves(client):
    assert client.get("/api/format").json()["properties"]["unit"]
    described = client.get("/api/openapi.json").json()
    assert {"/api/solve", "/api/openings/{opening_id}", "/api/heard"} <= described["paths"].keys()


@pytest.mark.parametrize(
    ("path", "kind", "shown", "texts"),
    [
        ("opening.header.depth", "header_depth", {}, ("7 1/4", "7.25", "7 1/4+", "184 mm")),
        ("wall.height", "wall_height", {"step": "1/32"}, ("8'1 1/2", "97 17/32", "97 1/2-")),
        ("opening.position.distance", "position", {"words": "britain"}, ("60", "5-0", "1524 mm")),
        ("opening.rules.head_gap", "gap", {}, ("1/16", "0", "2 mm")),
    ],
)
def test_an_opening_is_the_same_with_a_length_as_typed_and_as_kept(client, path, kind, shown, texts):
    """So that the answer to what is typed may stand for what is kept of it."""
    for text in texts:
        canonical = client.get("/api/heard", params={"text": text, "unit": "in", "kind": kind, **shown}).json()
        typed, kept = (
            client.post("/api/solve", json=plain(**{path: said, "show": shown})).json()
            for said in (text, canonical["canonical"])
        )
        there = typed.pop("heard"), kept.pop("heard")
        assert typed == kept, text
        assert {one[path]["canonical"] for one in there} == {there[0][path]["canonical"]}, text
        assert there[0][path]["length"] == canonical["length"], text


@pytest.mark.parametrize(
    ("text", "against", "told"),
    [
        ("32", "129/4 in", "1/4 in less"),
        ("32 3/8", "129/4 in", "1/8 in more"),
        ("32 1/4", "129/4 in", "the same"),
        ("32 1/4", "1033/32 in", "1/16 in less"),  # 1/32: half a mark goes up
        ("32 1/4", "2065/64 in", "the same"),  # 1/64: less than half a mark
        ("820 mm", "129/4 in", "1/16 in more"),  # 819.15 mm: 0.85 mm more, 0.033 in
        ("32", "", None),
    ],
)
def test_a_reading_is_held_against_what_was_planned(client, text, against, told):
    assert hear(client, text, against=against).json()["against"] == told
