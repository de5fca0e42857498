"""Plans over HTTP: an open document with its errors, and a job's plan from its cards, orders, crew and other trades."""

from datetime import datetime, timedelta

import pytest

from at_work import ALL_DAYS
from helpers import PLAIN, POCKET, plain

SHIFT = [{"from": "07:00", "to": "15:00"}]
START = "2026-11-30T07:00"  # a Monday


def document(*operations, people=("Ada", "Bo"), **more):
    return {
        "format": "jambo-plan/1", "start": START, "people": [{"name": n, "hours": SHIFT} for n in people],
        "operations": [{"key": key, **one} for key, one in operations], **more,
    }  # fmt: skip


def paired(*people):
    """A document whose people are named with those they always work with."""
    both = [one.partition(":") for one in people]
    return document(("a", {"minutes": 10})) | {
        "people": [{"name": name, "hours": SHIFT, "pair_with": mate} for name, _, mate in both]
    }


def test_a_pair_named_by_either_or_both_is_one(client):
    for people in (("Ada:Cy", "Bo", "Cy"), ("Ada", "Bo", "Cy:Ada"), ("Ada:Cy", "Bo", "Cy:Ada")):
        said = paired(*people) | {"operations": [{"key": "a", "minutes": 10, "hands": 2}]}
        assert client.post("/api/plan", json=said).json()["operations"][0]["who"] == ["Ada", "Cy"]


def test_a_document_is_planned(client):
    said = document(
        ("frame", {"minutes": 75, "hands": 2, "room": "A", "by": "2026-11-30T08:00"}),
        ("kit", {"minutes": 60, "after": ["frame"], "needs": ["kit"]}),
        ("tile", {"minutes": 30, "needs": ["tile"]}),
        ("after tile", {"minutes": 30, "after": ["tile"]}),
        comes=[{"name": "kit", "at": "2026-12-01T12:00"}, {"name": "tile"}],
    )
    plan = client.post("/api/plan", json=said).json()
    assert [(o["key"], o["start"], o["end"], o["late"]) for o in plan["operations"]] == [
        ("frame", "2026-11-30T07:00", "2026-11-30T08:15", 15),
        ("kit", "2026-12-01T12:00", "2026-12-01T13:00", 0),
    ]
    assert plan["operations"][0]["who"] == ["Ada", "Bo"]
    assert (plan["finish"], plan["bound"], plan["proven"]) == ("2026-12-01T13:00", "2026-12-01T13:00", True)
    assert [(w["key"], w["waits_for"]) for w in plan["waits"]] == [("tile", ["tile"]), ("after tile", ["tile"])]
    assert (
        plan["told"]
        == "Done Tue 1 Dec, 13:00; 1 piece of work ends after its day. Without making that later, it cannot be done sooner."
    )
    assert client.post("/api/plan", json=said).json() == plan


