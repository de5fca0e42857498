"""A wall laid out over the API: what is tried is not kept, what cannot be is named, a place to cut in is found and taken."""

import pytest

from helpers import PLAIN, plain

OLD = {"existing": True, "studs_found": [{"at": str(n)} for n in range(16, 168, 16)]}


@pytest.fixture
def wall(client, job):
    """Two plain openings, W1 at 60 and W2 at 120, in a wall of 14 ft; gives the wall's address and their ids."""
    wall_id, ids = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"]).json()["id"], []
    for n, at in enumerate(("60", "120"), 1):
        doc = plain(**{"opening.mark": f"W{n}", "opening.position": {"distance": at}})["opening"]
        ids.append(client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall_id, "opening": doc}).json()["id"])
    return f"/api/walls/{wall_id}", ids


def laid(client, at, **draft):
    answer = client.post(f"{at[0]}/layout", json=draft)
    assert answer.status_code == 200, answer.text
    return answer.json()


def change(client, wall, n, **facts):
    page = client.get(f"/api/openings/{wall[1][n]}").json()
    answer = client.put(
        f"/api/openings/{wall[1][n]}", json={"version": page["version"], "opening": page["opening"] | facts}
    )
    assert answer.status_code == 200, answer.text


def stand(client, wall, **facts):
    """Change the wall's own facts."""
    page = laid(client, wall)["wall"]
    return client.put(wall[0], json={"version": page["version"], "wall": page["wall"] | facts})


def test_a_move_is_tried_and_nothing_is_kept(client, wall):
    """W2 centred at 98: its framing starts 98 - 16 1/8 - 3 = 78 7/8, W1's ends 79 1/8."""
    before = laid(client, wall)
    move = {str(wall[1][1]): {"distance": "98"}}
    tried = laid(client, wall, moves=move)["layout"]
    assert [(f["code"], f["openings"]) for f in tried["flags"]] == [("openings-share-studs", wall[1])]
    assert "1/4 in" in tried["flags"][0]["reason"]
    assert [o["centre"]["text"] for o in tried["openings"]] == ["60 in", "98 in"]
    assert laid(client, wall) == before


def test_a_tried_wall_and_the_unit_shown_are_taken(client, wall):
    short = laid(client, wall, wall=PLAIN["wall"] | {"length": "130"}, shown={"unit": "mm"})["layout"]
    assert short["openings"][0]["centre"]["text"] == "1524 mm" and short["length"] == pytest.approx(3302)
    assert laid(client, wall)["wall"]["wall"]["length"] == "168"


def test_an_opening_without_a_size_or_that_cannot_be_is_named(client, wall):
    change(client, wall, 0, door={"leaves": [{}]})
    assert laid(client, wall)["layout"]["unplaced"] == ["W1"]
    assert laid(client, wall, wall=PLAIN["wall"] | {"length": "100"})["layout"]["refused"] == ["W2"]


def test_sharing_studs_is_a_note_when_it_was_asked_for(client, wall):
    change(client, wall, 1, position={"distance": "98", "shares": True})
    flag = laid(client, wall)["layout"]["flags"][0]
    assert (flag["code"], flag["level"]) == ("openings-share-as-asked", "note")


def test_no_place_is_searched_until_a_hole_is_asked_for_and_the_studs_are_found(client, wall):
    assert laid(client, wall)["layout"]["places"] == []
    stand(client, wall, existing=True)
    change(client, wall, 0, cut_in={"asked": True})
    places = laid(client, wall)["layout"]["places"]
    assert [(p["id"], p["free"], p["places"]) for p in places] == [(wall[1][0], False, [])]


def test_the_best_place_is_offered_and_taken(client, wall):
    """As in the core: 61 5/8 is nearest to 60 with a standing king; W2's framing, 100 7/8 to 139 1/8, is kept clear of."""
    assert stand(client, wall, **OLD).status_code == 200
    change(client, wall, 0, cut_in={"asked": True, "wanted": "60"})
    page = laid(client, wall)["layout"]
    best, *others = page["places"][0]["places"]
    assert (best["centre"]["text"], best["cut"], best["kings"], best["reasons"]) == ("61 5/8 in", 2, 1, [])
    assert others[-1]["here"] and others[-1]["reasons"] == ["One more king stud to add"]
    change(client, wall, 0, position={"distance": best["centre"]["exact"]})
    here = [p["here"] for p in laid(client, wall)["layout"]["places"][0]["places"]]
    assert here[0] and not any(here[1:])


