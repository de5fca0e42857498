"""People, roles and signing in. A request that says it was passed on stands for one from another machine, each from its own address."""

import itertools
from concurrent.futures import ThreadPoolExecutor

import httpx
import pytest

from jambo.api.app import create_app
from jambo.api.may import LEVELS, MAY
from jambo.jobs import people as signing
from jambo.jobs.people import initials_of
from jambo.running.local import running
from jambo.store import people as store

ADDRESSES = (f"10.0.{n // 250}.{n % 250 + 1}" for n in itertools.count())
NAMES = (f"Somebody {n}" for n in itertools.count())


@pytest.fixture(scope="module")
def crew():
    """A Jambo of its own: at the machine itself, nobody signed in; Ana leads."""
    with running(front_end=False) as local, httpx.Client(base_url=local.url, timeout=60) as client:
        refused = client.post("/api/people", json={"name": "Bo", "role": "hand"})
        assert (refused.status_code, refused.json()["errors"][0]["accepted"]) == (422, "a lead first")
        client.post("/api/people", json={"name": "Ana Petrov", "role": "lead"}).raise_for_status()
        client.db = local.database
        yield client


def off(crew, token=None):
    """Somebody at another machine."""
    return httpx.Client(
        base_url=crew.base_url,
        headers={"X-Forwarded-For": next(ADDRESSES)},
        cookies={"jambo": token} if token else None,
        timeout=60,
    )


def added(crew, role, name=None):
    """One more of the crew."""
    name = name or next(NAMES)
    people = crew.post("/api/people", json={"name": name, "role": role}).raise_for_status().json()["people"]
    return next(p for p in people if p["name"] == name)


def paired(crew, person):
    """A phone of somebody's."""
    phone = off(crew)
    code = crew.post(f"/api/people/{person['id']}/code").raise_for_status().json()["code"]
    phone.post("/api/pair", json={"code": code, "label": "phone"}).raise_for_status()
    return phone


def shared(crew, person, *jobs):
    """Have somebody look on at jobs."""
    body = {**{k: person[k] for k in ("version", "name", "role")}, "shares": list(jobs)}
    people = crew.put(f"/api/people/{person['id']}", json=body).raise_for_status().json()["people"]
    person.update(next(p for p in people if p["id"] == person["id"]))


def test_every_route_says_who_may_ask_it():
    paths = create_app(None).openapi()["paths"]
    assert {f"{method.upper()} {path}" for path, calls in paths.items() for method in calls} == set(MAY)


def test_each_role_is_let_in_where_the_table_says_and_nowhere_else(crew):
    askers = {None: off(crew), **{role: paired(crew, added(crew, role)) for role in ("looker", "hand", "lead")}}
    wrong = []
    for route, level in MAY.items():
        method, path = route.split(" ")
        for part in ("{job_id}", "{opening_id}", "{wall_id}", "{photo_id}", "{person_id}", "{device_id}", "{row_id}"):
            path = path.replace(part, "999999")
        for role, asker in askers.items():
            if path in ("/api/sign-out", "/api/site", "/api/demo"):
                continue  # what these do is looked at below
            with asker.stream(method, path) as answer:  # what is told live never ends
                status = answer.status_code
            inside = level == "anyone" or (role is not None and LEVELS.index(role) >= LEVELS.index(level))
            expected = status not in (401, 403) if inside else status == (401 if role is None else 403)
            if not expected:
                wrong.append((route, role, status))
    assert wrong == []


def test_a_code_pairs_one_phone_once_within_ten_minutes(crew):
    bo = added(crew, "hand", "Bo Larsen")
    code = crew.post(f"/api/people/{bo['id']}/code").json()["code"]
    phone, other = off(crew), off(crew)
    typed = f" {code[:4].lower()}-{code[4:]} "
    assert phone.post("/api/pair", json={"code": typed, "label": "Bo’s"}).status_code == 201
    me = phone.get("/api/me").json()
    assert (me["name"], me["role"], me["device"], me["signed"]) == ("Bo Larsen", "hand", "Bo’s", True)
    again = other.post("/api/pair", json={"code": code})
    assert again.status_code == 422 and "was used" in again.json()["errors"][0]["reason"]
    assert other.get("/api/me").json()["role"] is None

    first, second = (crew.post(f"/api/people/{bo['id']}/code").json()["code"] for _ in range(2))
    with crew.db.transaction(writes=True) as t:
        t.run(
            "UPDATE pairing SET made_at = made_at - INTERVAL 601 SECOND WHERE code = %s AND used_at IS NULL",
            [store.digest(second)],
        )
    assert [other.post("/api/pair", json={"code": c}).status_code for c in (first, second)] == [422, 422]
    with crew.db.transaction() as t:  # nothing that could be shown stands in the tables
        assert phone.cookies["jambo"].encode() not in b"".join(r["token"] for r in t.rows("SELECT token FROM device"))