@pytest.mark.parametrize(
    ("said", "path", "reason"),
    [
        (document(("a", {"minutes": 10, "after": ["b"]}), ("b", {"minutes": 10, "after": ["a"]})), "operations[0].after", "wait for each other"),
        (document(("a", {"minutes": 10}), people=()), "people", "nobody in the crew"),
        (document(("a", {"minutes": 10})) | {"people": [{"name": "Ada", "hours": []}]}, "people[0].hours", "Ada has no hours"),
        (document(("a", {"minutes": 10})) | {"people": [{"name": "Ada", "hours": [{"from": "15:00", "to": "07:00"}]}]}, "people[0].hours[0].to", "not after"),
        (document(("a", {"minutes": 10, "hands": 2}), people=("Ada",)), "operations[0].hands", "this takes two people, and only one of the crew may do it"),
        (document(("a", {"minutes": 10}), ("a", {"minutes": 10})), "operations[0].key", "twice"),
        (document(("a", {"minutes": 10, "needs": ["x"]})), "operations[0].needs", "there is no 'x'"),
        (document(("a", {"minutes": 10, "by": "2036-01-01T07:00"})), "operations[0].by", "further ahead"),
        (document(("a", {"minutes": 0})), "operations[0].minutes", ""),
        (document(("a", {"minutes": 10}), people=("Ada", "Ada")), "people[0].name", "two people"),
        (paired("Ada:Ada"), "people[0].pair_with", "Ada cannot work with 'Ada'"),
        (paired("Ada:Cy", "Bo"), "people[0].pair_with", "cannot work with 'Cy'"),
        (paired("Ada:Bo", "Bo:Cy", "Cy"), "people[1].pair_with", "not a pair: one of them is in another"),
        (document(*((f"k{n}", {"minutes": 1}) for n in range(10_000))), "operations", ""),
        (document(("a", {"minutes": 10})) | {"start": "2026-11-30T07:00+01:00"}, "start", "not a day as it is written"),
    ],
    ids=lambda one: one if isinstance(one, str) else "",
)  # fmt: skip
def test_what_cannot_be_planned_is_told_where(client, said, path, reason):
    answer = client.post("/api/plan", json=said)
    assert answer.status_code == 422
    assert any(e["path"] == path and reason in e["reason"] for e in answer.json()["errors"]), answer.json()


def test_a_day_gone_by_is_late_and_still_planned(client):
    plan = client.post("/api/plan", json=document(("a", {"minutes": 60, "by": "2026-11-27T07:00"}))).json()
    assert plan["operations"][0]["late"] == 60


@pytest.fixture
def job(client):
    """A pocket door, a plain one, and one whose floor nobody has said; two carpenters who work every day."""
    number = client.post("/api/jobs", json={"name": "Who and when"}).json()["id"]
    rows = [plain(**POCKET, **{"opening.mark": "W1", "opening.room": "Hall"}), plain(**{"opening.mark": "W2"}),
            plain(**{"opening.mark": "W3", "opening.floors": None})]  # fmt: skip
    for doc in rows:
        wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
        client.post(
            f"/api/jobs/{number}/openings", json={"wall_id": wall, "opening": doc["opening"]}
        ).raise_for_status()
    return f"/api/jobs/{number}"


CREW = {"people": [{"name": name, "hours": ALL_DAYS} for name in ("Ada", "Bo")]}


def tried(client, job, promised=(), settled=(), **more):
    body = {"crew": CREW | more, "promised": dict(promised), "settled": list(settled)}
    answer = client.post(f"{job}/plan/try", json=body)
    assert answer.status_code == 200, answer.text
    return answer.json()


def works(plan):
    return [(w["mark"], w["label"], w["minutes"]) for d in plan["days"] for p in d["people"] for w in p["work"]]


def test_a_jobs_plan_is_made_from_its_cards(client, job):
    """W1: frame 75 and kit 60 by two, leaf 30, hardware 25 (no casing); W2: frame 45 by two, set 120, hang 60, hardware 25."""
    plan = tried(client, job)
    assert sorted(set(works(plan))) == [
        ("W1", "Frame the opening", 75), ("W1", "Hang the leaf", 30), ("W1", "Hardware, last check", 25), ("W1", "Set the pocket kit", 60),
        ("W2", "Frame the opening", 45), ("W2", "Hang the leaf", 60), ("W2", "Hardware, last check", 25), ("W2", "Set the jamb set", 120),
    ]  # fmt: skip
    assert {(h["mark"], *h["waits_for"]) for h in plan["held_up"]} == {
        ("W3", "W3: Floor on side A", "W3: Floor on side B")
    }
    minutes = datetime.fromisoformat(plan["finish"]) - datetime.fromisoformat(plan["start"])
    # all by two: 75 + 60 + 45, then 205 for one and 55 for the other
    assert minutes == timedelta(minutes=180 + 205 - 135) or plan["proven"]
    assert any("not ordered, taken as here" in line for line in plan["assumed"])
    document_ = client.get(f"{job}/plan/document").json()
    assert [o["key"].split(":")[1] for o in document_["operations"]][:4] == ["frame", "set", "hang", "hardware"]


