"""Small requests that would hurt: each is refused by name, fast, and the next caller is served as before."""

import socket

import httpx
import pytest

from helpers import PLAIN, plain
from jambo.format.document import MOST_READINGS
from jambo.format.problems import MOST_ERRORS


@pytest.fixture
def opening(client):
    job = client.post("/api/jobs", json={"name": "Attacked"}).json()["id"]
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    return client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]


def width(value):
    return plain(**{"opening.door.leaves": [{"width": {"value": value, "unit": "in"}, "height": "80"}]})


@pytest.mark.parametrize(
    "value",
    [
        "1e3000000", "1E9", "1e-9", "-1/2", "1/0", "0/0", "1_000", "１e９", "inf", "nan", "0x10", " ", "", "9" * 39,
        "9" * 13, "1/" + "9" * 30, "1.1234567890123", "٣", 1e300, 1e-300, 10**30, -1, "--1", "1/2/3", "+5",
    ],
)  # fmt: skip
def test_a_number_is_a_plain_decimal_or_fraction(client, value):
    answer = client.post("/api/solve", json=width(value))
    assert answer.status_code == 422
    assert "opening.door.leaves[0].width" in answer.text


@pytest.mark.parametrize(
    ("value", "text"), [("61/2", "30 1/2 in"), ("30.5", "30 1/2 in"), (30.5, "30 1/2 in"), (30, "30 in")]
)
def test_plain_numbers_are_taken(client, value, text):
    assert (
        client.post("/api/solve", json=width(value)).json()["heard"]["opening.door.leaves[0].width"]["length"]["text"]
        == text
    )


@pytest.mark.parametrize(
    "raw", ['{"value": 1e400, "unit": "in"}', '{"value": NaN, "unit": "in"}', '{"value": -Infinity, "unit": "in"}']
)
def test_numbers_json_does_not_have_are_refused(client, raw):
    body = '{"unit": "in", "opening": {"door": {"leaves": [{"width": WIDTH}]}}}'.replace("WIDTH", raw)
    answer = client.post("/api/solve", content=body, headers={"content-type": "application/json"})
    assert answer.status_code == 422


@pytest.mark.parametrize(
    "text",
    [
        "9" * 40,
        "1" * 20 + "/" + "2" * 19,
        "'" * 40,
        "1-" * 20,
        "½" * 13,
        "9" * 38 + " m",
        "1 1/2 " * 6,
        "\u0000",
        "１２",
    ],
)
@pytest.mark.parametrize("unit", ["in", "mm"])
def test_hostile_tape_text_is_answered(client, text, unit):
    for kind in ("leaf_width", "gap", "position"):
        assert client.get("/api/heard", params={"text": text, "unit": unit, "kind": kind}).status_code in (200, 422)
    assert client.get("/api/level", params={"text": text, "unit": unit}).status_code in (200, 422)


def test_thousands_of_misspelt_keys_are_told_in_a_few(client):
    answer = client.post("/api/solve", json={"unit": "in"} | {f"colour{n}": 1 for n in range(2000)})
    told = answer.json()
    assert (answer.status_code, len(told["errors"]), told["more"]) == (422, MOST_ERRORS, 2000 - MOST_ERRORS)
    assert len(answer.content) < 20_000
    wrong = [{"width": "x"} for _ in range(2)]
    few = client.post("/api/solve", json=plain(**{"opening.door.leaves": wrong})).json()
    assert (len(few["errors"]), few["more"]) == (2, 0)


