"""What is usual in a job, and one fact changed for many, over the API: tried, kept, recorded, taken back."""

import pytest

USUAL = {"wall": {"height": "96"}, "header": {"depth": "5 1/2"}}


@pytest.fixture
def doors(client, job):
    """Three doors: two in one wall, one in a wall of its own; the last says its own header."""
    wall = client.post(f"/api/jobs/{job}/walls", json={"finish_a": "1/2"}).json()["id"]
    leaf = {"door": {"leaves": [{"width": "2668"}]}, "floors": {"a": [], "b": []}}
    bodies = [
        {"wall_id": wall, "opening": {**leaf, "mark": "A"}},
        {"wall_id": wall, "opening": {**leaf, "mark": "B"}},
        {"wall": {}, "opening": {**leaf, "mark": "C", "header": {"depth": "7 1/4"}}},
    ]
    return [client.post(f"/api/jobs/{job}/openings", json=body).json()["id"] for body in bodies]


def moved(changes):
    return {c["name"]: {m["name"]: m["after"] and m["after"]["text"] for m in c["moved"]} for c in changes}


def test_what_is_usual_is_tried_kept_noted_and_taken_back(client, job, doors):
    tried = client.post(f"/api/jobs/{job}/usual/try", json={"usual": USUAL})
    told = moved(tried.json())
    assert told["A"]["king_length"] == "94 1/2 in" and told["A"]["cripple_length"] == "8 7/8 in"  # 96 - 81 5/8 - 5 1/2
    assert told["C"]["cripple_length"] == "7 1/8 in"  # its own header is 7 1/4
    assert client.get(f"/api/jobs/{job}").json()["version"] == 1  # nothing was kept
    kept = client.put(f"/api/jobs/{job}/usual", json={"version": 1, "usual": USUAL}).json()
    assert moved(kept["changes"]) == told and kept["job"]["job"]["usual"] == USUAL
    log = client.get(f"/api/jobs/{job}/log", params={"what": "usual changed"}).json()["lines"]
    assert {line["mark"] for line in log} == {"A", "B", "C"} and "King stud length" in log[0]["words"]
    stale = client.put(f"/api/jobs/{job}/usual", json={"version": 1, "usual": {}})
    assert stale.status_code == 409
    gone = client.put(f"/api/jobs/{job}/usual", json={"version": 2, "usual": {}}).json()
    assert moved(gone["changes"])["A"]["king_length"] is None


@pytest.mark.parametrize(
    ("usual", "path"),
    [
        ({"wall": {"height": "six feet"}}, "usual.wall.height"),
        ({"floors": {"a_from": "tile"}}, "usual.floors.a_from"),
        ({"header": {"source": "somebody"}}, "usual.header.source"),  # said of each opening, never usual
        ({"wall": {"bearing": "no"}}, "usual.wall.bearing"),
    ],
)
def test_what_cannot_be_usual_is_refused(client, job, usual, path):
    answer = client.put(f"/api/jobs/{job}/usual", json={"version": 1, "usual": usual})
    assert answer.status_code == 422 and path in [e["path"] for e in answer.json()["errors"]]


def chosen(client, ids):
    pages = [client.get(f"/api/openings/{n}").json() for n in ids]
    return [{"id": p["id"], "version": p["version"]} for p in pages]


def test_one_fact_is_changed_for_many_and_taken_back_as_one_step(client, job, doors):
    change = {"opening.header.depth": "9 1/4", "wall.finish_a": "5/8"}
    before = [client.get(f"/api/openings/{n}").json() for n in doors]
    tried = client.post(f"/api/jobs/{job}/facts/try", json={"openings": [doors[0], doors[2]], "change": change}).json()
    assert [c["name"] for c in tried] == ["A", "C"]
    body = {"openings": chosen(client, [doors[0], doors[2]]), "change": change}
    kept = client.put(f"/api/jobs/{job}/facts", json=body).json()
    after = [client.get(f"/api/openings/{n}").json() for n in doors]
    assert [p["opening"].get("header", {}).get("depth") for p in after] == ["9 1/4", None, "9 1/4"]
    assert [p["wall"]["wall"]["finish_a"] for p in after] == ["5/8"] * 3  # B stands in A's wall
    assert client.post(f"/api/jobs/{job}/facts/undo", json=kept["step"]).status_code == 204
    again = [client.get(f"/api/openings/{n}").json() for n in doors]
    assert [(p["opening"], p["wall"]["wall"]) for p in again] == [(p["opening"], p["wall"]["wall"]) for p in before]
    assert client.post(f"/api/jobs/{job}/facts/undo", json=kept["step"]).status_code == 409  # once


