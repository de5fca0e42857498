"""Floors of a job over the API: who waits, what would change for whom, and what is kept when one changes."""

import pytest

from helpers import PLAIN, plain

TILE = {"key": "tile", "name": "Tile", "layers": [{"name": "tile", "thickness": "3/4", "allowance": "not chosen"}]}
OAK = {"key": "oak", "name": "Oak", "layers": [{"name": "boards", "thickness": "3/4"}]}


def thicker(floor, thickness, **layer):
    return {**floor, "layers": [{"name": floor["layers"][0]["name"], "thickness": thickness, **layer}]}


class Job:
    """A job with four doors in one wall: on oak, between oak and tile, on tile, and on layers of its own."""

    def __init__(self, client, job):
        self.client, self.url = client, f"/api/jobs/{job}"
        assert self.save([OAK, TILE]).status_code == 200
        wall = None
        self.ids = {}
        for mark, floors in (
            ("on oak", {"a_from": "oak", "b_from": "oak"}),
            ("between", {"a_from": "oak", "b_from": "tile"}),
            ("on tile", {"a_from": "tile", "b_from": "tile"}),
            ("own", PLAIN["opening"]["floors"]),
        ):
            body = {"opening": {**plain()["opening"], "mark": mark, "floors": floors}}
            body |= {"wall": PLAIN["wall"]} if wall is None else {"wall_id": wall}
            answer = client.post(f"{self.url}/openings", json=body)
            assert answer.status_code == 201, answer.text
            self.ids[mark] = answer.json()["id"]
            wall = client.get(self.url).json()["walls"][0]["id"]

    def save(self, floors, version=None):
        version = version or self.client.get(self.url).json()["version"]
        return self.client.put(f"{self.url}/floors", json={"version": version, "floors": floors})

    def tried(self, floors):
        answer = self.client.post(f"{self.url}/floors/try", json={"floors": floors})
        return {c["name"]: c for c in answer.json()}

    def log(self, mark):
        lines = self.client.get(f"{self.url}/log", params={"opening_id": self.ids[mark]}).json()["lines"]
        return [line for line in lines if line["what"] == "floor changed"]


@pytest.fixture
def doors(client, job):
    return Job(client, job)


def test_every_floor_says_who_uses_it_and_what_waits_on_it(client, doors):
    use = client.get(f"{doors.url}/floors").json()["use"]
    oak, tile = use["floors"]
    assert [(u["name"], u["sides"]) for u in oak["used_by"]] == [("on oak", ["A", "B"]), ("between", ["A"])]
    assert [u["waits"] for u in oak["used_by"]] == [[], []]  # oak is chosen
    assert [u["name"] for u in tile["used_by"]] == ["between", "on tile"]
    assert tile["allowances"] == ["not chosen"] and tile["thick"]["text"] == "3/4 in"
    assert tile["used_by"][1]["waits"] == [
        "Rough opening height",
        "Jack length",
        "Upper cripple length",
        "Side jamb length",
        "Side jamb stop",
    ]
    assert (use["own"], use["unsaid"]) == ([], [])


def test_a_change_is_tried_for_exactly_those_it_moves_and_nothing_is_kept(client, doors):
    """The leaf of "between" opens to A over oak of 3/4; nobody said what runs under it: tile at 1 in on side B does, and raises it."""
    before = client.get(doors.url).json()
    tried = doors.tried([OAK, thicker(TILE, "1")])
    assert sorted(tried) == ["between", "on tile"]
    assert {"floor_b", "floor_under", "ro_height"} <= {m["name"] for m in tried["between"]["moved"]}
    moved = {m["name"]: (m["before"]["text"], m["after"]["text"], m["cut"]) for m in tried["on tile"]["moved"]}
    assert moved["ro_height"] == ("82 3/8 in", "82 5/8 in", False)
    assert moved["leg_length"] == ("81 3/8 in", "81 5/8 in", True)
    assert client.get(doors.url).json() == before and doors.log("on tile") == []


def test_pieces_that_were_cut_and_leaves_that_hang_are_named(client, doors):
    url = f"/api/openings/{doors.ids['on tile']}/events"
    client.post(url, json={"what": "cut", "key": "leg_length"})
    client.post(url, json={"what": "set"})
    tile = doors.tried([OAK, thicker(TILE, "1")])["on tile"]
    assert [m["name"] for m in tile["moved"] if m["was_cut"]] == ["leg_length"]
    assert [f["code"] for f in tile["flags"]] == ["new-floor-gap-smaller", "set-short"]
    assert tile["done"] == ["set"] and "1/4 in comes off its bottom" in tile["flags"][0]["cure"]


def test_a_floor_chosen_is_kept_with_a_line_for_every_opening_that_moved(client, doors):
    answer = doors.save([OAK, thicker(TILE, "1")])
    assert [c["name"] for c in answer.json()["changes"]] == ["between", "on tile"]
    line = doors.log("on tile")[0]["detail"]
    assert line["floors"] == ["Tile"]
    assert {"figure": "ro_height", "before": "82 3/8 in", "after": "82 5/8 in"} in line["moved"]
    assert doors.log("on oak") == doors.log("own") == []
    ro = {o["mark"]: o["brief"]["ro"] for o in client.get(doors.url).json()["openings"]}
    assert (ro["on tile"], ro["on oak"]) == ("32 1/4 × 82 5/8 in", "32 1/4 × 82 3/8 in")


def test_a_new_name_moves_nothing(doors):
    assert doors.tried([{**OAK, "name": "Old oak"}, TILE]) == {}


@pytest.mark.parametrize(
    ("floors", "told"),
    [
        ([OAK], "stands on the floor 'tile'"),
        ([OAK, thicker(TILE, "9 ft")], "cannot be"),
        ([OAK, OAK, TILE], "two floors are called 'oak'"),
        ([OAK, {**TILE, "key": "The tile!"}], "small letters, digits and hyphens"),
    ],
)
def test_a_change_that_cannot_be_is_refused_and_nothing_is_lost(client, doors, floors, told):
    before = client.get(f"{doors.url}/floors").json()
    answer = doors.save(floors)
    assert answer.status_code == 422 and any(told in e["reason"] + e["accepted"] for e in answer.json()["errors"])
    assert client.get(f"{doors.url}/floors").json() == before


def test_a_change_of_an_older_job_is_refused_with_both(client, doors):
    old = client.get(doors.url).json()["version"]
    assert doors.save([OAK, thicker(TILE, "1")], old).status_code == 200
    late = doors.save([OAK, thicker(TILE, "1/2")], old)
    assert late.status_code == 409 and late.json()["version"] == old + 1


def test_a_floor_nobody_has_said_is_listed(client, doors):
    body = {
        "wall_id": client.get(doors.url).json()["walls"][0]["id"],
        "opening": {"mark": "new", "floors": {"a_from": "oak"}},
    }
    client.post(f"{doors.url}/openings", json=body)
    unsaid = client.get(f"{doors.url}/floors").json()["use"]["unsaid"]
    assert [(u["name"], u["sides"]) for u in unsaid] == [("new", ["B"])]
    answer = client.post(f"{doors.url}/openings", json={"opening": {"floors": {"a_from": "moss"}}})
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"] == "opening.floors.a_from"
