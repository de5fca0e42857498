"""A job's buying: lines in shop terms with what is to spare, orders taken off, nothing booked twice, every line in the record."""

from datetime import UTC, datetime, timedelta

import pytest

from helpers import PLAIN
from jambo.core.job.buying import by_bundle, sticks_to_spare, to_spare


@pytest.fixture
def buying(client):
    """A job with three like doors; gives the address of its buying."""
    job = client.post("/api/jobs", json={"name": "To buy"}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"length": "30'"}).json()["id"]
    for n in range(3):
        opening = PLAIN["opening"] | {"mark": f"B{n + 1}", "position": {"distance": str(48 + 96 * n)}}
        client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).raise_for_status()
    return f"/api/jobs/{job}/buying"


def line(client, address, starts, **query):
    counters = client.get(address, params=query).json()["counters"]
    return next(one for of in counters for one in of["lines"] if one["label"].lower().startswith(starts))


def day(by):
    return (datetime.now(UTC).date() + timedelta(days=by)).isoformat()


def ordered(client, address, what, count, **more):
    """Order some of a line; gives the order."""
    answer = client.post(f"{address}/orders", json={"key": line(client, address, what)["key"], "count": count} | more)
    assert answer.status_code == 201, answer.text
    return line(client, address, what)["orders"][-1]


@pytest.mark.parametrize(
    ("of", "count", "spare"),
    [
        ("leaf", 30, 0), ("casing_nail", 30, 3), ("long_screw", 0, 0), ("long_screw", 1, 1), ("long_screw", 10, 1), ("foot_screw", 11, 2), ("shim", 14, 3), ("flat_shim", 5, 1),
        ("sticks", 1, 0), ("sticks", 9, 0), ("sticks", 10, 1), ("sticks", 29, 1), ("sticks", 30, 2),
    ],
)  # fmt: skip
def test_what_is_bought_to_spare(of, count, spare):
    assert (sticks_to_spare(count) if of == "sticks" else to_spare(of, count)) == spare


def test_shims_are_had_by_the_bundle(client, buying):
    """Three hinges and four places at the strike, two shims each: 14 a door, 42 for three, 9 to spare: 51 in bundles of 12."""
    shims = line(client, buying, "tapered shims")
    assert (shims["needed"], shims["spare"]) == (4, 1)
    assert shims["detail"] == "bundles of 12, for 42 and 9 to spare"
    assert by_bundle("shim", 48, 0) == (4, 0)
    assert by_bundle("flat_shim", 48, 0) is None


def test_a_fire_rated_leaf_is_a_line_of_its_own(client, buying):
    job = client.get(buying.removesuffix("/buying")).json()
    doc = client.get(f"/api/openings/{job['openings'][0]['id']}").json()
    doc["opening"]["door"] |= {"fire_rated": True, "glass": True}
    url = f"/api/openings/{job['openings'][0]['id']}"
    client.put(url, json={"version": doc["version"], "opening": doc["opening"]}).raise_for_status()
    (leaves,) = (c["lines"] for c in client.get(buying).json()["counters"] if c["counter"] == "leaves")
    assert [(one["needed"], one["detail"], one["marks"]) for one in leaves] == [
        (1, "2-6 × 6-8 (30 × 80 × 1 3/8 in), fire-rated, with glass", ["B1"]),
        (2, "2-6 × 6-8 (30 × 80 × 1 3/8 in)", ["B2", "B3"]),
    ]


def test_lines_are_in_shop_terms_by_counter(client, buying):
    """Three leaves of 2-6 by 6-8, nine hinges with a long screw each and one to spare; sticks as the cutting plan takes them."""
    leaf = line(client, buying, "leaf")
    assert (leaf["needed"], leaf["spare"], leaf["to_order"]) == (3, 0, 3)
    assert leaf["detail"] == "2-6 × 6-8 (30 × 80 × 1 3/8 in)"
    assert leaf["marks"] == ["B1", "B2", "B3"]
    assert line(client, buying, "leaf", unit="mm")["key"] == leaf["key"]
    screws = line(client, buying, "long screws")
    assert (screws["needed"], screws["spare"], screws["to_order"]) == (9, 1, 10)
    plan = client.get(buying.replace("/buying", "/cutting")).json()["sections"]
    counters = {c["counter"]: c["lines"] for c in client.get(buying).json()["counters"]}
    assert sum(t["needed"] for t in counters["timber"]) == sum(s["taken"] for of in plan for s in of["stock"])


def test_a_line_is_had_from_whom_it_or_its_counter_was_ordered_last(client, buying):
    assert line(client, buying, "hinges")["supplier"] == ""
    ordered(client, buying, "hinges", 3, supplier="Lockside")
    ordered(client, buying, "hinges", 3, supplier="Gatehouse")
    assert [line(client, buying, what)["supplier"] for what in ("hinges", "latch", "leaf")] == [
        "Gatehouse",
        "Gatehouse",
        "",
    ]


def test_a_stick_that_is_cut_is_still_one_that_was_bought(client, buying):
    cutting = buying.replace("/buying", "/cutting")
    while client.get(cutting).json()["searching"]:  # a better plan meanwhile may take fewer sticks
        pass
    before = {
        t["key"]: t["needed"]
        for c in client.get(buying).json()["counters"]
        if c["counter"] == "timber"
        for t in c["lines"]
    }
    for section in client.get(cutting).json()["sections"]:
        stick = section["sticks"][0]
        pieces = [{k: p[k] for k in ("opening", "wall", "figure", "copy", "part", "parts")} for p in stick["pieces"]]
        body = {"section": section["section"], "length": stick["length"], "pieces": pieces}
        client.post(f"{cutting}/sticks", json=body).raise_for_status()
    after = {
        t["key"]: t["needed"]
        for c in client.get(buying).json()["counters"]
        if c["counter"] == "timber"
        for t in c["lines"]
    }
    assert {k: n for k, n in after.items() if n < before.get(k, 0)} == {}


