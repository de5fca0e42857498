"""The API over the real application: nothing refused touches what is stored, and conflicts give both versions."""

import pytest

from helpers import PLAIN, plain
from jambo.jobs.boards import warm_up
from jambo.views.opening.summary import summarise


@pytest.fixture
def opening(client, job):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    return client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]


def page(client, opening):
    return client.get(f"/api/openings/{opening}").json()


def test_solve_answers_and_refuses_like_the_command(client):
    good = client.post("/api/solve", json=PLAIN)
    assert (good.status_code, good.json()["figures"]["ro_width"]["value"]["text"]) == (200, "32 1/4 in")
    bare = client.post("/api/solve?sums=false", json=PLAIN).json()
    assert {len(f["terms"]) + len(f["considered"]) for f in bare["figures"].values()} == {0}
    for name, whole in good.json()["figures"].items():
        bare["figures"][name] |= {"terms": whole["terms"], "considered": whole["considered"]}
    assert bare == good.json()  # nothing else is another
    assert all(f["terms"] for f in bare["figures"].values())
    bad = client.post("/api/solve", json=plain(**{"opening.door": {"leaves": [{"width": "🚪"}]}}))
    assert (bad.status_code, bad.json()["errors"][0]["path"]) == (422, "opening.door.leaves[0].width")


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"opening": {"door": {"leaves": [{"width": "x" * 10_000}]}}}, "opening.door.leaves[0].width"),
        ({"opening": {"door": {"leaves": [{"width": "48"}]}, "colour": "red"}}, "opening.colour"),
        ({"opening": {"door": {"leaves": [{"width": "200 in"}]}}}, "opening.door.leaves[0].width"),
        ({"opening": {"position": {"distance": "200"}}}, "opening.position.distance"),
        ({"opening": []}, "opening"),
    ],
)
def test_refused_save_touches_nothing(client, opening, change, path):
    before = page(client, opening)
    answer = client.put(f"/api/openings/{opening}", json={"version": 1, **change})
    assert answer.status_code == 422
    assert path in [e["path"] for e in answer.json()["errors"]]
    assert page(client, opening) == before


def test_stale_save_gives_both_versions(client, opening):
    first = {**PLAIN["opening"], "room": "Loft"}
    late = {**PLAIN["opening"], "room": "Cellar"}
    assert client.put(f"/api/openings/{opening}", json={"version": 1, "opening": first}).json()["version"] == 2
    answer = client.put(f"/api/openings/{opening}", json={"version": 1, "opening": late})
    told = answer.json()
    assert (answer.status_code, told["version"], told["differs"]) == (409, 2, ["room"])
    assert (told["theirs"]["room"], told["yours"]["room"]) == ("Loft", "Cellar")
    assert page(client, opening)["opening"]["room"] == "Loft"


def test_undo_and_redo(client, opening):
    client.put(f"/api/openings/{opening}", json={"version": 1, "opening": {**PLAIN["opening"], "room": "Loft"}})
    undone = client.post(f"/api/openings/{opening}/undo", json={"version": 2}).json()
    assert ("room" in undone["opening"], undone["can_undo"], undone["can_redo"]) == (False, False, True)
    redone = client.post(f"/api/openings/{opening}/redo", json={"version": 3}).json()
    assert redone["opening"]["room"] == "Loft"
    assert [line["what"] for line in client.get(f"/api/openings/{opening}/log").json()] == [
        "redone", "undone", "changed", "planned",
    ]  # fmt: skip


def test_a_wall_is_not_changed_under_an_opening_it_no_longer_holds(client, opening):
    wall = page(client, opening)["wall"]
    answer = client.put(f"/api/walls/{wall['id']}", json={"version": 1, "wall": {**PLAIN["wall"], "length": "24"}})
    assert answer.status_code == 422
    assert "D1 would not be possible" in answer.json()["errors"][0]["reason"]
    assert page(client, opening)["wall"] == wall
    longer = client.put(f"/api/walls/{wall['id']}", json={"version": 1, "wall": {**PLAIN["wall"], "length": "200"}})
    assert longer.json()["version"] == 2
    assert client.put(f"/api/walls/{wall['id']}", json={"version": 1, "wall": {}}).status_code == 409