def test_gates_of_other_trades_and_deliveries_hold_the_work(client, job):
    counters = client.get(f"{job}/buying").json()["counters"]
    kit = next(line for c in counters for line in c["lines"] if line["key"].startswith("pocket_kit"))
    day = (datetime.now() + timedelta(days=3)).date()
    order = {"key": kit["key"], "count": 1, "promised": day.isoformat()}
    client.post(f"{job}/buying/orders", json=order).raise_for_status()
    at = datetime.combine(day, datetime.min.time())
    boards = {"trade": "wallboard", "at": f"{at:%Y-%m-%dT%H:%M}", "done": f"{at + timedelta(days=2):%Y-%m-%dT%H:%M}"}
    plan = tried(client, job, trades=[boards])
    work = {(w["mark"], w["label"]): w for d in plan["days"] for p in d["people"] for w in p["work"]}
    assert work["W1", "Set the pocket kit"]["start"] == f"{day}T12:00"
    assert (
        work["W1", "Set the pocket kit"]["late"] == 13 * 60
    )  # from midnight to one: 12 hours to noon, and its own hour
    assert work["W2", "Frame the opening"]["late"] == 0
    assert work["W1", "Hang the leaf"]["start"] == f"{(at + timedelta(days=2)).date()}T00:00"
    (deadline,) = plan["deadlines"]
    assert (deadline["open"], len(deadline["late"]), deadline["minutes"]) == (3, 2, 75 + 60 + 45 + 45)
    assert (
        ". 2 openings will not be ready: W1, W3. 3 openings are still to do: 7 h 30 of hands, and " in deadline["told"]
    )
    assert "enough if two work on it" in deadline["told"]  # frames and kits take two
    unknown = tried(client, job, trades=[{"trade": "wallboard"}])
    assert ("W1", "Hang the leaf", 30) not in works(unknown)
    assert {"Drywall done"} <= {name for h in unknown["held_up"] for name in h["waits_for"]}


def test_what_is_done_leaves_the_plan_and_the_crew_is_kept(client, job):
    kept = client.get(job).json()
    body = {"version": kept["version"], "job": kept["job"] | {"crew": CREW}}
    client.put(job, json=body).raise_for_status()
    assert client.get(job).json()["job"]["crew"]["people"][0]["hours"] == ALL_DAYS
    number = next(o["id"] for o in client.get(job).json()["openings"] if o["mark"] == "W2")
    client.post(f"/api/openings/{number}/events", json={"what": "framed"}).raise_for_status()
    assert ("W2", "Frame the opening", 45) not in works(client.get(f"{job}/plan").json())
    client.put(
        job, json={"version": kept["version"] + 1, "job": kept["job"] | {"crew": CREW | {"zone": "Nowhere/Land"}}}
    )
    assert client.get(f"{job}/plan").json()["errors"][0]["path"] == "crew.zone"


def test_a_room_told_by_name_has_its_own_day(client, job):
    """Wallboard comes on the second day; to the Hall, where W1 is, on the fourth: no sooner day is asked of it."""
    second, fourth = ((datetime.now() + timedelta(days=n)).date() for n in (2, 4))
    boards = [
        {"trade": "wallboard", "at": f"{second}T07:00"},
        {"trade": "wallboard", "at": f"{fourth}T07:00", "rooms": ["Hall"]},
    ]
    plan = tried(client, job, trades=boards)
    by = {(d["at"], d["open"]) for d in plan["deadlines"]}
    assert by == {(f"{second}T07:00", 2), (f"{fourth}T07:00", 1)}  # W2 and W3; W1
    later = tried(client, job, trades=[boards[0], boards[1] | {"done": f"{fourth}T15:00"}])
    held = {(h["mark"], *h["waits_for"]) for h in later["held_up"] if h["mark"] in ("W1", "W2")}
    assert held == {("W2", "Drywall done")}  # nobody has said when it is done elsewhere


