"""What came for a job: measured, judged for its opening, put where it serves best, and given to both openings of a swap."""

import pytest

from helpers import PLAIN

UNIT = {"kind": "flat_jamb", "supply": "pre_hung"}


@pytest.fixture
def job(client):
    """Two openings for pre-hung units: 104 with a leaf of 30 in a wall of 4 1/2, 108 the same in a wall of 4 3/4."""
    number = client.post("/api/jobs", json={"name": "Came"}).json()["id"]
    for mark, finish in (("104", "1/2"), ("108", "5/8")):
        wall = PLAIN["wall"] | {"length": "15'", "finish_a": finish, "finish_b": finish}
        of = client.post(f"/api/jobs/{number}/walls", json=wall).json()["id"]
        opening = PLAIN["opening"] | {"mark": mark, "frame": UNIT}
        client.post(f"/api/jobs/{number}/openings", json={"wall_id": of, "opening": opening}).raise_for_status()
    return f"/api/jobs/{number}"


def line(client, job, starts="pre-hung unit", mark="104"):
    counters = client.get(f"{job}/buying").json()["counters"]
    lines = (one for of in counters for one in of["lines"] if one["label"].lower().startswith(starts))
    return next(one for one in lines if any(told.startswith(mark) for told in one["marks"]))


def order(client, job, count, starts="pre-hung unit", mark="104"):
    of = line(client, job, starts, mark)["key"]
    client.post(f"{job}/buying/orders", json={"key": of, "count": count}).raise_for_status()
    return line(client, job, starts, mark)["orders"][-1]["id"]


def came(client, job, of, **measured):
    answer = client.post(f"{job}/buying/orders/{of}/came", json={"count": 1, "measured": measured})
    assert answer.status_code == 201, answer.text
    return max(one["came"] for one in things(client, job))


def things(client, job, **query):
    return client.get(f"{job}/buying/delivered", params=query).json()["things"]


def opening(client, job, mark):
    found = next(o for o in client.get(job).json()["openings"] if o["mark"] == mark)
    return client.get(f"/api/openings/{found['id']}").json()


def test_units_in_each_others_place_are_swapped_and_both_openings_say_what_came(client, job):
    """104 wants 4 9/16 of depth (wall 4 1/2 and 1/16), 108 wants 4 13/16; the first that came is 4 13/16 deep, the second 4 9/16."""
    deep = came(client, job, order(client, job, 1), depth="4 13/16", outside_width="31 3/4")
    thin = came(client, job, order(client, job, 1, mark="108"), depth="4 9/16", outside_width="31 5/8")
    first, second = things(client, job)
    assert [f["code"] for f in first["meant"][0]["findings"]] == ["stands-proud"]
    assert (first["meant"][0]["mark"], first["meant"][0]["level"], first["place"]["mark"]) == ("104", "will_do", "108")
    assert (second["meant"][0]["level"], second["place"]["mark"], second["place"]["level"]) == (
        "wrong",
        "104",
        "will_do",
    )
    (swap,) = client.get(f"{job}/buying/delivered").json()["swaps"]
    assert "that came for 104 serves 108 as it is" in swap["text"]
    assert "that came for 108 serves 104 as it is" in swap["text"]
    assert client.post(f"{job}/buying/given", json={"moves": swap["moves"]}).status_code == 201
    said = {mark: opening(client, job, mark)["opening"] for mark in ("104", "108")}
    assert [said[m]["unit"]["outside_width"] for m in ("104", "108")] == ["31 5/8 in", "31 3/4 in"]
    assert [said[m]["frame"]["depth"] for m in ("104", "108")] == ["4 9/16 in", "4 13/16 in"]
    assert {(one["came"], one["given"]) for one in things(client, job)} == {(deep, "108"), (thin, "104")}
    for mark in ("104", "108"):
        bought = line(client, job, mark=mark)
        assert (bought["needed"], bought["ordered"], bought["came"], bought["to_order"]) == (1, 1, 1, 0)
    again = client.post(f"{job}/buying/given", json={"moves": swap["moves"]})
    assert again.status_code == 422
    assert again.json()["errors"][0]["path"] == "moves[0].came"


def test_what_was_given_is_taken_back_and_the_opening_says_what_it_said_before(client, job):
    of = order(client, job, 1)
    thing = came(client, job, of, outside_width="31 1/2")
    at = opening(client, job, "104")
    client.post(f"{job}/buying/given", json={"moves": [{"came": thing, "opening": at["id"]}]}).raise_for_status()
    (row,) = things(client, job)
    assert row["given"] == "104"
    refused = client.post(f"{job}/buying/orders/{of}/back", json={"count": 1})
    assert refused.json()["errors"][0]["reason"] == "0 of them are here, and 1 given to openings"
    assert client.delete(f"{job}/buying/lines/{thing}").status_code == 422  # it came, and is in its opening
    assert client.delete(f"{job}/buying/lines/{row['given_line']}").status_code == 204
    assert opening(client, job, "104")["opening"] == {**at["opening"], "unit": {}, "frame": UNIT}
    assert [one["given"] for one in things(client, job)] == [""]
    words = [e["words"] for e in client.get(f"{job}/log").json()["lines"]]
    assert any("outside width 31 1/2" in w for w in words)