def test_job_lists_its_openings_in_walking_order(client, job, opening):
    copy = client.post(f"/api/jobs/{job}/openings", json={"copy_of": opening}).json()["id"]
    walked = client.get(f"/api/jobs/{job}").json()["walk_version"]
    kept = client.put(f"/api/jobs/{job}/order", json={"version": walked, "order": [copy, opening]}).json()[
        "walk_version"
    ]
    listed = client.get(f"/api/jobs/{job}").json()["openings"]
    assert [o["id"] for o in listed] == [copy, opening]
    brief = listed[1]["brief"]
    assert (brief["leaf"], brief["ro"], brief["unsettled"], brief["counts"]) == (
        "30 × 80 in", "32 1/4 × 82 3/8 in", "", {"stop": 0, "check": 0, "note": 3},
    )  # fmt: skip
    metric = client.get(f"/api/jobs/{job}", params={"unit": "mm"}).json()["openings"][1]["brief"]
    assert metric["ro"] == "820 × 2093 mm"  # 819.15 and 2092.325, both up
    once = client.put(f"/api/jobs/{job}/order", json={"version": kept, "order": [copy]})
    assert (once.status_code, once.json()["errors"][0]["path"]) == (422, "order")


def test_house_rules_of_job_and_crew_reach_the_figures(client, job, opening):
    kept = client.get(f"/api/jobs/{job}").json()
    saved = client.put(f"/api/jobs/{job}", json={"version": 1, "job": {**kept["job"], "rules": {"side_shim": "3/8"}}})
    assert saved.json()["version"] == 2
    assert client.get(f"/api/jobs/{job}").json()["openings"][0]["brief"]["ro"] == "32 1/2 × 82 3/8 in"
    bad = client.put(f"/api/jobs/{job}", json={"version": 2, "job": {**kept["job"], "rules": {"side_shim": "9"}}})
    assert bad.json()["errors"][0]["path"] == "rules.job.side_shim"
    crew = client.get("/api/crew-rules/mm").json()
    assert (
        client.put("/api/crew-rules/mm", json={"version": crew["version"], "rules": {"head_gap": "4"}}).status_code
        == 200
    )
    assert client.put("/api/crew-rules/mm", json={"version": crew["version"], "rules": {}}).status_code == 409
    back = {"version": crew["version"] + 1, "rules": crew["rules"]}  # the crew's other jobs are other tests'
    assert client.put("/api/crew-rules/mm", json=back).status_code == 200


@pytest.mark.parametrize(
    ("marks", "heard"), [(1, "1/2 in"), (-1, "3/8 in"), (3, "5/8 in")]
)  # 7/16 is on a sixteenth: whole marks either way
def test_arrow_keys_step_by_marks(client, marks, heard):
    query = {"text": "7/16", "unit": "in", "kind": "layer", "marks": marks}
    assert client.get("/api/steps", params=query).json()[0]["canonical"] == heard


@pytest.mark.parametrize(("marks", "heard"), [(1, "1/2 in"), (-1, "7/16 in")])
def test_arrow_keys_go_to_the_next_mark_first(client, marks, heard):
    query = {"text": "15/32", "unit": "in", "kind": "layer", "marks": marks}
    assert client.get("/api/steps", params=query).json()[0]["canonical"] == heard


@pytest.mark.parametrize(
    ("method", "address", "status"),
    [
        ("GET", "/api/jobs/999999", 404),
        ("GET", "/api/openings/999999", 404),
        ("GET", "/api/nowhere", 404),
        ("GET", "/api/jobs/none", 422),
        ("DELETE", "/api/jobs/999999?version=1", 404),
        ("GET", "/api/heard?text=8&unit=in&kind=nonsense", 422),
    ],
)
def test_wrong_addresses_get_a_reason(client, method, address, status):
    answer = client.request(method, address)
    assert answer.status_code == status
    assert answer.json()["error"]


def test_job_leaves_the_board_and_comes_back(client, job):
    assert client.delete(f"/api/jobs/{job}", params={"version": 1}).status_code == 204
    assert job not in [j["id"] for j in client.get("/api/jobs").json()]
    assert client.post(f"/api/jobs/{job}/restore", json={"version": 1}).status_code == 204
    assert client.get(f"/api/jobs/{job}").status_code == 200


def test_too_large_a_request_is_turned_away(client):
    assert client.post("/api/solve", content=b"[" + b"1," * 600_000 + b"1]").status_code in (413, 422)


def test_warming_up_solves_what_lists_and_neighbours_will_ask_for(local, client, job, opening):
    """Nothing is solved again by a list afterwards, nor by a page for an opening that nobody measured yet."""
    second = client.post(f"/api/jobs/{job}/openings", json={"copy_of": opening}).json()["id"]
    summarise.cache_clear()
    warm_up(local.database)
    solved = summarise.cache_info().misses
    assert solved >= 2
    assert len(client.get(f"/api/jobs/{job}").json()["openings"]) == 2
    assert client.get(f"/api/openings/{second}").json()["beside"][0]["mark"] == "D1"
    assert summarise.cache_info().misses == solved
