"""The places of a job: what waits in it and in which of its openings, all its walls as strips, and what other house rules would do."""

import pytest

from helpers import PLAIN, plain


def opened(client, job, **changes):
    doc = plain(**changes)
    wall = client.post(f"/api/jobs/{job}/walls", json=doc["wall"]).json()["id"]
    return client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": doc["opening"]}).json()["id"]


def test_what_waits_says_the_same_on_the_board_in_the_places_and_on_the_list_of_jobs(client):
    """One as it should be; one in a bearing wall whose header nobody gave; one whose floors nobody said; one that cannot be."""
    job = client.post("/api/jobs", json={"name": "Waits"}).json()["id"]
    ids = [
        opened(client, job),
        opened(client, job, **{"opening.mark": "D2", "wall.bearing": "yes", "opening.header.source": None}),
        opened(client, job, **{"opening.mark": "D3", "opening.floors": {}}),
        opened(client, job, **{"opening.mark": "D4"}),
    ]
    waits = client.get(f"/api/jobs/{job}/waits").json()
    walk = [(one["id"], one["name"], one["stopped"], one["lacks"]) for one in waits["walk"]]
    assert walk == [
        (ids[0], "D1", False, False), (ids[1], "D2", True, False), (ids[2], "D3", False, True), (ids[3], "D4", False, False),
    ]  # fmt: skip
    counts = {"stops": 1, "missing": 1, "late": 0, "awaited": 0}
    assert counts.items() <= waits.items()
    assert (waits["lapsed"], waits["crew"]) == (0, False)
    board = client.get(f"/api/jobs/{job}").json()["openings"]
    assert [(o["id"], o["brief"]["stopped"], bool(o["brief"]["unsettled"])) for o in board] == [
        (n, s, m) for n, _, s, m in walk
    ]
    listed = next(one for one in client.get("/api/waits").json() if one["id"] == job)
    assert counts.items() <= listed.items()
    assert client.get("/api/jobs/999999/waits").status_code == 404


def test_walls_stand_as_strips_each_from_its_left_end(client):
    """A leaf of 30 takes 32 1/4: centred at 60 its opening goes from 43 7/8 to 76 1/8; 60 from the right end of 168, from 91 7/8 to 124 1/8."""
    job = client.post("/api/jobs", json={"name": "Strips"}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"name": "North", "storey": "Loft"}).json()["id"]
    for mark, position in (("R", {"distance": "60", "measured_from": "right"}), ("N", {}), ("L", {"distance": "60"})):
        opening = PLAIN["opening"] | {"mark": mark, "position": position}
        client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).raise_for_status()
    bare = client.post(f"/api/jobs/{job}/walls", json={"name": "Bare"}).json()["id"]
    north, empty = client.get(f"/api/jobs/{job}/walls").json()["walls"]
    assert (north["id"], north["name"], north["storey"], north["length"]["text"]) == (wall, "North", "Loft", "168 in")
    gaps = [(one["name"], one["low"], one["high"]) for one in north["openings"]]
    assert gaps == [("L", 1114.425, 1933.575), ("R", 2333.625, 3152.775), ("N", None, None)]
    assert (empty["id"], empty["length"], empty["openings"]) == (bare, None, [])
    assert client.get(f"/api/jobs/{job}/walls?unit=mm").json()["walls"][0]["length"]["text"] == "4267 mm"


@pytest.mark.parametrize("level", ["job", "crew"])
def test_what_other_house_rules_would_do_is_told_and_not_done(client, level):
    """Shim space 3/8 instead of 1/4: the opening of a 30 leaf goes from 32 1/4 to 32 1/2, its header from 35 1/4 to 35 1/2; one with a rule of its own stays."""
    job = client.post("/api/jobs", json={"name": "Rules"}).json()["id"]
    moves = opened(client, job)
    opened(client, job, **{"opening.mark": "D2", "opening.rules": {"side_shim": "1/2"}})
    said = {"level": level, "rules": {"side_shim": "3/8"}}
    (change,) = client.post(f"/api/jobs/{job}/rules/try", json=said).json()
    moved = {m["name"]: (m["before"]["text"], m["after"]["text"], m["by"]["text"]) for m in change["moved"] if m["by"]}
    assert change["id"] == moves
    assert moved["ro_width"] == ("32 1/4 in", "32 1/2 in", "1/4 in")
    assert moved["header_length"] == ("35 1/4 in", "35 1/2 in", "1/4 in")
    assert client.get(f"/api/jobs/{job}").json()["openings"][0]["brief"]["ro"].startswith("32 1/4 ×")
    wrong = client.post(f"/api/jobs/{job}/rules/try", json=said | {"rules": {"side_shim": "9"}})
    assert wrong.status_code == 422
    assert wrong.json()["errors"][0]["path"] == f"rules.{level}.side_shim"