def keep_crew(client, job, **more):
    kept = client.get(job).json()
    client.put(job, json={"version": kept["version"], "job": kept["job"] | {"crew": CREW | more}}).raise_for_status()


def test_a_delivery_that_slips_is_tried_and_kept(client, job):
    """The kit slips by four days: its opening is done later, the other one is not touched."""
    keep_crew(client, job)
    counters = client.get(f"{job}/buying").json()["counters"]
    kit = next(line for c in counters for line in c["lines"] if line["key"].startswith("pocket_kit"))
    day = (datetime.now() + timedelta(days=3)).date()
    client.post(f"{job}/buying/orders", json={"key": kit["key"], "count": 1, "promised": f"{day}"}).raise_for_status()
    (coming,) = client.get(f"{job}/plan").json()["coming"]
    assert (coming["what"], coming["marks"], coming["promised"]) == ("Pocket kit", ["W1"], f"{day}")
    later = day + timedelta(days=4)
    plan = tried(client, job, promised={coming["order"]: f"{later}"})
    assert [m["mark"] for m in plan["moved"]] == ["W1"]
    assert plan["coming"][0]["promised"] == f"{later}"
    never = tried(client, job, promised={coming["order"]: None})
    assert [m["after"] for m in never["moved"] if m["mark"] == "W1"] == [None]  # it is framed, and waits for its kit
    assert client.get(f"{job}/plan").json()["coming"][0]["promised"] == f"{day}"  # only tried
    answer = client.post(f"{job}/buying/orders/{coming['order']}/promised", json={"promised": f"{later}"})
    assert answer.status_code == 201
    kept = client.get(f"{job}/plan").json()
    assert (kept["finish"], kept["coming"][0]["promised"]) == (plan["finish"], f"{later}")
    assert [line["words"] for line in client.get(f"{job}/log").json()["lines"] if line["what"] == "promised"] == [
        f"1 Pocket kit, 2-6 (30 in); promised for {later}"
    ]
    client.post(f"{job}/buying/orders/{coming['order']}/came", json={"count": 1}).raise_for_status()
    gone = client.post(f"{job}/buying/orders/{coming['order']}/promised", json={"promised": None})
    assert (gone.status_code, gone.json()["errors"][0]["path"]) == (422, "promised")


def test_what_is_not_said_can_be_tried_as_settled(client, job):
    """W3 waits for two floors; taken as chosen it is planned, and the plan as kept still says that it waits."""
    keep_crew(client, job)
    names = client.get(f"{job}/plan").json()["held_up"][0]["waits_for"]
    assert names == ["W3: Floor on side A", "W3: Floor on side B"]
    assert tried(client, job, settled=names[:1])["held_up"][0]["waits_for"] == names[1:]
    plan = tried(client, job, settled=names)
    assert (plan["held_up"], [(m["mark"], m["before"]) for m in plan["moved"] if m["before"] is None]) == (
        [],
        [("W3", None)],
    )


def test_work_is_put_off_within_its_gates(client, job):
    """W1: the leaf comes after the kit, and the kit after the frame: each says what it waits for, and what waits for it."""
    day = (datetime.now() + timedelta(days=2)).date()
    boards = {"trade": "wallboard", "at": f"{day}T07:00", "done": f"{day}T15:00"}
    plan = tried(client, job, trades=[boards])
    works_ = {
        w["key"].split(":")[1]: w for d in plan["days"] for p in d["people"] for w in p["work"] if w["mark"] == "W1"
    }
    assert (works_["set"]["no_earlier"], works_["set"]["no_later"]) == ("first: W1: Frame the opening", "Drywall comes")
    assert works_["set"]["latest"] == f"{day}T06:00"  # an hour before it comes
    assert works_["frame"]["latest"] == f"{day}T04:45"
    assert (works_["hang"]["earliest"], works_["hang"]["no_earlier"]) == (f"{day}T15:00", "Drywall done")
    assert (works_["hang"]["latest"], works_["hang"]["put_off"]) == (None, False)
    (trade,) = plan["trades"]
    assert (trade["label"], trade["at"], trade["done"], trade["rooms"]) == (
        "Drywall",
        f"{day}T07:00",
        f"{day}T15:00",
        [],
    )
    off = {"opening": works_["hang"]["opening"], "work": "hang", "at": f"{day + timedelta(days=1)}T09:00"}
    moved = tried(client, job, trades=[boards], put_off=[off])
    hang = next(w for d in moved["days"] for p in d["people"] for w in p["work"] if w["key"] == works_["hang"]["key"])
    assert (hang["start"], hang["put_off"], hang["earliest"]) == (
        f"{day + timedelta(days=1)}T09:00",
        True,
        f"{day}T15:00",
    )
    wrong = client.post(f"{job}/plan/try", json={"crew": CREW | {"put_off": [off | {"work": "sing"}]}})
    assert (wrong.status_code, wrong.json()["errors"][0]["path"]) == (422, "crew.put_off[0].work")