def test_what_somebody_writes_is_signed_by_them_and_by_no_header(crew):
    hand = paired(crew, added(crew, "hand", "Chi Ndlovu"))
    job = crew.post("/api/jobs", json={"name": "A"}, headers={"X-Jambo-Who": "Somebody"}).json()["id"]
    hand.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "D1"}}, headers={"X-Jambo-Who": "Ana Petrov"})
    lines = crew.get(f"/api/jobs/{job}/log").json()["lines"]
    assert {(line["who"], line["unsigned"]) for line in lines} == {("Chi Ndlovu", False), ("Somebody", True)}


def test_one_taken_off_is_out_at_once_and_a_stolen_token_dies_with_its_device(crew):
    dee = added(crew, "hand")
    phone, tablet = paired(crew, dee), paired(crew, dee)
    stolen = off(crew, phone.cookies["jambo"])
    assert stolen.get("/api/jobs").status_code == 200
    assert phone.post("/api/sign-out").status_code == 204
    gone = stolen.get("/api/jobs")
    assert (gone.status_code, gone.json()["reason"]) == (401, "you are signed in here no more")
    assert tablet.get("/api/jobs").status_code == 200
    crew.delete(f"/api/people/{dee['id']}", params={"version": dee["version"]}).raise_for_status()
    assert tablet.get("/api/jobs").status_code == 401
    assert crew.post(f"/api/people/{dee['id']}/code").status_code == 404
    added(crew, "hand", dee["name"])  # the name is free again


@pytest.mark.parametrize(
    ("column", "days", "status"),
    [("seen_at", 59, 200), ("seen_at", 61, 401), ("created_at", 364, 200), ("created_at", 366, 401)],
)
def test_a_device_stays_signed_in_for_sixty_days_unused_and_a_year_in_use(crew, column, days, status):
    phone = paired(crew, added(crew, "hand"))
    with crew.db.transaction(writes=True) as t:
        token = store.digest(phone.cookies["jambo"])
        t.run(f"UPDATE device SET {column} = {column} - INTERVAL {days} DAY WHERE token = %s", [token])
    assert phone.get("/api/jobs").status_code == status


def test_somebody_leads_always_whoever_takes_whom_off():
    with running(front_end=False) as local, httpx.Client(base_url=local.url, timeout=60) as crew:
        pair = [added(crew, "lead") for _ in range(2)]
        phones = [paired(crew, person) for person in pair]
        with ThreadPoolExecutor(2) as pool:
            off_with = [
                pool.submit(phone.delete, f"/api/people/{other['id']}", params={"version": other["version"]})
                for phone, other in zip(phones, reversed(pair), strict=True)
            ]
            statuses = sorted(done.result().status_code for done in off_with)
        assert statuses[0] == 200 and statuses[1] in (401, 422)
        last = crew.get("/api/people").json()["people"]
        assert len(last) == 1
        body = {"version": last[0]["version"], "name": last[0]["name"], "role": "hand"}
        for refused in (
            crew.put(f"/api/people/{last[0]['id']}", json=body),
            crew.delete(f"/api/people/{last[0]['id']}", params={"version": last[0]["version"]}),
        ):
            assert refused.status_code == 422 and "nobody would lead" in refused.json()["errors"][0]["reason"]


@pytest.mark.parametrize("name", ["ana petrov", "  Ana   PETROV ", "Ａｎａ Petrov", "", "  ", "–"])
def test_a_name_is_one_persons(crew, name):
    assert crew.post("/api/people", json={"name": name, "role": "hand"}).status_code == 422


@pytest.mark.parametrize(
    ("name", "initials"), [("Ana Petrov", "AP"), ("Juan de la Cruz", "JC"), ("Jo", "J"), ("李小龙", "李"), ("– x", "X")]
)
def test_initials_are_made_of_a_name(name, initials):
    assert initials_of(name) == initials