def test_a_wrong_unit_serves_nowhere_and_building_to_it_stands_beside_sending_it_back(client, job):
    of = order(client, job, 1)
    thing = came(client, job, of, outside_width="29 3/4")  # a leaf of 28
    (row,) = things(client, job)
    assert (row["meant"][0]["level"], row["place"]) == ("wrong", None)
    assert {b["mark"] for b in row["build"]} == {"104", "108"}
    assert [f["code"] for f in row["build"][0]["findings"]] == ["plan-it", "narrower-way"]
    at = opening(client, job, "104")["id"]
    refused = client.post(f"{job}/buying/given", json={"moves": [{"came": thing, "opening": at}]})
    assert refused.json()["errors"][0]["reason"] == "it is wrong for 104"
    client.post(f"{job}/buying/orders/{of}/back", json={"count": 1, "came": thing}).raise_for_status()
    assert things(client, job) == []
    assert line(client, job)["to_order"] == 1


def test_what_nobody_measured_goes_where_it_was_bought_for_alone(client, job):
    at = opening(client, job, "108")
    doc = at["opening"] | {
        "door": at["opening"]["door"] | {"leaves": [{"width": "28 in", "height": "80", "thickness": "1 3/8"}]}
    }
    client.put(f"/api/openings/{at['id']}", json={"version": at["version"], "opening": doc}).raise_for_status()
    counters = client.get(f"{job}/buying").json()["counters"]
    thirty = next(
        one["key"] for c in counters for one in c["lines"] if one["marks"] == ["104"] and "unit" in one["key"]
    )
    client.post(f"{job}/buying/orders", json={"key": thirty, "count": 1}).raise_for_status()
    of = next(
        o["id"] for c in client.get(f"{job}/buying").json()["counters"] for one in c["lines"] for o in one["orders"]
    )
    thing = came(client, job, of)
    give = f"{job}/buying/given"
    refused = client.post(give, json={"moves": [{"came": thing, "opening": at["id"]}]})
    assert refused.json()["errors"][0]["reason"] == "it was not bought for 108, and nobody has measured it"
    right = opening(client, job, "104")["id"]
    assert client.post(give, json={"moves": [{"came": thing, "opening": right}]}).status_code == 201
    assert client.post(give, json={"moves": [{"came": thing, "opening": right}]}).status_code == 422


def test_what_is_measured_is_judged_before_it_is_kept_in_the_unit_it_is_typed_under(client, job):
    of = order(client, job, 2)
    tried = {"measured": {"outside_width": "803"}, "unit": "mm"}  # 31 5/8 and a shade
    verdicts = client.post(f"{job}/buying/orders/{of}/verdict", json=tried, params={"unit": "mm"}).json()
    assert [(v["mark"], v["level"], [f["code"] for f in v["findings"]]) for v in verdicts] == [
        ("104", "will_do", ["play-becomes"])
    ]
    assert things(client, job) == []
    assert client.post(f"{job}/buying/orders/{of}/verdict", json={"measured": {}}).json() == []
    wrong = client.post(f"{job}/buying/orders/{of}/came", json={"count": 1, "measured": {"depth": "deep"}})
    assert wrong.json()["errors"][0]["path"] == "measured.depth"
    assert things(client, job) == []  # refused whole
    number = came(client, job, of)
    assert [one["measured"] for one in things(client, job)] == [[]]
    check = f"{job}/buying/lines/{number}/check"
    assert client.post(check, json=tried | {"seen": 0}).status_code == 201
    (row,) = things(client, job, unit="mm")
    assert row["measured"] == [
        {"key": "outside_width", "label": "Over its backs", "text": "803 mm", "written": "803 mm"}
    ]
    late = client.post(check, json={"measured": {"outside_width": "31"}, "seen": 0})
    assert late.json()["errors"][0]["reason"] == "somebody has measured it since"
    assert client.post(check, json={"measured": {}}).status_code == 422
    assert client.post(f"{job}/buying/lines/999999/check", json=tried).status_code == 404


def test_an_opening_whose_frame_stands_keeps_what_came_for_it(client, job):
    came(client, job, order(client, job, 1))
    came(client, job, order(client, job, 1, mark="108"), depth="4 13/16")
    at = opening(client, job, "104")["id"]
    client.post(f"/api/openings/{at}/events", json={"what": "set"}).raise_for_status()
    (row,) = things(client, job)  # the one nobody measured stands in 104
    assert (row["meant"][0]["mark"], row["meant"][0]["level"]) == ("108", "planned")


def test_hinges_come_in_bulk_and_are_judged_for_every_opening(client, job):
    at = opening(client, job, "104")
    doc = at["opening"] | {"frame": {}, "door": at["opening"]["door"] | {"hardware": {"hinge_mortise": "square"}}}
    client.put(f"/api/openings/{at['id']}", json={"version": at["version"], "opening": doc}).raise_for_status()
    of = order(client, job, 3, "hinges")
    client.post(f"{job}/buying/orders/{of}/came", json={"count": 3, "measured": {"corner": "round"}}).raise_for_status()
    (row,) = things(client, job)
    assert (row["count"], row["place"]) == (3, None)
    assert [(v["mark"], v["level"]) for v in row["meant"]] == [("104", "will_do")]
