"""The stock book: kept with its sheet, read in its own unit, refused by fact, changed only from its newest state."""

import pytest

KIT = {
    "kind": "pocket_kit",
    "name": "Test kit",
    "source": "sheet T-1",
    "unit": "in",
    "facts": {"leaf_width": "2/6", "bumper": "1"},
}


def kept(client, item):
    answer = client.post("/api/stock", json=item)
    assert answer.status_code == 201, answer.text
    return answer.json()


def test_facts_are_kept_so_that_they_mean_the_same_in_any_job(client):
    """2/6 in a leaf size is 30 in; a bare 1 is an inch here and would be a millimetre elsewhere."""
    facts = kept(client, KIT)["item"]["facts"]
    assert facts == {"leaf_width": "30 in", "bumper": "1 in"}
    track = {**KIT, "kind": "track", "unit": "mm", "facts": {"rating": "60", "length": "2 m", "offset": ""}}
    assert kept(client, track)["item"]["facts"] == {"rating": "60 kg", "length": "2000 mm"}


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"facts": {"leaf_width": "wide"}}, "facts.leaf_width"),
        ({"facts": {"colour": "red"}}, "facts.colour"),
        ({"facts": {"leaf_width": "9 ft"}}, "facts.leaf_width"),
        ({"kind": "track", "facts": {"rating": "heavy"}}, "facts.rating"),
        ({"source": ""}, "source"),  # a figure without its sheet is hearsay
        ({"kind": "window"}, "kind"),
    ],
)
def test_what_cannot_be_is_refused_by_its_fact(client, change, path):
    before = client.get("/api/stock").json()["items"]
    answer = client.post("/api/stock", json=KIT | change)
    assert answer.status_code == 422 and [e["path"] for e in answer.json()["errors"]] == [path]
    assert client.get("/api/stock").json()["items"] == before


def test_an_item_is_changed_from_its_newest_state_and_struck_out(client):
    item = kept(client, KIT)
    url = f"/api/stock/{item['id']}"
    second = client.put(url, json={"version": item["version"], "item": KIT | {"name": "Test kit, new sheet"}})
    assert second.json()["version"] == item["version"] + 1
    late = client.put(url, json={"version": item["version"], "item": KIT})
    assert late.status_code == 409 and late.json()["theirs"]["name"] == "Test kit, new sheet"
    assert client.delete(url, params={"version": 2}).status_code == 204
    assert item["id"] not in [i["id"] for i in client.get("/api/stock").json()["items"]]
    assert client.put(url, json={"version": 2, "item": KIT}).status_code == 404


def test_every_kind_says_what_it_may_hold_in_words(client):
    kinds = {k["kind"]: k for k in client.get("/api/stock").json()["kinds"]}
    assert set(kinds) == {"leaf", "lining_kit", "split_jamb", "steel_frame", "pocket_kit", "track"}
    for kind in kinds.values():
        assert kind["facts"] and all(f["label"] and (f["kind"] or f["name"] == "rating") for f in kind["facts"])
        assert kind["root"].startswith("opening.")