@pytest.mark.parametrize(
    ("passphrase", "status"),
    [
        ("eleven char", 422),
        ("twelve chars", 204),
        ("aaaaaaaaaaaaaaaa", 422),
        ("Eve Moreau 12345", 422),
        ("Eve Moreau’s door", 204),
    ],
)
def test_a_passphrase_is_not_guessed_at_once(crew, passphrase, status):
    name = "Eve Moreau"
    people = crew.get("/api/people").json()["people"]
    eve = next((p for p in people if p["name"] == name), None) or added(crew, "hand", name)
    phone = paired(crew, eve)
    with crew.db.transaction(writes=True) as t:
        store.set_passphrase(t, eve["id"], None)
    assert phone.put("/api/me/passphrase", json={"passphrase": passphrase}).status_code == status
    if status == 204:
        laptop = off(crew)
        said = {"name": "eve  moreau", "passphrase": passphrase, "label": "laptop"}
        assert laptop.post("/api/sign-in", json=said).status_code == 201
        assert laptop.get("/api/me").json()["device"] == "laptop"
        wrong = phone.put("/api/me/passphrase", json={"passphrase": "another one of these", "old": "no"})
        assert wrong.status_code == 422 and wrong.json()["errors"][0]["path"] == "old"


def test_what_an_unknown_name_is_held_against_takes_as_long_as_a_passphrase():
    assert not signing._HASHER.check_needs_rehash(signing._NOBODYS)


def test_after_ten_wrong_tries_one_waits_by_address_and_by_name(crew):
    guess = {"name": "Ana Petrov", "passphrase": "not the right one"}
    phone = off(crew)
    assert [phone.post("/api/sign-in", json=guess).status_code for _ in range(11)] == [422] * 10 + [429]
    assert "wait 15 minutes" in phone.post("/api/pair", json={"code": "AAAA"}).json()["reason"]  # whatever it tries
    assert off(crew).post("/api/sign-in", json=guess).status_code == 429  # the name is guessed at from elsewhere
    assert off(crew).post("/api/sign-in", json={**guess, "name": "Nobody at all"}).status_code == 422


def test_a_looker_on_sees_what_is_shared_without_prices_and_changes_nothing(crew):
    priced = {"cutting": {"stock": [{"section": "38.1x88.9", "lengths": [{"length": "8'", "price": "7713.25"}]}]}}
    jobs = [crew.post("/api/jobs", json={"name": name, **priced}).json()["id"] for name in ("Theirs", "Another’s")]
    made = crew.post(f"/api/jobs/{jobs[0]}/openings", json={"opening": {"mark": "D1"}}).json()
    other = crew.post(f"/api/jobs/{jobs[1]}/openings", json={"opening": {"mark": "D1"}}).json()
    looker = added(crew, "looker")
    phone = paired(crew, looker)
    assert phone.get(f"/api/jobs/{jobs[0]}").status_code == 404
    shared(crew, looker, {"job": jobs[0]})
    assert phone.get("/api/me").json()["shares"] == [{"job": jobs[0], "name": "Theirs", "trade": None}]
    assert "7713" in crew.get(f"/api/jobs/{jobs[0]}").text
    seen = [f"/api/jobs/{jobs[0]}", f"/api/jobs/{jobs[0]}/walls", f"/api/openings/{made['id']}"]
    seen += [f"/api/openings/{made['id']}/{part}" for part in ("readings", "compared")]
    assert [("7713" in (got := phone.get(path)).text, got.status_code) for path in seen] == [(False, 200)] * len(seen)
    wall = crew.get(f"/api/openings/{made['id']}").json()["wall"]["id"]
    for named in ({}, {"X-Jambo-Once": "a-look-at-a-wall"}):
        laid_out = phone.post(f"/api/walls/{wall}/layout", json={}, headers=named)
        assert ("7713" in laid_out.text, laid_out.status_code) == (False, 200)
    for closed in (f"/api/jobs/{jobs[1]}", f"/api/openings/{other['id']}", "/api/jobs/99999999999999999999"):
        assert phone.get(closed).status_code == 404
    refused = phone.put(f"/api/openings/{made['id']}", json={})
    assert (refused.status_code, refused.json()["reason"][:12]) == (403, "you look on,")
    assert phone.get(f"/api/jobs/{jobs[0]}/buying").status_code == 403

    shared(crew, looker, {"job": jobs[0], "trade": "paint"})
    got = {path: phone.get(f"/api/jobs/{jobs[0]}{path}").status_code for path in ("", "/trades/paint", "/trades/floor")}
    assert got == {"": 404, "/trades/paint": 200, "/trades/floor": 404}
    crew.delete(f"/api/jobs/{jobs[0]}", params={"version": crew.get(f"/api/jobs/{jobs[0]}").json()["version"]})
    assert phone.get("/api/me").json()["shares"] == []
