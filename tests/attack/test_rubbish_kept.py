"""Rubbish in every kind of row: one bad row on its page, with what is wrong, that hides no other and can be mended."""

import json

import httpx
import pytest

from at_work import ALL_DAYS, frame
from helpers import PLAIN
from jambo.api.app import create_app
from jambo.core.job.record import EVENTS
from jambo.format.events import readable
from jambo.running.local import running
from jambo.store.database import Database
from jambo.views.job.record import UNREADABLE

CREW = {"people": [{"name": "Ada", "hours": ALL_DAYS}]}
PAGES = [path for path, calls in create_app(None).openapi()["paths"].items() if "get" in calls]
WRONG = ("[]", '"rubbish"', "7", "null", '{"rubbish": true}')


@pytest.fixture(scope="module")
def local():
    with running(front_end=False) as local:
        yield local


@pytest.fixture(scope="module")
def client(local):
    with httpx.Client(base_url=local.url, timeout=60) as client:
        yield client


@pytest.fixture(scope="module")
def owner(local):
    """The owner of the tables, free of the triggers that keep the record from being changed."""
    database = Database(local.server.owner_url)
    with database.transaction() as t:
        for row in t.rows("SHOW TRIGGERS"):
            t.run(f"DROP TRIGGER {row['Trigger']}")
    yield database
    database.close()


