"""Whoever asks for what is not theirs gets nothing of it, however they ask: another job's numbers, tokens that are none, keys guessed at."""

import io
import string
from urllib.parse import quote

import httpx
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from PIL import Image

from jambo.api.may import MAY
from jambo.running.local import running
from jambo.store import feeds

HIDDEN = "Zwischengeschoss"  # a word that stands in the job nobody shares


@pytest.fixture(scope="module")
def site():
    """A lead, one who looks on at a job, and another job with everything in it that has a number."""
    with running(front_end=False) as local, httpx.Client(base_url=local.url, timeout=60) as lead:
        lead.post("/api/people", json={"name": "Ana", "role": "lead"}).raise_for_status()
        crew = {"people": [{"name": "Bo", "hours": [{"from": "07:00", "to": "15:00"}]}]}
        numbers = {}
        for name in ("Theirs", HIDDEN):
            job = lead.post("/api/jobs", json={"name": name, "crew": crew}).json()["id"]
            made = lead.post(f"/api/jobs/{job}/openings", json={"opening": {"mark": "D1", "room": name}}).json()["id"]
            wall = lead.get(f"/api/openings/{made}").json()["wall"]["id"]
            jpeg = io.BytesIO()
            Image.new("RGB", (8, 8)).save(jpeg, "jpeg")
            to = f"/api/openings/{made}/photos"
            answer = lead.post(
                to, params={"step": "again"}, content=jpeg.getvalue(), headers={"Content-Type": "image/jpeg"}
            ).raise_for_status()
            numbers[name] = {"job_id": job, "opening_id": made, "wall_id": wall, "photo_id": answer.json()["id"]}
        with local.database.transaction(writes=True) as t:
            key = feeds.new_feed(t, numbers[HIDDEN]["job_id"], "crew")["secret"]
        person = lead.post("/api/people", json={"name": "Mx Client", "role": "looker"}).json()["people"][-1]
        shares = [{"job": numbers["Theirs"]["job_id"]}]
        body = {"version": person["version"], "name": "Mx Client", "role": "looker", "shares": shares}
        lead.put(f"/api/people/{person['id']}", json=body).raise_for_status()
        code = lead.post(f"/api/people/{person['id']}/code").json()["code"]
        with away(local) as phone:
            phone.post("/api/pair", json={"code": code, "label": "phone"}).raise_for_status()
            yield local, phone, numbers, key


def away(local, token=None):
    """Somebody at another machine."""
    cookies = {"jambo": token} if token else None
    return httpx.Client(base_url=local.url, headers={"X-Forwarded-For": "203.0.113.7"}, cookies=cookies, timeout=60)


OF_A_JOB = [route for route, level in MAY.items() if level == "looker" and any(f"{{{part}_id}}" in route for part in ("job", "opening", "wall", "photo"))]  # fmt: skip


@pytest.mark.parametrize("route", OF_A_JOB)
def test_one_who_looks_on_gets_nothing_of_a_job_that_is_not_shared(site, route):
    _, phone, numbers, _ = site
    method, path = route.replace("{trade}", "paint").split(" ")
    body = {"json": {}} if method in ("POST", "PUT") else {}
    answers = {}
    for name, its in numbers.items():
        with phone.stream(method, path.format(**its), **body) as answer:
            answers[name] = answer.status_code
            if name == HIDDEN:
                assert HIDDEN not in answer.read().decode(errors="replace")
    assert answers[HIDDEN] == 404 and answers["Theirs"] in (200, 404, 422), route
    # what is the whole job's is not had by asking for it as the other's
    mixed = {**numbers["Theirs"], "opening_id": numbers[HIDDEN]["opening_id"], "wall_id": numbers[HIDDEN]["wall_id"]}
    if path.format(**mixed) != path.format(**numbers["Theirs"]):
        assert phone.request(method, path.format(**mixed), **body).status_code == 404


@settings(max_examples=60, deadline=None)
@given(st.data())
def test_a_token_that_is_none_lets_nobody_in(site, data):
    local, phone, numbers, _ = site
    real = phone.cookies["jambo"]
    place = data.draw(st.integers(0, len(real) - 1))
    letter = data.draw(st.sampled_from([c for c in string.ascii_letters if c != real[place]]))
    near = real[:place] + letter + real[place + 1 :]
    token = data.draw(st.one_of(st.just(near), st.just(real + "a"), st.just(real[:-1]), st.text(string.printable.translate({ord(c): None for c in " \t\n\r\x0b\x0c;,\""}), min_size=1, max_size=300)))  # fmt: skip
    with away(local, token) as stranger:
        for path in ("/api/jobs", f"/api/jobs/{numbers[HIDDEN]['job_id']}", "/api/people", "/api/find?text=a"):
            assert stranger.get(path).status_code == 401, token


@settings(max_examples=60, deadline=None)
@given(
    st.one_of(
        st.text(string.ascii_letters + string.digits + "-_", min_size=1, max_size=64), st.text(min_size=1, max_size=60)
    ),
    st.data(),
)
def test_a_calendar_is_given_to_its_key_alone(site, guess, data):
    local, _, _, key = site
    place = data.draw(st.integers(0, len(key) - 1))
    near = key[:place] + ("A" if key[place] != "A" else "B") + key[place + 1 :]
    with away(local) as stranger:
        assert stranger.get(f"/api/feeds/{key}.ics").status_code == 200
        for said in (near, key.swapcase(), key[:-1], key + "A"):
            assert stranger.get(f"/api/feeds/{said}.ics").status_code == 404
        answer = stranger.get(f"/api/feeds/{quote(guess, safe='', errors='replace')}.ics")
        assert answer.status_code in (401, 404, 405, 422) and HIDDEN not in answer.text


@settings(max_examples=30, deadline=None)
@given(st.binary(max_size=2000), st.sampled_from(["image/jpeg", "image/png", "text/html", "application/zip", ""]))
def test_nobody_puts_anything_in_who_may_not(site, body, kind):
    local, phone, numbers, _ = site
    to = f"/api/openings/{numbers['Theirs']['opening_id']}/photos"
    headers = {"Content-Type": kind} if kind else {}
    with away(local) as stranger:
        assert stranger.post(to, content=body, headers=headers).status_code == 401
    assert phone.post(to, content=body, headers=headers).status_code == 403