@pytest.mark.parametrize("half", ["\\ud800", "\\udfff", "a\\ud83d", "\\ude00\\ud83d"])
def test_half_a_character_is_refused_and_named(client, opening, half):
    for method, address, body, path in (
        ("PUT", f"/api/walls/{client.get(f'/api/openings/{opening}').json()['wall']['id']}", '{"version": 1, "wall": {"storey": "%s"}}', "wall.storey"),
        ("POST", "/api/jobs", '{"name": "%s"}', "name"),
        ("POST", "/api/solve", '{"unit": "in", "opening": {"room": "%s"}}', "opening.room"),
        ("POST", "/api/solve", '{"%s": 1}', "document"),
    ):  # fmt: skip
        answer = client.request(method, address, content=body % half, headers={"content-type": "application/json"})
        assert (answer.status_code, [e["path"] for e in answer.json()["errors"]]) == (422, [path])
    whole = client.post("/api/jobs", content='{"name": "\\ud83d\\ude00"}', headers={"content-type": "application/json"})
    assert whole.status_code == 201


@pytest.mark.parametrize(
    "reading",
    [
        {"place": "bow_left", "value": "1/8", "toward": "away", "over": "0.1"},
        {"place": "bow_left", "value": "1/8", "toward": "away", "over": "0"},
        {"place": "lean_left", "value": "0", "over": "0"},
    ],
)
def test_a_reading_over_nothing_is_refused_and_touches_nothing(client, opening, reading):
    answer = client.post(f"/api/openings/{opening}/readings", json={"reading": reading})
    assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "over")
    assert client.get(f"/api/openings/{opening}").json()["readings"] == []


def test_a_width_and_a_height_in_the_middle_leave_the_job_standing(client, opening):
    for place, value in (("width_foot", "32 1/4"), ("height_centre", "83")):
        client.post(
            f"/api/openings/{opening}/readings", json={"reading": {"place": place, "value": value}}
        ).raise_for_status()
    page = client.get(f"/api/openings/{opening}").json()
    for view in ("", "/lists", "/heads", "/floors"):
        assert client.get(f"/api/jobs/{page['job']['id']}{view}").status_code == 200
    solved = client.post(
        "/api/solve", json={"unit": "in", **PLAIN, "survey": {"readings": [r["reading"] for r in page["readings"]]}}
    ).json()
    assert solved["figures"]["found_width_foot"]["value"]["text"] == "32 1/4 in"


def test_an_opening_takes_so_many_readings_and_says_so(local, client, opening):
    rows = [[opening, "width_foot", '{"place": "width_foot", "value": "32 1/4 in"}']] * (MOST_READINGS - 1)
    with local.database.transaction(writes=True) as t:
        for row in rows:
            t.run("INSERT INTO reading (opening_id, place, doc) VALUES (%s, %s, %s)", row)
    add = {"reading": {"place": "width_foot", "value": "32 1/4"}}
    last = client.post(f"/api/openings/{opening}/readings", json=add)
    assert (last.status_code, len(last.json()["readings"])) == (201, MOST_READINGS)
    over = client.post(f"/api/openings/{opening}/readings", json=add)
    assert over.status_code == 422 and f"has {MOST_READINGS} readings" in over.json()["errors"][0]["reason"]
    newest = last.json()["readings"][-1]["id"]
    corrected = client.post(f"/api/openings/{opening}/readings", json={**add, "corrects": newest})
    assert corrected.status_code == 201  # it takes the place of another
    with local.database.transaction(writes=True) as t:  # kept before there was a limit
        t.run("INSERT INTO reading (opening_id, place, doc) VALUES (%s, %s, %s)", rows[0])
    job = client.get(f"/api/openings/{opening}").json()["job"]["id"]
    assert client.get(f"/api/jobs/{job}").json()["openings"][0]["brief"]["errors"] == []


@pytest.mark.parametrize(
    ("host", "status"),
    [
        ("127.0.0.1", 200), ("127.0.0.1:9", 200), ("localhost:80", 200), ("LOCALHOST", 200), ("[::1]:80", 200),
        ("evil.example", 421), ("127.0.0.1.evil.example", 421), ("localhost.evil.example:80", 421), ("", 421),
        ("[::1", 421), ("127.0.0.1@evil.example", 421), ("2130706433", 421),
    ],
)  # fmt: skip
def test_only_names_of_this_machine_are_answered(client, host, status):
    answer = client.get("/api/jobs", headers={"Host": host})
    assert answer.status_code == status
    assert status == 200 or answer.json()["error"] == "wrong host"