def test_all_of_them_or_none(client, job, doors):
    """C was changed since; and a floor that is none is refused by the field."""
    body = {"openings": chosen(client, doors), "change": {"opening.header.jacks": 2}}
    page = client.get(f"/api/openings/{doors[2]}").json()
    named = {"version": page["version"], "opening": {**page["opening"], "room": "Hall"}}
    client.put(f"/api/openings/{doors[2]}", json=named).raise_for_status()
    assert client.put(f"/api/jobs/{job}/facts", json=body).status_code == 409
    for change, path in (
        ({"opening.floors.a_from": "tile"}, "opening.floors.a_from"),
        ({"opening.header.depth": "deep"}, "opening.header.depth"),
        ({"opening.header.jacks": 9}, "header.jacks"),
        ({"opening.mark": "X"}, "opening.mark"),
        ({}, "change"),
    ):
        refused = client.put(f"/api/jobs/{job}/facts", json={"openings": chosen(client, doors), "change": change})
        assert refused.status_code == 422 and path in [e["path"] for e in refused.json()["errors"]], refused.text
    assert all("header" not in client.get(f"/api/openings/{n}").json()["opening"] for n in doors[:2])
    stranger = client.post("/api/jobs", json={"name": "Other"}).json()["id"]
    other = client.put(f"/api/jobs/{stranger}/facts", json=body)
    assert other.status_code == 404


def test_eleven_pasted_doors_are_told_free_of_load_and_placed_in_one_step(client, job, doors):
    """Nobody said whether their walls carry load: a stop for each. One step says it of all, and where they stand."""

    def stops():
        return sum(o["brief"]["counts"]["stop"] for o in client.get(f"/api/jobs/{job}").json()["openings"])

    assert stops() == 3
    change = {"wall.bearing": "no", "opening.position.to": "centre", "opening.position.distance": "60"}
    chosen = [{"id": n, "version": 1} for n in (doors[0], doors[2])]
    kept = client.put(f"/api/jobs/{job}/facts", json={"openings": chosen, "change": change})
    assert kept.status_code == 200 and stops() == 0  # the third stands in the first one's wall
    assert client.get(f"/api/openings/{doors[2]}").json()["opening"]["position"] == {"to": "centre", "distance": "60"}
    assert client.post(f"/api/jobs/{job}/facts/undo", json=kept.json()["step"]).status_code == 204 and stops() == 3


def test_as_usual_takes_an_openings_own_fact_away(client, job, doors):
    client.put(f"/api/jobs/{job}/usual", json={"version": 1, "usual": USUAL}).raise_for_status()
    body = {"openings": chosen(client, [doors[2]]), "change": {"opening.header.depth": None}}
    told = moved(client.put(f"/api/jobs/{job}/facts", json=body).json()["changes"])
    assert told["C"]["cripple_length"] == "8 7/8 in"


def test_a_line_in_the_job_takes_what_is_usual(client, job):
    oak = {"key": "oak", "name": "Oak", "layers": [{"thickness": "3/4"}]}
    kept = client.get(f"/api/jobs/{job}").json()
    doc = {**kept["job"], "floors": [oak], "usual": {"floors": {"a_from": "oak", "b_from": "oak"}}}
    client.put(f"/api/jobs/{job}", json={"version": kept["version"], "job": doc}).raise_for_status()
    out = client.get(f"/api/jobs/{job}/line", params={"text": "D4 2668 RH"}).json()
    assert out["ro"] == "32 1/4 × 82 3/8 in" and out["needs"] == []  # 3/4 + 1/2 + 80 + 1/8 + 3/4 + 1/4


def test_a_floor_that_is_usual_is_under_the_doors_that_take_it(client, job, doors):
    oak = {"key": "oak", "name": "Oak", "layers": [{"thickness": "3/4"}]}
    new = {"wall": {}, "opening": {"mark": "D", "door": {"leaves": [{"width": "2668"}]}}}
    client.post(f"/api/jobs/{job}/openings", json=new).raise_for_status()
    kept = client.get(f"/api/jobs/{job}").json()
    doc = {**kept["job"], "floors": [oak], "usual": {"floors": {"a_from": "oak", "b_from": "oak"}}}
    client.put(f"/api/jobs/{job}", json={"version": kept["version"], "job": doc}).raise_for_status()
    use = client.get(f"/api/jobs/{job}/floors").json()["use"]
    assert [u["name"] for u in use["floors"][0]["used_by"]] == ["D"] and use["unsaid"] == []
    lost = client.put(f"/api/jobs/{job}/floors", json={"version": kept["version"] + 1, "floors": []})
    assert lost.status_code == 422