def test_those_who_meet_only_on_saturdays_are_planned_however_far_ahead(client):
    """Ten works of three hours for two, who are both there on Saturdays from 8 to 12 alone, the first of them off: one each Saturday."""
    week = [{"from": "08:00", "to": "16:00", "days": ["mon", "tue", "wed", "thu", "fri"]}]
    saturday = [{"from": "08:00", "to": "12:00", "days": ["sat"]}]
    said = document(*((f"{n}", {"minutes": 180, "hands": 2}) for n in range(10)))
    said["people"] = [
        {"name": "Ada", "hours": week + saturday},
        {"name": "Bo", "hours": saturday, "off": ["2026-12-05"]},
    ]
    plan = client.post("/api/plan", json=said).json()
    assert (len(plan["operations"]), plan["finish"]) == (10, "2027-02-13T11:00")


def of_w2(plan):
    return {
        w["key"].split(":")[1]: w for d in plan["days"] for p in d["people"] for w in p["work"] if w["mark"] == "W2"
    }


def test_hours_are_heard_or_told_what_would_do(client):
    heard = client.post("/api/plan/hours", json={"text": "7 to half past 3, Friday to 12"}).json()["hours"]
    assert [(one["from"], one["to"], one["days"][-1]) for one in heard] == [
        ("07:00", "15:30", "thu"),
        ("07:00", "12:00", "fri"),
    ]
    assert (
        client.post(
            "/api/plan", json=document(("a", {"minutes": 60})) | {"people": [{"name": "Ada", "hours": heard}]}
        ).status_code
        == 200
    )
    refused = client.post("/api/plan/hours", json={"text": "22 to 6"})
    assert (refused.status_code, refused.json()["errors"][0]["path"]) == (422, "text")


def test_what_has_to_dry_holds_what_comes_after_it(client, job):
    """Foam for six hours after the frame is set: the leaf of W2 hangs then, not before; in a document the same by its minutes."""
    plan = of_w2(tried(client, job, dries=[{"work": "set", "minutes": 360}]))
    set_, hang = (datetime.fromisoformat(plan[kind][when]) for kind, when in (("set", "end"), ("hang", "start")))
    assert hang >= set_ + timedelta(hours=6) and plan["hang"]["no_earlier"].endswith(", and dry")
    assert of_w2(tried(client, job))["hang"]["no_earlier"] == "first: W2: Set the jamb set"
    said = document(("glue", {"minutes": 60, "dries": 90}), ("trim", {"minutes": 30, "after": ["glue"]}))
    assert [o["start"] for o in client.post("/api/plan", json=said).json()["operations"]] == [START, "2026-11-30T09:30"]
    wrong = client.post(f"{job}/plan/try", json={"crew": CREW | {"dries": [{"work": "set", "minutes": 0}]}})
    assert wrong.json()["errors"][0]["path"] == "crew.dries[0].minutes"