@pytest.mark.parametrize(
    ("origin", "status"),
    [(None, 201), ("http://127.0.0.1:{port}", 201), ("http://127.0.0.1:1", 403), ("https://evil.example", 403), ("null", 403),
     ("http://127.0.0.1:{port}.evil.example", 403)],
)  # fmt: skip
def test_only_pages_of_this_jambo_may_write(local, client, origin, status):
    headers = {} if origin is None else {"Origin": origin.format(port=local.url.rsplit(":", 1)[1])}
    assert client.post("/api/jobs", json={"name": "Mine"}, headers=headers).status_code == status


def test_every_answer_is_guarded_and_numbered(client):
    for address in ("/api/jobs", "/api/nowhere", "/api/jobs/x"):
        headers = client.get(address).headers
        assert "frame-ancestors 'none'" in headers["content-security-policy"]
        assert "script-src 'self';" in headers["content-security-policy"]
        assert headers["x-content-type-options"] == "nosniff"
        assert len(headers["x-request-id"]) == 12
    assert client.get("/api/docs").status_code == 404  # its page would fetch foreign scripts


@pytest.mark.parametrize(
    ("content", "status"), [(b"[" * 100_000, 400), (b"{", 422), (b"\xff\xfe", 422), (b"1" * 5000, 400), (b"[]", 422)]
)
def test_what_is_no_document_is_refused(client, content, status):
    answer = client.post("/api/solve", content=content, headers={"content-type": "application/json"})
    assert answer.status_code == status and answer.json()["error"] in ("refused", "cannot be read")


def test_too_much_is_turned_away_whether_it_says_so_or_not(client):
    def trickle():
        for _ in range(20):
            yield b"[" + b"1," * 40_000

    for body in (b"1" * 1_000_001, trickle()):
        answer = client.post("/api/solve", content=body, headers={"content-type": "application/json"})
        assert (answer.status_code, answer.json()["error"]) == (413, "too large")


def test_ids_beyond_any_are_refused(local):
    for number in (0, -1, 2**63, 10**40):
        assert httpx.get(f"{local.url}/api/jobs/{number}", timeout=60).status_code == 422
    assert httpx.get(f"{local.url}/api/jobs/{2**63 - 1}", timeout=60).status_code == 404


def test_a_character_that_controls_a_machine_is_in_no_name(client):
    for name in ("a\u0007b", "a\u007f", "\b", "\f", "a\u001b[31m"):
        answer = client.post("/api/jobs", json={"name": name})
        assert (answer.status_code, answer.json()["errors"][0]["path"]) == (422, "name"), name
    for name in ("Tür 2\u2033", "a\tb"):
        assert client.post("/api/jobs", json={"name": name}).status_code == 201


@pytest.mark.parametrize("number", ["+1", "1_0", " 1", "1.0", "٣", "0x1", "1e0", "01" * 11])
def test_an_address_has_one_spelling(client, number):
    assert client.get(f"/api/jobs/{number}").status_code == 422


@pytest.mark.parametrize(
    ("method", "path", "allow"),
    [("PATCH", "/api/jobs", "GET, POST"), ("POST", "/api/jobs/1", "DELETE, GET, PUT"), ("GET", "/api/solve", "POST"), ("PUT", "/api/waits", "GET")],
)  # fmt: skip
def test_what_an_address_takes_is_said(client, method, path, allow):
    answer = client.request(method, path)
    assert (answer.status_code, answer.headers["allow"]) == (405, allow)


def test_a_client_that_breaks_off_is_no_fault(client, local, caplog):
    host, port = local.url.removeprefix("http://").split(":")
    for _ in range(5):
        with socket.create_connection((host, int(port))) as broken:
            broken.sendall(
                b"POST /api/solve HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 999\r\n\r\n{"
            )
    assert client.get("/api/health").json()["ok"]
    assert [r.getMessage() for r in caplog.records if r.levelname in ("ERROR", "WARNING")] == []