def test_what_runs_in_the_wall_is_drawn_flagged_and_named_in_the_places(client, wall):
    services = [
        {"what": "Lamp wire", "at": "60"},
        {"what": "Stack", "at": "20", "fixed": True},
        {"what": "no place yet"},
    ]
    assert stand(client, wall, **OLD, services=services).status_code == 200
    change(client, wall, 0, cut_in={"asked": True, "wanted": "60", "most": "78"})
    page = laid(client, wall)["layout"]
    assert [(s["what"], s["x0"], s["fixed"]) for s in page["services"]] == [
        ("Lamp wire", 1524, False),
        ("Stack", 508, True),
    ]
    assert page["services"][0]["y1"] == page["height"]
    flag = next(f for f in page["flags"] if f["code"] == "cut-in-service")
    assert flag["openings"] == [wall[1][0]] and flag["reason"].startswith("Lamp wire, 60 in from the left end")
    # between the stack and the wire the hole has 2 in to either for a centre from 39 5/8 to 40 3/8; nearer means the wire
    best, *others = page["places"][0]["places"]
    assert best["moves"] == [] and best["centre"]["text"] == "40 3/8 in"
    assert {tuple(p["moves"]) for p in others} == {("Lamp wire",)}
    assert all(p["stuck"] == [] for p in (best, *others))


@pytest.mark.parametrize(
    ("facts", "path"),
    [
        ({"studs_found": [{"at": "16"}, {"at": "17"}]}, "wall.studs_found[1].at"),
        ({"services": [{"at": "20", "low": "30", "high": "10"}]}, "wall.services[0].high"),
        ({"height_right": "5"}, "wall.height_right"),
        ({"studs_found": [{"at": "sixteen"}]}, "wall.studs_found[0].at"),
    ],
)
def test_a_wall_that_cannot_be_is_refused_and_stays_as_it_was(client, wall, facts, path):
    before = laid(client, wall)
    answer = stand(client, wall, **facts)
    assert answer.status_code == 422 and path in [e["path"] for e in answer.json()["errors"]]
    assert laid(client, wall) == before


def test_a_sloping_wall_gives_its_slope_and_studs_up_to_it(client, wall):
    """97 1/2 to 118 1/2 over 168: 1/8 in 1; a stud at 32 reaches 97 1/2 + 31 1/4 / 8."""
    stand(client, wall, height_right="118 1/2")
    shapes = laid(client, wall)["layout"]["shapes"]
    slope = next(s for s in shapes if s["part"] == "ceiling")
    assert (slope["y0"], slope["y1"]) == pytest.approx((97.5 * 25.4, 118.5 * 25.4))
    stud = next(s for s in shapes if s["part"] == "stud" and s["x0"] == pytest.approx(31.25 * 25.4))
    assert stud["y1"] == pytest.approx((97.5 + 31.25 / 8) * 25.4, abs=1e-3)
    assert [s for s in shapes if s["part"] == "top_plate"] == []


def test_an_opening_is_moved_to_another_wall_of_its_job(client, job, wall):
    other = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"name": "Yard side"}).json()["id"]
    url = f"/api/openings/{wall[1][0]}"
    page = client.put(f"{url}/wall", json={"version": 1, "wall_id": other}).json()
    assert (page["wall"]["id"], page["version"], [w["name"] for w in page["walls"]]) == (other, 2, ["", "Yard side"])
    assert [o["name"] for o in laid(client, wall)["layout"]["openings"]] == ["W2"]
    assert [o["name"] for o in laid(client, (f"/api/walls/{other}", []))["layout"]["openings"]] == ["W1"]
    assert client.get(f"{url}/log").json()[0]["what"] == "moved to another wall"
    again = client.put(f"{url}/wall", json={"version": 2, "wall_id": other}).json()
    assert again["version"] == 2  # it stands there already


def test_a_wall_too_short_or_of_another_job_is_refused(client, job, wall):
    url = f"/api/openings/{wall[1][1]}"
    short = client.post(f"/api/jobs/{job}/walls", json={"length": "100"}).json()["id"]
    refused = client.put(f"{url}/wall", json={"version": 1, "wall_id": short})
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"] == "opening.position.distance"
    strange = client.post("/api/jobs", json={"name": "Another"}).json()["id"]
    theirs = client.post(f"/api/jobs/{strange}/walls", json={}).json()["id"]
    assert client.put(f"{url}/wall", json={"version": 1, "wall_id": theirs}).status_code == 404
    fits = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"]).json()["id"]
    assert client.put(f"{url}/wall", json={"version": 9, "wall_id": fits}).status_code == 409
    assert client.get(url).json()["version"] == 1


