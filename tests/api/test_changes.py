"""Every change passes one check and carries the version it was based on, whatever kind of change it is."""

import pytest

from helpers import PLAIN


@pytest.fixture
def opening(client, job):
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    return client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]


def page(client, opening):
    return client.get(f"/api/openings/{opening}").json()


PLACE = "opening.position.distance"


def placed(at, **more):
    return {**PLAIN["opening"], "position": {"distance": at}, **more}


def save(client, opening, doc):
    version = page(client, opening)["version"]
    return client.put(f"/api/openings/{opening}", json={"version": version, "opening": doc})


def shorten(client, opening, length="50"):
    wall = page(client, opening)["wall"]
    doc = {**PLAIN["wall"], "length": length}
    return client.put(f"/api/walls/{wall['id']}", json={"version": wall["version"], "wall": doc})


@pytest.fixture
def too_short(client, opening):
    """Moved from 60 in to 40 in, and the wall cut to 50 in since."""
    assert save(client, opening, placed("40")).status_code == 200
    assert shorten(client, opening).status_code == 200
    return opening


def refused(answer, path):
    return answer.status_code == 422 and path in [e["path"] for e in answer.json()["errors"]]


def test_undo_and_redo_do_not_bring_back_what_could_no_longer_be(client, too_short):
    undo = client.post(f"/api/openings/{too_short}/undo", json={"version": 2})
    assert refused(undo, PLACE) and "past the end of the wall" in undo.text
    assert page(client, too_short)["version"] == 2
    shorten(client, too_short, "168")
    assert client.post(f"/api/openings/{too_short}/undo", json={"version": 2}).json()["version"] == 3
    assert (
        save(client, too_short, placed("90", mark="D9")).status_code == 200
    )  # another branch, so that redo goes there
    assert client.post(f"/api/openings/{too_short}/undo", json={"version": 4}).status_code == 200
    assert client.put(f"/api/openings/{too_short}", json={"version": 5, "opening": placed("30")}).status_code == 200
    assert shorten(client, too_short, "35").status_code == 200
    assert refused(client.post(f"/api/openings/{too_short}/undo", json={"version": 6}), PLACE)


def test_an_opening_comes_back_only_where_it_fits(client, job, opening):
    assert client.delete(f"/api/openings/{opening}", params={"version": 1}).status_code == 204
    wall = client.get(f"/api/jobs/{job}").json()["walls"][0]
    low = {"version": 1, "wall": {**PLAIN["wall"], "length": "50"}}
    assert client.put(f"/api/walls/{wall['id']}", json=low).status_code == 200
    back = client.put(f"/api/openings/{opening}/restore", json={"version": 1})
    assert refused(back, PLACE)
    assert client.get(f"/api/jobs/{job}").json()["openings"] == []
    client.put(f"/api/walls/{wall['id']}", json={"version": 2, "wall": PLAIN["wall"]})
    assert client.put(f"/api/openings/{opening}/restore", json={"version": 1}).status_code == 204


def test_a_change_is_refused_only_for_what_it_breaks_itself(local, client, job, opening):
    """An opening 60 in along a wall of 50 in, as undo could leave it once: all else of the job can still be changed."""
    with local.database.transaction(writes=True) as t:
        t.run(
            "UPDATE wall SET doc = JSON_SET(doc, '$.length', '50') WHERE id = %s", [page(client, opening)["wall"]["id"]]
        )
    kept = client.get(f"/api/jobs/{job}").json()
    change = {"version": 1, "job": {**kept["job"], "name": "Renamed", "rules": {"side_shim": "3/8"}}}
    assert client.put(f"/api/jobs/{job}", json=change).status_code == 200
    assert save(client, opening, {**PLAIN["opening"], "room": "Loft"}).status_code == 200
    wall = page(client, opening)["wall"]
    named = {"version": 1, "wall": {**wall["wall"], "name": "Low"}}
    assert client.put(f"/api/walls/{wall['id']}", json=named).status_code == 200
    worse = save(client, opening, placed("65"))  # that is of its own making
    assert refused(worse, PLACE)


def test_crew_rules_are_held_against_what_jobs_say(client):
    """A shim of 1/4 at the butt in one job: the crew's tip may be 3/16, but not 1/4."""
    client.post("/api/jobs", json={"name": "Thin shims", "rules": {"shim_butt": "1/4"}}).raise_for_status()
    crew = client.get("/api/crew-rules/in").json()
    for tip, status in (("1/4", 422), ("3/16", 200)):
        answer = client.put("/api/crew-rules/in", json={"version": crew["version"], "rules": {"shim_tip": tip}})
        assert answer.status_code == status
    back = {"version": crew["version"] + 1, "rules": crew["rules"]}
    assert client.put("/api/crew-rules/in", json=back).status_code == 200