def made(client, name):
    """A job with two doors in one wall, a reading, an order that came, a step ticked, a change of each document."""
    job = client.post("/api/jobs", json={"name": name, "crew": CREW}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
    openings = [
        client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": PLAIN["opening"] | {"mark": mark, "position": {"distance": at}}}).json()["id"]
        for mark, at in (("T1", "60"), ("T2", "180"))
    ]  # fmt: skip
    kept = client.get(f"/api/openings/{openings[0]}").json()
    for what, address, row in (
        ("job", f"/api/jobs/{job}", kept["job"]), ("wall", f"/api/walls/{wall}", kept["wall"]),
        ("opening", f"/api/openings/{openings[0]}", kept),
    ):  # fmt: skip
        changed = {"mark": "T3"} if what == "opening" else {"name": f"{name} {what}"}
        client.put(address, json={"version": row["version"], what: row[what] | changed}).raise_for_status()
    reading = {"place": "width_foot", "value": "32 1/2"}
    client.post(f"/api/openings/{openings[0]}/readings", json={"reading": reading}).raise_for_status()
    frame(client, job, openings[0], 50, "T3")
    leaf = next(
        line
        for c in client.get(f"/api/jobs/{job}/buying").json()["counters"]
        for line in c["lines"]
        if line["key"].startswith("leaf")
    )
    client.post(f"/api/jobs/{job}/buying/orders", json={"key": leaf["key"], "count": 2}).raise_for_status()
    order = client.get(f"/api/jobs/{job}/log?what=order").json()["lines"][0]["id"]
    client.post(f"/api/jobs/{job}/buying/orders/{order}/came", json={"count": 1}).raise_for_status()
    client.post(f"/api/jobs/{job}/feeds", json={"of": "crew"}).raise_for_status()
    return {"job": job, "wall": wall, "opening": openings[0], "reading": 1, "other": openings[1]}


@pytest.fixture(scope="module")
def jobs(client):
    item = {"kind": "leaf", "name": "Leaf 30", "unit": "in", "facts": {"width": "30 in"}, "source": "the sheet"}
    client.post("/api/stock", json=item).raise_for_status()
    client.put("/api/crew-rules/in", json={"version": 0, "rules": {"side_shim": "1/2"}}).raise_for_status()
    return made(client, "Spoilt"), made(client, "Whole")


def asked(client, of):
    """Every page of a job, its first opening and its wall, by address."""
    found = {}
    for path in PAGES:
        at = (
            path.replace("{job_id}", str(of["job"])).replace("{opening_id}", str(of["opening"])).replace("{unit}", "in")
        )
        at = at.replace("{trade}", "wallboard")
        if (
            "{" not in at
            and not at.endswith("/live")
            and path
            not in (
                "/api/site/authority.pem",
                "/api/heard",
                "/api/level",
                "/api/steps",
                "/api/line",
                "/api/jobs/{job_id}/line",
            )
        ):
            found[at] = client.get(at)
    found["wall"] = client.post(f"/api/walls/{of['wall']}/layout", json={})
    return found


SPOILT = {
    "job": ("job", "doc", "id"), "wall": ("wall", "doc", "id"), "opening": ("opening", "doc", "id"),
    "reading": ("reading", "doc", "opening_id"), "version": ("opening_version", "doc", "opening_id"),
    "stock": ("stock", "doc", "id"), "rules": ("crew_rules", "doc", "unit"),
}  # fmt: skip
MENT = (
    '{"name": "Spoilt", "unit": "in", "crew": {"people": [], "trades": [{"trade": "floor", "at": "26-11-30T07:00"}]}}'
)


@pytest.mark.parametrize("what", SPOILT)
def test_a_row_that_cannot_be_read_hides_no_other(client, owner, jobs, what):
    spoilt, whole = jobs
    table, column, by = SPOILT[what]
    which = {"job": spoilt["job"], "wall": spoilt["wall"], "stock": 1, "rules": "in"}.get(what, spoilt["opening"])
    with owner.transaction() as t:
        before = t.rows(f"SELECT {column} AS doc FROM {table} WHERE {by} = %s", [which])[-1]["doc"]
    for rubbish in ("[]", '{"rubbish": true}', MENT):
        with owner.transaction(writes=True) as t:
            t.run(f"UPDATE {table} SET {column} = %s WHERE {by} = %s", [rubbish, which])
        pages = asked(client, spoilt)
        assert {at: r.text for at, r in pages.items() if r.status_code not in (200, 422)} == {}
        for at in ("/api/jobs", "/api/waits", "/api/stock", "/api/crew-rules/in"):
            assert pages[at].status_code == 200, (rubbish, pages[at].text)
        if what not in ("job", "rules"):
            assert pages[f"/api/jobs/{spoilt['job']}"].status_code == 200
        if what != "rules" and rubbish == MENT:  # the crew's rules are over both jobs
            assert {at: r.text for at, r in asked(client, whole).items() if r.status_code != 200} == {}
    with owner.transaction(writes=True) as t:
        t.run(f"UPDATE {table} SET {column} = %s WHERE {by} = %s", [before, which])
    assert {at: r.text for at, r in asked(client, spoilt).items() if r.status_code != 200} == {}


@pytest.mark.parametrize("what", ["job", "wall", "opening"])
def test_what_cannot_be_read_says_so_and_is_brought_back(client, owner, jobs, what):
    of = jobs[0]
    page = {
        "job": f"/api/jobs/{of['job']}",
        "wall": f"/api/openings/{of['opening']}",
        "opening": f"/api/openings/{of['opening']}",
    }[what]
    before = client.get(page).json()
    with owner.transaction(writes=True) as t:
        t.run(f"UPDATE {what} SET doc = %s WHERE id = %s", [MENT, of[what]])
    answer = client.get(page)
    assert answer.status_code == 422
    said = answer.json()
    assert said["error"] == "unreadable"
    assert f"what is kept of {what} {of[what]} cannot be read" in said["errors"][0]["reason"]
    if what == "job":
        (listed,) = [one for one in client.get("/api/jobs").json() if one["id"] == of["job"]]
        assert (listed["job"]["name"], listed["problem"][:18]) == ("Spoilt", "crew.trades[0].at:")
    mend = said["mend"]
    assert (mend["what"], mend["id"]) == (what, of[what])
    stale = client.post(f"/api/{what}s/{mend['id']}/mend", json={"version": mend["version"] - 1})
    assert stale.status_code == 409, stale.text
    assert client.post(f"/api/{what}s/{mend['id']}/mend", json={"version": mend["version"]}).status_code == 204
    after = client.get(page).json()
    part = "job" if what == "job" else what
    was, now = (one[part] if what != "wall" else one["wall"]["wall"] for one in (before, after))
    assert now == was


def test_a_document_that_can_be_read_takes_the_place_of_one_that_cannot(client, owner, jobs):
    job = f"/api/jobs/{jobs[0]['job']}"
    kept = client.get(job).json()
    with owner.transaction(writes=True) as t:
        t.run("UPDATE job SET doc = '[]' WHERE id = %s", [jobs[0]["job"]])
    answer = client.put(job, json={"version": kept["version"], "job": kept["job"]})
    assert answer.status_code == 200, answer.text
    assert client.get(job).json()["job"] == kept["job"]


def test_a_reading_that_cannot_be_read_is_said_and_withdrawn(client, owner, jobs):
    of = jobs[0]
    with owner.transaction(writes=True) as t:
        t.run("UPDATE reading SET doc = '[]' WHERE opening_id = %s", [of["opening"]])
    page = client.get(f"/api/openings/{of['opening']}").json()
    ((bad,), good) = page["unreadable"], page["readings"]
    assert (bad["place"], good) == ("width_foot", [])
    after = client.delete(f"/api/openings/{of['opening']}/readings/{bad['id']}").json()
    assert after["unreadable"] == []


def wrong_lines(good):
    """Lines of an event: rubbish, and each of its facts in turn taken out or made rubbish."""
    yield from WRONG
    for key in good:
        yield json.dumps({k: v for k, v in good.items() if k != key})
        for rubbish in ("rubbish", -1, [], None, {"rubbish": []}):
            yield json.dumps(good | {key: rubbish})


def test_lines_of_the_record_that_cannot_be_read_count_for_nothing(client, owner, jobs):
    _, of = jobs
    with owner.transaction() as t:
        kept = t.rows("SELECT what, detail FROM log WHERE job_id = %s", [of["job"]])
    good = {row["what"]: json.loads(row["detail"]) for row in kept}
    good |= {"stick": {"section": "38.1x88.9", "length": "96", "cuts": [{"opening": 1, "figure": "leg", "label": "leg", "mark": "T1", "length": "80"}], "left": "15", "kept": True},
             "offcut": {"section": "38.1x88.9", "length": "40"}, "checked": {"came": 1, "label": "", "detail": "", "count": 1, "measured": {"width": "30"}},
             "given": {"came": 1, "n": 1, "item": "leaf", "label": "", "detail": "", "count": 1, "wrote": {}, "before": {}}, "cut": {"figure": "leg", "label": "leg", "length": "80"},
             "signed": {"built": {"leg": "1"}}, "took so": {"of": 1, "kind": "frame", "minutes": 5}, "sent back": {"order": 1, "label": "", "detail": "", "count": 1},
             "promised": {"order": 1, "label": "", "detail": "", "count": 1, "promised": "2026-12-01"}, "framed": {}, "set": {}}  # fmt: skip
    assert set(good) >= set(EVENTS)
    passing = (
        "/log",
        "calendar.ics",
        "/file",
        "/habits",
        "/printed",
        "/steps",
        ".pdf",
    )  # they hold the record, or say when they were made
    quiet = [at for at in asked(client, of) if not at.endswith(passing) and "/waits" not in at]
    had = asked(client, of)
    before = {at: had[at].text for at in quiet}
    lines = [
        (of["job"], opening, what, text)
        for what in EVENTS
        for text in wrong_lines(good[what])
        if not readable(what, text)
        for opening in (of["opening"], None)
    ]
    assert len(lines) > 500
    with owner.transaction(writes=True) as t:
        for line in lines:
            t.run("INSERT INTO log (job_id, opening_id, what, detail) VALUES (%s, %s, %s, %s)", line)
    after = asked(client, of)
    assert {at: r.text for at, r in after.items() if r.status_code != 200} == {}
    steady = [at for at in quiet if not at.endswith(("/plan", "/day", "/plan/document")) and "trades" not in at]
    assert {at: after[at].text for at in steady if at != f"/api/openings/{of['opening']}"} == {
        at: before[at] for at in steady if at != f"/api/openings/{of['opening']}"
    }
    told = client.get(f"/api/jobs/{of['job']}/log?what=step").json()["lines"]
    assert UNREADABLE in {line["words"] for line in told}
