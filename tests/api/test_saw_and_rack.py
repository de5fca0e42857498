"""A job's cutting plan: what is cut leaves it, on every list; what is left of a stick goes into the rack and is cut from later."""

import json
from dataclasses import replace

import pytest

from helpers import PLAIN
from jambo.jobs.cutting import agree, read_job
from jambo.views.material import job_cutting

SECTION = "38.1x88.9"


@pytest.fixture
def cutting(client):
    """A job with two like openings in a wall of 24 ft, each with two kings of 96 and two jacks of 80 7/8; gives its address and theirs."""
    job = client.post("/api/jobs", json={"name": "To cut"}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"name": "Long wall", "length": "24'"}).json()[
        "id"
    ]
    ids = []
    for n in range(2):
        opening = PLAIN["opening"] | {"mark": f"C{n + 1}", "position": {"distance": str(60 + 120 * n)}}
        ids.append(client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).json()["id"])
    return f"/api/jobs/{job}/cutting", ids, wall


def section(client, address, **query):
    plan = client.get(address, params=query).json()
    return next(s for s in plan["sections"] if s["section"] == SECTION)


def tick(stick):
    """What the screen sends for a stick of the plan."""
    pieces = [{k: p[k] for k in ("opening", "wall", "figure", "copy", "part", "parts")} for p in stick["pieces"]]
    return {"section": SECTION, "length": stick["length"], "offcut": stick["offcut"], "pieces": pieces}


def figures(of):
    return sorted((p["opening"] or 0, p["figure"]) for s in of["sticks"] for p in s["pieces"] if not p["part"])


def test_a_stick_that_is_cut_leaves_the_plan_and_is_cut_everywhere(client, cutting):
    address, _, _ = cutting
    plan = section(client, address)
    assert plan["cannot"] == []
    stick = next(s for s in plan["sticks"] if any(p["figure"] == "jack_length" for p in s["pieces"]))
    whose = next(p["opening"] for p in stick["pieces"] if p["figure"] == "jack_length")
    number = sum(p["figure"] == "jack_length" and p["opening"] == whose for p in stick["pieces"])
    answer = client.post(f"{address}/sticks", json=tick(stick))
    assert answer.status_code == 201, answer.text
    left = section(client, address)
    gone = figures(plan)
    for piece in stick["pieces"]:
        if not piece["part"]:
            gone.remove((piece["opening"] or 0, piece["figure"]))
    assert figures(left) == gone
    # the opening's own list says the same
    cut = {c["detail"]["figure"]: c["detail"] for c in client.get(f"/api/openings/{whose}").json()["cuts"]}
    assert cut["jack_length"].get("count", 2) == number
    # what is left of the stick lies in the rack where it is worth keeping
    assert [o["text"] for o in left["rack"]] == ([stick["left"]] if stick["kept"] else [])


def test_what_is_cut_twice_is_refused_and_nothing_is_half_kept(client, cutting):
    address, (first, _), _ = cutting
    jack = {"opening": first, "figure": "jack_length"}
    one = {"section": SECTION, "length": "16 ft", "pieces": [jack, jack]}
    assert client.post(f"{address}/sticks", json=one).status_code == 201
    refused = client.post(
        f"{address}/sticks", json=one | {"pieces": [{"opening": first, "figure": "king_length"}, jack]}
    )
    assert refused.status_code == 422
    assert refused.json()["errors"][0]["path"] == "pieces[1]"
    cut = {c["detail"]["figure"] for c in client.get(f"/api/openings/{first}").json()["cuts"]}
    assert cut == {"jack_length"}
    assert len(client.get(f"{address}/sticks").json()) == 1