@pytest.mark.parametrize(("length", "taken"), [("0", False), ("1 15/16", False), ("2", True)])
def test_a_shim_has_a_length(client, length, taken):
    answer = client.post("/api/jobs", json={"name": "Shims", "rules": {"shim_length": length}})
    assert answer.status_code == 201 if taken else refused(answer, "rules.job.shim_length")


@pytest.fixture
def crew_as_before(client):
    before = client.get("/api/crew-rules/mm").json()["rules"]
    yield
    now = client.get("/api/crew-rules/mm").json()["version"]
    client.put("/api/crew-rules/mm", json={"version": now, "rules": before}).raise_for_status()


def conflicts(client, job, opening):
    """Every kind of write, each based on what somebody else has changed since: what is theirs, what yours, what differs."""
    wall = page(client, opening)["wall"]["id"]
    other = client.post(f"/api/jobs/{job}/walls", json={"name": "Other"}).json()["id"]
    item = {"kind": "leaf", "name": "Old", "source": "sheet", "unit": "in", "facts": {"width": "30", "height": "80"}}
    kept = client.post("/api/stock", json=item).json()["id"]
    client.put(f"/api/stock/{kept}", json={"version": 1, "item": {**item, "name": "New"}}).raise_for_status()
    save(client, opening, {**PLAIN["opening"], "room": "Loft"}).raise_for_status()
    client.put(f"/api/walls/{wall}", json={"version": 1, "wall": {**PLAIN["wall"], "name": "Long"}}).raise_for_status()
    base = client.get(f"/api/jobs/{job}").json()["job"]
    client.put(f"/api/jobs/{job}", json={"version": 1, "job": {**base, "place": "Pier"}}).raise_for_status()
    crew = client.get("/api/crew-rules/mm").json()
    client.put("/api/crew-rules/mm", json={"version": crew["version"], "rules": {"head_gap": "4"}}).raise_for_status()
    oak = [{"key": "oak", "name": "Oak", "layers": []}]
    cellar = {**PLAIN["opening"], "room": "Cellar"}
    room, name, place = "room", "name", "place"
    return [
        ("put", f"/openings/{opening}", {"opening": cellar}, 1, [room], {room: "Loft"}, {room: "Cellar"}),
        ("put", f"/openings/{opening}/wall", {"wall_id": other}, 1, [room], {room: "Loft"}, {}),
        ("post", f"/openings/{opening}/undo", {}, 1, [room], {room: "Loft"}, {}),
        ("delete", f"/openings/{opening}", None, 1, [room], {room: "Loft"}, {}),
        ("put", f"/openings/{opening}/restore", {}, 1, [room], {room: "Loft"}, {}),
        ("put", f"/walls/{wall}", {"wall": {**PLAIN["wall"], name: "Short"}}, 1, [name], {name: "Long"}, {name: "Short"}),
        ("put", f"/walls/{wall}/restore", {}, 1, [name], {name: "Long"}, {}),
        ("put", f"/jobs/{job}", {"job": {**base, name: "Mine"}}, 1, [name, place], {place: "Pier"}, {name: "Mine"}),
        ("put", f"/jobs/{job}/floors", {"floors": oak}, 1, ["floors"], {place: "Pier"}, {place: "Pier"}),
        ("delete", f"/jobs/{job}", None, 1, [place], {place: "Pier"}, {place: ""}),
        ("post", f"/jobs/{job}/restore", {}, 1, [place], {place: "Pier"}, {place: ""}),
        ("put", "/crew-rules/mm", {"rules": {"head_gap": "5"}}, crew["version"], ["head_gap"], {"head_gap": "4"}, {"head_gap": "5"}),
        ("put", f"/stock/{kept}", {"item": {**item, name: "Mine"}}, 1, [name], {name: "New"}, {name: "Mine"}),
    ]  # fmt: skip


def test_a_late_write_of_every_kind_is_told_both_documents(client, job, opening, crew_as_before):
    for method, address, body, version, differs, theirs, yours in conflicts(client, job, opening):
        sent = {"params": {"version": version}} if body is None else {"json": {"version": version, **body}}
        answer = client.request(method, f"/api{address}", **sent)
        told = answer.json()
        assert (answer.status_code, told["error"], told["differs"]) == (409, "stale", differs), address
        assert theirs.items() <= told["theirs"].items() and yours.items() <= told["yours"].items(), address
    line = {"value": "1", "unit": "in"}  # seen before the leaf was another
    told = client.post(f"/api/jobs/{job}/heads", json={"how": "raise", "line": line})
    assert (told.status_code, told.json()["yours"], told.json()["differs"]) == (409, {"line": line}, ["line"])
    assert (
        client.post(f"/api/jobs/{job}/heads", json={"how": "raise", "line": told.json()["theirs"]["line"]}).status_code
        == 200
    )
    late = client.delete(f"/api/stock/{client.get('/api/stock').json()['items'][-1]['id']}", params={"version": 0})
    assert (late.status_code, late.json()["yours"]) == (409, None)