def test_a_wall_is_taken_out_once_nothing_stands_in_it_and_comes_back_with_its_openings(client, job, wall):
    (address, ids), wall_id = wall, int(wall[0].rsplit("/", 1)[1])
    refused = client.delete(address, params={"version": 1})
    assert refused.status_code == 422 and "W1, W2" in refused.json()["errors"][0]["reason"]
    for one in ids:
        client.delete(f"/api/openings/{one}", params={"version": 1})
    assert client.delete(address, params={"version": 1}).status_code == 204
    assert wall_id not in [w["id"] for w in client.get(f"/api/jobs/{job}").json()["walls"]]
    assert client.post(f"{address}/layout", json={}).status_code == 404
    assert client.delete(address, params={"version": 1}).status_code == 404
    assert client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall_id, "opening": {}}).status_code == 404
    assert (
        client.put(f"/api/openings/{ids[0]}/restore", json={"version": 1}).status_code == 204
    )  # back on the board, and so its wall
    assert [o["name"] for o in laid(client, wall)["layout"]["openings"]] == ["W1"]
    assert client.put(f"{address}/restore", json={"version": 1}).status_code == 204  # it is there already
    said = [
        line["what"] for line in client.get(f"/api/jobs/{job}/log").json()["lines"] if line["what"].startswith("wall ")
    ]
    assert said[:2] == ["wall restored", "wall removed"]
    assert client.put("/api/walls/999999/restore", json={"version": 1}).status_code == 404


def test_an_opening_knows_what_stands_beside_it(client, wall):
    """W2 centred at 120: its rough opening from 103 7/8 to 136 1/8, its framing 3 in more on each side."""
    page = client.get(f"/api/openings/{wall[1][0]}").json()
    ends = {"low": "831/8", "high": "1089/8", "framing_low": "807/8", "framing_high": "1113/8"}
    expected = {name: {"value": value, "unit": "in"} for name, value in ends.items()}
    assert page["beside"] == [{"mark": "W2", "shares": False, **expected}]
    change(client, wall, 1, position={"distance": "2"})  # it sticks out of the wall: what is left of it counts
    low = client.get(f"/api/openings/{wall[1][0]}").json()["beside"][0]
    assert (low["low"]["value"], low["high"]["value"]) == ("0", "145/8")
    change(client, wall, 1, door={"leaves": [{}]})
    assert client.get(f"/api/openings/{wall[1][0]}").json()["beside"] == []
    bad = {"unit": "in", "beside": [{"low": "9", "high": "8", "framing_low": "6", "framing_high": "11"}]}
    refused = client.post("/api/solve", json=bad)
    assert refused.status_code == 422 and refused.json()["errors"][0]["path"] == "beside[0].high"


@pytest.mark.parametrize(("work", "said", "stands"), [
    ("renovation", {}, True), ("renovation", {"existing": False}, False), ("new", {}, False), ("new", {"existing": True}, True),
])  # fmt: skip
def test_a_new_wall_of_a_renovation_stands_already(client, work, said, stands):
    """In whichever way it is made: with an opening, by itself, or with a schedule; unless somebody says it is built."""
    job = client.post("/api/jobs", json={"name": "Rope walk", "work": work}).json()["id"]
    client.post(f"/api/jobs/{job}/walls", json=said).raise_for_status()
    client.post(f"/api/jobs/{job}/openings", json={"wall": said}).raise_for_status()
    if not said:
        client.post(f"/api/jobs/{job}/openings", json={}).raise_for_status()
        sent = {"headings": [{"column": "line"}], "rows": [["1 2668"]]}
        read = client.post(f"/api/jobs/{job}/schedule/rows", json=sent).json()[0]
        assert read["wall"].get("existing", False) == stands  # the answer before it is kept stands on the same wall
        client.post(f"/api/jobs/{job}/schedule", json=sent).raise_for_status()
    walls = client.get(f"/api/jobs/{job}").json()["walls"]
    assert [w["wall"].get("existing", False) for w in walls] == [stands] * (2 if said else 4)