def test_two_at_one_saw_cut_a_stick_once(client, cutting):
    """Both have the same plan in view: the second is told, though a jack of that opening is still to cut."""
    address, (first, second), _ = cutting
    seen = client.get(address).json()["newest"]
    one = {"section": SECTION, "length": "8 ft", "seen": seen, "pieces": [{"opening": first, "figure": "jack_length"}]}
    assert client.post(f"{address}/sticks", json=one, headers={"X-Jambo-Who": "Ada"}).status_code == 201
    again = client.post(f"{address}/sticks", json=one)
    assert (again.status_code, again.json()["errors"][0]["reason"]) == (422, "Ada has cut of these since")
    other = one | {"pieces": [{"opening": second, "figure": "jack_length"}]}
    assert client.post(f"{address}/sticks", json=other).status_code == 201
    now = client.get(address).json()["newest"]
    assert client.post(f"{address}/sticks", json=one | {"seen": now}).status_code == 201


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"length": "8 ft"}, "pieces"),  # 161 7/8 do not go into it
        ({"length": "wide"}, "length"),
        ({"offcut": 987654321}, "offcut"),
        ({"section": "38x88"}, "pieces[0]"),
        ({"pieces": []}, "pieces"),
        ({"pieces": [{"opening": 987654321, "figure": "jack_length"}]}, "pieces[0]"),
        ({"pieces": [{"wall": 1, "figure": "nothing"}]}, "pieces[0]"),
    ],
)
def test_a_stick_that_cannot_be_is_refused(client, cutting, change, path):
    address, (first, _), _ = cutting
    jack = {"opening": first, "figure": "jack_length"}
    answer = client.post(
        f"{address}/sticks", json={"section": SECTION, "length": "16 ft", "pieces": [jack] * 2} | change
    )
    assert (answer.status_code, answer.json()["errors"][0]["path"].split(".")[-1]) == (422, path)
    assert client.get(f"{address}/sticks").json() == []


def test_an_offcut_is_cut_from_and_a_stick_taken_back_in_that_order(client, cutting):
    """16 ft, squared: 191 3/4 - 96 - 1/8 leaves 95 5/8; one jack of 80 7/8 more from that, squared again, leaves 14 3/8: waste."""
    address, (first, _), _ = cutting
    king = {"section": SECTION, "length": "16 ft", "pieces": [{"opening": first, "figure": "king_length"}]}
    client.post(f"{address}/sticks", json=king).raise_for_status()
    (offcut,) = section(client, address)["rack"]
    assert offcut["text"] == "95 5/8 in"
    jack = {
        "section": SECTION,
        "length": "1",
        "offcut": offcut["id"],
        "pieces": [{"opening": first, "figure": "jack_length"}],
    }
    client.post(f"{address}/sticks", json=jack).raise_for_status()
    assert section(client, address)["rack"] == []
    last, stick = client.get(f"{address}/sticks").json()
    assert (last["left"], last["kept"], stick["left"]) == ("14 3/8 in", False, "95 5/8 in")
    assert client.delete(f"{address}/sticks/{stick['id']}").status_code == 422
    for one in (last, stick):
        client.delete(f"{address}/sticks/{one['id']}").raise_for_status()
    assert client.delete(f"{address}/sticks/{stick['id']}").status_code == 404
    assert client.get(f"/api/openings/{first}").json()["cuts"] == []
    assert section(client, address)["rack"] == []
    events = [
        (line["event"], line["words"]) for line in client.get(f"{address.removesuffix('/cutting')}/log").json()["lines"]
    ]
    assert ("stick cut", "192 in: 96 in (C1); 95 5/8 in left, into the rack") in events
    assert ("stick cut", "192 in: not cut after all") in events


def test_pieces_cut_from_something_else_are_cut_and_leave_no_offcut(client, cutting):
    address, (first, _), _ = cutting
    jack = {"section": SECTION, "pieces": [{"opening": first, "figure": "jack_length"}]}
    for status in (201, 201, 422):
        assert client.post(f"{address}/sticks", json=jack).status_code == status
    assert (first, "jack_length") not in figures(section(client, address))
    assert client.get(f"{address}/sticks").json() == section(client, address)["rack"] == []


def test_offcuts_are_put_into_the_rack_by_hand_and_taken_out(client, cutting):
    address, _, _ = cutting
    before = section(client, address)
    client.post(f"{address}/offcuts", json={"section": SECTION, "length": "7'"}).raise_for_status()
    plan = section(client, address)
    assert [o["text"] for o in plan["rack"]] == ["84 in"]
    assert plan["rack"][0]["used"]  # a jack of 80 7/8 goes into 83 3/4
    assert plan["stock_mm"] <= before["stock_mm"]
    # a bare number is in the unit it was typed under, whatever the job's
    client.post(f"{address}/offcuts", json={"section": SECTION, "length": "1270", "unit": "mm"}).raise_for_status()
    other = section(client, address)["rack"][-1]
    assert other["text"] == "50 in"
    client.delete(f"{address}/offcuts/{other['id']}").raise_for_status()
    gone = f"{address}/offcuts/{plan['rack'][0]['id']}"
    assert (client.delete(gone).status_code, client.delete(gone).status_code) == (204, 404)
    assert client.post(f"{address}/offcuts", json={"section": SECTION, "length": "-3"}).status_code == 422
    assert section(client, address)["rack"] == []