def test_the_walk_has_a_version_and_says_what_is_wrong_with_an_order(client, job, opening):
    second = client.post(f"/api/jobs/{job}/openings", json={"copy_of": opening}).json()["id"]
    walk = client.get(f"/api/jobs/{job}").json()["walk_version"]
    put = f"/api/jobs/{job}/order"
    assert client.put(put, json={"version": walk, "order": [second, opening]}).json() == {"walk_version": walk + 1}
    late = client.put(put, json={"version": walk, "order": [opening, second]})
    assert (late.status_code, late.json()["theirs"], late.json()["yours"]) == (
        409, {"order": [second, opening]}, {"order": [opening, second]},
    )  # fmt: skip
    for wrong in ([], [second], [second, opening, opening], [second, 999_999]):
        answer = client.put(put, json={"version": walk + 1, "order": wrong})
        assert (answer.status_code, answer.json()["errors"][0]["reason"]) == (
            422, "the order does not name each opening of the job once",
        )  # fmt: skip
    # an opening that comes or goes meanwhile makes an order late, not wrong
    client.delete(f"/api/openings/{second}", params={"version": 1}).raise_for_status()
    assert client.put(put, json={"version": walk + 1, "order": [opening, second]}).status_code == 409
    missing = client.put("/api/jobs/999999/order", json={"version": 1, "order": []})
    assert (missing.status_code, missing.json()["reason"]) == (404, "there is no job 999999, or it was removed")


def test_nothing_is_done_to_a_job_off_the_board_nor_noted_that_did_not_happen(client, job, opening):
    wall = page(client, opening)["wall"]["id"]
    for address in (f"/openings/{opening}", f"/walls/{wall}"):  # both are there: nothing is put back
        assert client.put(f"/api{address}/restore", json={"version": 1}).status_code == 204
    client.post(f"/api/jobs/{job}/restore", json={"version": 1}).raise_for_status()
    assert [line["what"] for line in client.get(f"/api/jobs/{job}/log").json()["lines"]] == [
        "planned", "wall added", "job opened",
    ]  # fmt: skip
    client.delete(f"/api/jobs/{job}", params={"version": 1}).raise_for_status()
    for method, address, body in (
        ("put", f"/openings/{opening}", {"opening": {}}), ("put", f"/openings/{opening}/restore", {}),
        ("post", f"/openings/{opening}/undo", {}), ("put", f"/walls/{wall}", {"wall": {}}),
        ("put", f"/walls/{wall}/restore", {}), ("put", f"/jobs/{job}/order", {"order": [opening]}),
        ("post", f"/jobs/{job}/openings", {}), ("post", f"/jobs/{job}/walls", {}),
        ("post", f"/openings/{opening}/events", {"what": "framed"}),
    ):  # fmt: skip
        answer = client.request(
            method, f"/api{address}", json=body if address.endswith("/walls") else {"version": 1, **body}
        )
        assert (answer.status_code, answer.json()["reason"]) == (404, f"there is no job {job}, or it was removed"), (
            address
        )
    assert client.delete(f"/api/openings/{opening}", params={"version": 1}).status_code == 404


def test_a_floor_that_would_not_fit_foretells_its_stop(client, job):
    """A wall of 84 under a header of 1 1/2 is full at 3/4 of floor: 3/4 more and the header stands over its top."""
    oak = [{"key": "oak", "layers": [{"thickness": "3/4"}]}]
    version = client.get(f"/api/jobs/{job}").json()["version"]
    kept = client.put(f"/api/jobs/{job}/floors", json={"version": version, "floors": oak})
    assert kept.status_code == 200, kept.text
    opening = PLAIN["opening"] | {
        "floors": {"a_from": "oak", "b_from": "oak"},
        "header": {"depth": "1 1/2", "source": "drawing"},
    }
    client.post(f"/api/jobs/{job}/openings", json={"wall": PLAIN["wall"] | {"height": "84"}, "opening": opening})
    thick = [{"key": "oak", "layers": [{"thickness": "1 1/2"}]}]
    tried = client.post(f"/api/jobs/{job}/floors/try", json={"floors": thick}).json()
    assert [f["code"] for row in tried for f in row["flags"]] == ["cripple-does-not-fit"]