def test_what_was_done_just_now_is_still_wet(client, job):
    """Every step of setting W2 is ticked: hanging waits for the foam, from the last of them on."""
    number = next(o["id"] for o in client.get(job).json()["openings"] if o["mark"] == "W2")
    client.post(f"/api/openings/{number}/events", json={"what": "framed"}).raise_for_status()
    plan = of_w2(tried(client, job))
    for step in plan["set"]["steps"]:
        client.post(f"/api/openings/{number}/events", json={"what": "step", "key": step}).raise_for_status()
    left = of_w2(tried(client, job, dries=[{"work": "set", "minutes": 600}]))
    assert "set" not in left and left["hang"]["no_earlier"] == "W2: Set the jamb set, and dry"
    assert datetime.fromisoformat(left["hang"]["start"]) >= datetime.now() + timedelta(hours=9)


def by_wednesday(client, pockets):
    """So many pocket doors for two who begin on a Monday, eight hours a day, and boards that come on its Wednesday: 75 and 60 minutes each, by both."""
    number = client.post("/api/jobs", json={"name": "Boards come"}).json()["id"]
    for n in range(pockets):
        wall = client.post(f"/api/jobs/{number}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
        opening = plain(**POCKET, **{"opening.mark": f"P{n}"})["opening"]
        body = {"wall_id": wall, "opening": opening}
        client.post(f"/api/jobs/{number}/openings", json=body).raise_for_status()
    today = datetime.now().date()
    monday = today + timedelta(days=14 - today.weekday())
    before = [f"{today + timedelta(days=n)}" for n in range(-1, (monday - today).days)]
    people = [{"name": name, "hours": SHIFT, "off": before} for name in ("Ada", "Bo")]
    boards = {
        "trade": "wallboard",
        "at": f"{monday + timedelta(days=2)}T07:00",
        "done": f"{monday + timedelta(days=4)}T15:00",
    }
    return f"/api/jobs/{number}", monday, {"people": people, "trades": [boards]}


def test_what_will_be_late_is_helped_by_what_was_tried(client, monkeypatch):
    """Ten take two of them 1350 minutes, 960 are there: 390 lack, which two more have on Tuesday; or boards come on Thursday, done on the Monday after Saturday."""
    url, monday, crew = by_wednesday(client, 10)
    while (late := tried(client, url, **crew))["searching"]:
        pass
    days = [
        f"{monday + timedelta(days=n):%a} {(monday + timedelta(days=n)).day} {monday + timedelta(days=n):%b}"
        for n in range(4)
    ]
    more, later = f"two more, with Ada’s hours, from {days[1]}", f"drywall 1 day later, on {days[3]}"
    assert [one["told"] for one in late["help"]] == [more, later]
    assert late["helped"] == f"Nothing would be late with {more}, or with {later}."
    assert late["help"][1]["crew"]["trades"][0]["done"] == f"{monday + timedelta(days=7)}T15:00"
    for one in late["help"]:
        plan = tried(client, url, **one["crew"])
        assert "still to do and will be ready: " in plan["deadlines"][0]["told"]
        assert (plan["help"], plan["helped"]) == ([], "")
    assert (
        "10 openings are still to do: 45 h of hands, and 32 h are left, which is too little."
        in late["deadlines"][0]["told"]
    )
    # were a crew of five as many as there can be, two more would be no cure for four
    monkeypatch.setattr("jambo.views.days.late.MOST_IN_CREW", 5)
    saturdays = {"hours": [{"days": ["sat"], "from": "07:00", "to": "08:00"}], "off": crew["people"][0]["off"]}
    others = [{"name": f"Sat {n}", **saturdays} for n in range(2)]
    for spare, cures in ((1, [more, later]), (0, [later])):
        crowd = crew | {"people": [*crew["people"], *others[spare:]]}
        while (late := tried(client, url, **crowd))["searching"]:
            pass
        assert [one["told"] for one in late["help"]] == cures
    # seven take 945: nothing is late, and nothing is to be done about it
    url, _, crew = by_wednesday(client, 7)
    assert tried(client, url, **crew)["helped"] == ""