def test_a_long_plate_is_cut_part_by_part(client, cutting):
    """Top plates of 288 in parts: once one part is cut, the rest of that copy is wanted as it was parted; whole when all are."""
    address, _, wall = cutting
    plan = section(client, address)
    plates = [(s, p) for s in plan["sticks"] for p in s["pieces"] if p["figure"] == "top_plate_length"]
    copy, parts = plates[0][1]["copy"], plates[0][1]["parts"]
    mine = [p for _, p in plates if p["copy"] == copy]
    assert len(parts) == len(mine) >= 2
    for n, piece in enumerate(mine, 1):
        one = {
            "section": SECTION,
            "length": "16 ft",
            "pieces": [{"wall": wall, **{k: piece[k] for k in ("figure", "copy", "part", "parts")}}],
        }
        client.post(f"{address}/sticks", json=one).raise_for_status()
        assert client.post(f"{address}/sticks", json=one).status_code == 422
        left = [p for s in section(client, address)["sticks"] for p in s["pieces"] if p["figure"] == "top_plate_length"]
        still = [p for p in left if p["copy"] == copy]
        assert len(still) == len(mine) - n
        assert all(p["parts"] == parts for p in still)
    assert len({p["copy"] for p in left}) == 1


def test_goal_stock_and_prices_are_tried_and_kept(client, cutting):
    address, _, _ = cutting
    job_address = address.removesuffix("/cutting")
    tried = client.post(f"{address}/try", json={"goal": "lengths"}).json()
    of = next(s for s in tried["sections"] if s["section"] == SECTION)
    assert len([s for s in of["stock"] if s["taken"]]) == 1
    priced = {
        "stock": [
            {"section": SECTION, "lengths": [{"length": "8 ft", "price": "4.10"}, {"length": "16 ft", "price": 8}]}
        ]
    }
    tried = client.post(f"{address}/try", json=priced | {"currency": "cr"}).json()
    of = next(s for s in tried["sections"] if s["section"] == SECTION)
    assert (of["goal"], of["said"], tried["currency"]) == ("cost", True, "cr")
    assert of["cost"] == f"{sum(float(s['price']) * s['taken'] for s in of['stock']):.2f}"
    assert section(client, address)["said"] is False  # tried, not kept
    job = client.get(job_address).json()
    saved = client.put(job_address, json={"version": job["version"], "job": job["job"] | {"cutting": priced}})
    assert saved.status_code == 200, saved.text
    assert section(client, address)["cost"] == of["cost"]


@pytest.mark.parametrize(
    ("cutting_said", "path"),
    [
        ({"stock": [{"section": SECTION, "lengths": [{"length": "wide"}]}]}, "cutting.stock[0].lengths[0].length"),
        (
            {"stock": [{"section": SECTION, "lengths": [{"length": "8 ft", "price": "-1"}]}]},
            "cutting.stock[0].lengths[0].price",
        ),
        ({"stock": [{"section": SECTION}, {"section": SECTION}]}, "cutting.stock[1].section"),
    ],
)
def test_stock_that_cannot_be_is_refused_by_field(client, job, cutting_said, path):
    version = client.get(f"/api/jobs/{job}").json()
    saved = client.put(
        f"/api/jobs/{job}", json={"version": version["version"], "job": version["job"] | {"cutting": cutting_said}}
    )
    assert (saved.status_code, saved.json()["errors"][0]["path"]) == (422, path)