def test_an_order_comes_in_parts_and_some_goes_back(client, buying):
    order = ordered(client, buying, "leaf", 3, supplier="Yard gate", promised=day(2))
    assert (order["open"], order["late"], line(client, buying, "leaf")["to_order"]) == (3, False, 0)
    url = f"{buying}/orders/{order['id']}"
    assert client.post(f"{url}/came", json={"count": 2}).status_code == 201
    too_many = client.post(f"{url}/came", json={"count": 2})
    assert (too_many.status_code, too_many.json()["errors"][0]["reason"]) == (422, "only 1 are still to come")
    assert client.post(f"{url}/back", json={"count": 3}).status_code == 422
    assert client.post(f"{url}/back", json={"count": 1, "note": "a corner is crushed"}).status_code == 201
    leaf = line(client, buying, "leaf")
    assert (leaf["ordered"], leaf["came"], leaf["to_order"]) == (2, 1, 1)
    # taken back in turn: what was sent back, then the delivery, then the order
    came, back = leaf["orders"][0]["happened"]
    assert client.delete(f"{buying}/lines/{came['id']}").status_code == 422
    assert client.delete(f"{buying}/lines/{order['id']}").status_code == 422
    for each in (back["id"], came["id"], order["id"]):
        assert client.delete(f"{buying}/lines/{each}").status_code == 204
    assert client.delete(f"{buying}/lines/{order['id']}").status_code == 404
    assert line(client, buying, "leaf")["to_order"] == 3
    told = [(one["event"], one["words"]) for one in client.get(buying.replace("/buying", "/log")).json()["lines"]]
    assert ("sent back", "1 Leaf, 2-6 × 6-8 (30 × 80 × 1 3/8 in); a corner is crushed") in told
    assert ("ordered", "3 Leaf, 2-6 × 6-8 (30 × 80 × 1 3/8 in): taken back") in told


def test_one_line_is_ordered_once_by_two(client, buying):
    """Two windows saw no order of the leaves: the second is told who ordered, and orders more only when it has seen that."""
    leaf = line(client, buying, "leaf")
    body = {"key": leaf["key"], "count": 3, "seen": 0}
    said = client.post(f"{buying}/orders", json=body, headers={"X-Jambo-Who": "Bo"})
    assert said.status_code == 201
    again = client.post(f"{buying}/orders", json=body)
    assert (again.status_code, again.json()["errors"][0]["reason"]) == (422, "Bo has ordered 3 of these since")
    (order,) = line(client, buying, "leaf")["orders"]
    assert client.post(f"{buying}/orders", json=body | {"count": 1, "seen": order["id"]}).status_code == 201


def test_one_delivery_is_booked_once_by_two(client, buying):
    """Each saw nothing come of two: the second is told, though one is still to come."""
    order = ordered(client, buying, "leaf", 2)
    url = f"{buying}/orders/{order['id']}/came"
    assert client.post(url, json={"count": 1, "seen": 0}).status_code == 201
    again = client.post(url, json={"count": 1, "seen": 0})
    assert (again.status_code, "1 came" in again.json()["errors"][0]["reason"]) == (422, True)
    last = line(client, buying, "leaf")["orders"][-1]["happened"][-1]["id"]
    assert client.post(url, json={"count": 1, "seen": last}).status_code == 201


@pytest.mark.parametrize(("by", "late"), [(-1, 1), (0, 0), (1, 0)])
def test_an_order_is_late_from_the_day_after_it_was_promised(client, buying, by, late):
    order = ordered(client, buying, "leaf", 2, promised=day(by))
    assert (client.get(buying).json()["late"], order["late"]) == (late, bool(late))
    job = int(buying.split("/")[3])
    assert next(w["late"] for w in client.get("/api/waits").json() if w["id"] == job) == late
    client.post(f"{buying}/orders/{order['id']}/came", json={"count": 2}).raise_for_status()
    assert client.get(buying).json()["late"] == 0


def test_what_is_ordered_and_no_more_needed_is_told(client, buying):
    ordered(client, buying, "leaf", 3)
    job = client.get(buying.removesuffix("/buying")).json()
    for one in job["openings"]:
        doc = client.get(f"/api/openings/{one['id']}").json()
        doc["opening"]["door"]["leaves"][0]["width"] = "32 in"
        client.put(
            f"/api/openings/{one['id']}", json={"version": doc["version"], "opening": doc["opening"]}
        ).raise_for_status()
    now = client.get(buying).json()
    assert [(o["count"], o["detail"]) for o in now["surplus"]] == [(3, "2-6 × 6-8 (30 × 80 × 1 3/8 in)")]
    assert line(client, buying, "leaf")["to_order"] == 3


@pytest.mark.parametrize(
    ("body", "path"),
    [
        ({"key": "a thing", "count": 1}, "key"),
        ({"count": 0}, "count"),
        ({"count": 1, "promised": "someday"}, "promised"),
        ({"count": 1, "supplier": "x" * 81}, "supplier"),
    ],
)
def test_an_order_that_cannot_be_is_refused(client, buying, body, path):
    answer = client.post(f"{buying}/orders", json={"key": line(client, buying, "leaf")["key"]} | body)
    assert (answer.status_code, answer.json()["errors"][0]["path"].split(".")[-1]) == (422, path)
    assert line(client, buying, "leaf")["orders"] == []