def test_what_is_framed_or_set_is_not_cut_and_what_was_cut_short_is_cut_anew(client, cutting):
    address, (first, _), _ = cutting
    client.post(f"/api/openings/{first}/events", json={"what": "cut", "key": "king_length"}).raise_for_status()
    assert (first, "king_length") not in figures(section(client, address))
    page = client.get(f"/api/openings/{first}").json()
    wall = page["wall"]
    higher = wall["wall"] | {"height": "99 1/2"}
    client.put(f"/api/walls/{wall['id']}", json={"version": wall["version"], "wall": higher}).raise_for_status()
    assert (first, "king_length") in figures(section(client, address))  # 96 is short of 98 now
    # one cut longer than it is wanted is shortened: of two jacks the other alone is still to cut
    client.post(
        f"{address}/sticks", json={"section": SECTION, "pieces": [{"opening": first, "figure": "jack_length"}]}
    ).raise_for_status()
    doc = client.get(f"/api/openings/{first}").json()
    doc["opening"]["door"]["leaves"][0]["height"] = "79"
    client.put(f"/api/openings/{first}", json={"version": doc["version"], "opening": doc["opening"]}).raise_for_status()
    jack = {"section": SECTION, "pieces": [{"opening": first, "figure": "jack_length"}]}
    assert [client.post(f"{address}/sticks", json=jack).status_code for _ in range(2)] == [201, 422]
    client.post(f"/api/openings/{first}/events", json={"what": "framed"}).raise_for_status()
    assert not [f for f in figures(section(client, address)) if f[0] == first]


def test_a_cutting_list_is_planned_with_a_line_for_each_step(client):
    said = {
        "format": "jambo-cut/1",
        "unit": "mm",
        "kerf": "0",
        "square": "0",
        "goal": "sticks",
        "stock": [{"length": "2400"}],
        "pieces": [{"label": "a", "length": "1000", "count": 3}],
    }
    patient = {"seconds": 20}  # it ends as soon as nothing can be better; beside load the search itself begins late
    answer = client.post("/api/cut/steps", json=said, params=patient)
    *steps, last = map(json.loads, answer.text.splitlines())
    assert answer.headers["content-type"].startswith("application/x-ndjson")
    assert all(step["bound"] <= step["best"] for step in steps)
    assert last["plan"] == client.post("/api/cut", json=said, params=patient).json()
    assert last["plan"]["value"] == 2
    assert client.post("/api/cut/steps", json=said | {"kerf": "-1"}).status_code == 422


def test_every_process_gives_the_plan_that_was_agreed_on(local, client, cutting, monkeypatch):
    """Nothing is looked for again, whoever looks: another process has only what is kept; what is left after a cut keeps to it."""
    address, _, _ = cutting
    agreed = client.get(address).json()
    looked_for, cut = [], job_cutting.CutSearch
    monkeypatch.setattr(job_cutting, "CutSearch", lambda *of: looked_for.append(of) or cut(*of))
    assert client.get(address).json() == agreed
    for other in ({"unit": "mm"}, {"words": "australia"}):
        assert section(client, address, **other)["searching"] is False
    client.get(address.replace("cutting", "buying")).raise_for_status()
    assert looked_for == []
    sticks = next(s for s in agreed["sections"] if s["section"] == SECTION)["sticks"]
    client.post(f"{address}/sticks", json=tick(sticks[0])).raise_for_status()
    section(client, address)
    ((_, before),) = [of for of in looked_for if len(of[1]) == len(sticks)]
    assert [len(lengths) for _, lengths in before] == [len(s["pieces"]) for s in sticks]


def test_of_two_plans_of_one_question_the_first_is_agreed_on(local, client, cutting):
    address, _, _ = cutting
    number = int(address.split("/")[3])
    client.get(address).raise_for_status()
    with local.database.transaction() as t:
        job = read_job(t, number)
    mine = job.agreed[SECTION]
    other = replace(mine, plan=replace(mine.plan, sticks=mine.plan.sticks[::-1]))
    assert agree(local.database, job, {SECTION: other}) == {SECTION: mine}
    older = replace(job, seen=job.seen - 1)  # somebody who read the job before its newest change
    elsewhere = replace(mine, question="0" * 64)
    assert agree(local.database, older, {SECTION: elsewhere}) == {SECTION: elsewhere}
    with local.database.transaction(writes=True) as t:
        assert read_job(t, number).agreed == job.agreed
        good = t.row("SELECT plan FROM cutting_plan WHERE job_id = %s AND section = %s", [number, SECTION])["plan"]
    bad = [json.dumps(json.loads(good) | {"sticks": [[n, False, "0", False, []]]}) for n in (-1, 99, "x", None)]
    for rubbish in ("[]", "7", '{"rubbish": true}', good.replace('"value": "', '"value": "a'), *bad):
        with local.database.transaction(writes=True) as t:
            t.run("UPDATE cutting_plan SET plan = %s WHERE job_id = %s", [rubbish, number])
        assert section(client, address)["sticks"]  # it is looked for anew
