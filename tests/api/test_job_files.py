"""A whole job as one file: the same wherever it is carried, of one moment, and refused whole where it is not whole."""

import hashlib
import http.client
import json
import struct
import threading
import zipfile
from io import BytesIO
from urllib.parse import urlsplit

import httpx
import pytest
from test_photos import picture

from helpers import PLAIN, all_jobs
from jambo.core.job.record import EVENTS, REFERENCES
from jambo.format import job_file
from jambo.running.local import running

MANIFEST = job_file.MANIFEST


@pytest.fixture(scope="module")
def elsewhere():
    """Another machine's Jambo, with nothing in it."""
    with running(front_end=False) as other, httpx.Client(base_url=other.url, timeout=120) as client:
        yield client


def taken(client, job):
    answer = client.get(f"/api/jobs/{job}/file")
    assert answer.status_code == 200, answer.text
    return answer.content


def brought(client, data, **how):
    return client.post("/api/job-files", content=data, params=how)


def members(data):
    with zipfile.ZipFile(BytesIO(data)) as archive:
        return {name: archive.read(name) for name in archive.namelist() if name != MANIFEST}


def identity(data):
    return json.loads(zipfile.ZipFile(BytesIO(data)).read(MANIFEST))["identity"]


def rewritten(data, change, manifest=None, sign=True):
    """The file with some members other than they were (None: left out), signed anew or not."""
    with zipfile.ZipFile(BytesIO(data)) as archive:
        held = {name: archive.read(name) for name in archive.namelist()}
    said = json.loads(held.pop(MANIFEST))
    for name, to in change.items():
        held[name] = to(held.get(name, b"")) if callable(to) else to
    held = {name: content for name, content in held.items() if content is not None}
    if sign:
        said["members"] = {
            name: {"sha256": hashlib.sha256(content).hexdigest(), "bytes": len(content)}
            for name, content in held.items()
        }
    out = BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in held.items():
            archive.writestr(name, content)
        archive.writestr(MANIFEST, json.dumps(said | (manifest or {})))
    return out.getvalue()


def rows(data, name):
    return [json.loads(line) for line in members(data)[name].splitlines()]


def with_row(n, **change):
    """Rows with one of them changed."""

    def to(content):
        lines = content.splitlines()
        lines[n] = json.dumps(json.loads(lines[n]) | change).encode()
        return b"\n".join(lines) + b"\n"

    return to


@pytest.fixture
def worked(client, job):
    """A job in which about everything happened once; gives its number."""
    ids = []
    for mark in ("D1", "D2", "D3"):
        body = {"wall": PLAIN["wall"], "opening": {**PLAIN["opening"], "mark": mark}}
        ids.append(client.post(f"/api/jobs/{job}/openings", json=body).json()["id"])
    one, two, three = ids

    def post(path, **body):
        answer = client.post(path, json=body)
        assert answer.status_code < 300, answer.text
        return answer.json() if answer.content else None

    post(f"/api/openings/{one}/readings", reading={"place": "width_foot", "value": "32 1/4"})
    post(f"/api/openings/{one}/readings", reading={"place": "width_foot", "value": "32 3/16"})
    step = client.post("/api/solve", json=PLAIN).json()["steps"][0]["key"]
    assert client.post(f"/api/openings/{one}/photos", content=picture(), params={"step": step}).status_code == 201
    post(f"/api/openings/{two}/events", what="framed")
    line = client.get(f"/api/jobs/{job}/log").json()["lines"][0]["id"]
    for _ in range(3):
        assert client.post(f"/api/log/{line}/photos", content=picture()).status_code == 201
    photos = sorted(p["id"] for ln in client.get(f"/api/jobs/{job}/log").json()["lines"] for p in ln.get("photos", []))
    client.delete(f"/api/photos/{photos[0]}")
    client.delete(f"/api/photos/{photos[1]}", params={"erase": True})
    buying = client.get(f"/api/jobs/{job}/buying").json()
    key = next(ln["key"] for c in buying["counters"] for ln in c["lines"] if ln["key"].startswith("leaf"))
    post(f"/api/jobs/{job}/buying/orders", key=key, count=2)
    order = next(ln["id"] for ln in client.get(f"/api/jobs/{job}/log").json()["lines"] if ln["what"] == "order")
    post(f"/api/jobs/{job}/buying/orders/{order}/came", count=1)
    page = client.get(f"/api/openings/{three}").json()
    page["opening"]["room"] = "Tar room"
    client.put(
        f"/api/openings/{three}", json={"version": page["version"], "opening": page["opening"]}
    ).raise_for_status()
    post(f"/api/openings/{three}/undo", version=page["version"] + 1)
    client.delete(f"/api/openings/{two}", params={"version": client.get(f"/api/openings/{two}").json()["version"]})
    return job


def test_a_job_is_the_same_elsewhere_byte_for_byte(client, elsewhere, worked):
    data = taken(client, worked)
    made = brought(elsewhere, data, how="new").json()
    assert made["here"]["against"] == "none"
    again = taken(elsewhere, made["kept"])
    assert members(again) == members(data)
    assert identity(again) == identity(data)
    happened = {row["what"] for row in rows(data, "record.jsonl")}
    assert {"planned", "measured", "photographed", "order", "came", "framed", "undone", "removed"} <= happened
    photos = rows(data, "photographs.jsonl")
    assert [bool(p["taken_out"]) for p in photos].count(True) == 2
    assert [p["erased"] for p in photos].count(True) == 1
    # it answers as it did: the same figures, the same record
    lists = [c.get(f"/api/jobs/{j}/lists").json() for c, j in ((client, worked), (elsewhere, made["kept"]))]
    assert lists[0] == lists[1]


def test_every_demo_job_comes_back_as_it_was(client, elsewhere):
    for job in sorted(j["id"] for j in all_jobs(client))[:3]:
        data = taken(client, job)
        again = taken(elsewhere, brought(elsewhere, data, how="new").json()["kept"])
        assert members(again) == members(data)


def test_what_is_here_already_is_told_before_anything_is_kept(client, elsewhere, job):
    """The same, then newer, then gone on on both sides; adding onto keeps what is here, a copy is a job of its own."""
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
    there = brought(elsewhere, taken(client, job), how="new").json()["kept"]
    assert brought(elsewhere, taken(client, job)).json()["here"] | {"name": ""} == {
        "against": "same", "job": there, "name": "", "adds": {},
    }  # fmt: skip
    client.post(f"/api/openings/{opening}/readings", json={"reading": {"place": "width_foot", "value": "33"}})
    client.post(f"/api/jobs/{job}/openings", json=body)
    data = taken(client, job)
    told = brought(elsewhere, data).json()
    adds = {"openings": 1, "versions": 1, "readings": 1, "lines of the record": 3}  # the new wall has a line too
    assert (told["here"]["against"], told["here"]["adds"], told["kept"]) == ("newer", adds, None)
    assert brought(elsewhere, data, how="onto").json()["kept"] == there
    assert members(taken(elsewhere, there)) == members(data)

    mine = elsewhere.get(f"/api/jobs/{there}").json()["openings"][0]["id"]
    elsewhere.post(f"/api/openings/{mine}/events", json={"what": "framed"}).raise_for_status()
    assert brought(client, taken(elsewhere, there)).json()["here"]["against"] == "newer"
    assert brought(elsewhere, data).json()["here"]["against"] == "older"
    client.post(f"/api/openings/{opening}/events", json={"what": "framed"}).raise_for_status()
    data = taken(client, job)
    assert brought(elsewhere, data).json()["here"]["against"] == "apart"
    assert brought(elsewhere, data, how="onto").status_code == 422
    copy = brought(elsewhere, data, how="new").json()["kept"]
    assert members(taken(elsewhere, copy)) == members(data)
    assert identity(taken(elsewhere, copy)) != identity(data)

    elsewhere.delete(f"/api/jobs/{there}", params={"version": elsewhere.get(f"/api/jobs/{there}").json()["version"]})
    assert brought(elsewhere, data).json()["here"]["against"] == "removed"


def _corrects(content, number):
    first = json.loads(content.splitlines()[0])
    return json.dumps(first | {"number": number, "corrects": 1}).encode() + b"\n"


DEEP = b"[" * 90 + b"]" * 90
HOSTILE = {
    "cut short": (lambda d: d[: len(d) * 2 // 3], "cannot be read as a job"),
    "nothing": (lambda d: b"", "cannot be read as a job"),
    "a picture": (lambda d: picture(), "cannot be read as a job"),
    "altered": (lambda d: rewritten(d, {"record.jsonl": lambda r: r + r}, sign=False), "record.jsonl is longer than it says"),
    "altered alike long": (lambda d: rewritten(d, {"job.json": lambda r: r.replace(b"Test", b"Tost")}, sign=False), "job.json is not as it was written"),
    "too new": (lambda d: rewritten(d, {}, {"format": "jambo-job/2"}), "newer than this Jambo"),
    "another format": (lambda d: rewritten(d, {}, {"format": "plan/1"}), "a job is of jambo-job/1"),
    "a way out": (lambda d: rewritten(d, {"../../etc/cron.d/x": b"1"}), "is no member of a job"),
    "an absolute path": (lambda d: rewritten(d, {"/etc/passwd": b"1"}), "is no member of a job"),
    "a member missing": (lambda d: rewritten(d, {"walls.jsonl": None}), "'walls.jsonl' is not in it"),
    "deep": (lambda d: rewritten(d, {"record.jsonl": lambda r: r.replace(b'"detail":{', b'"detail":{"x":' + DEEP + b",", 1)}), "lists in lists, 92 deep"),
    "no JSON": (lambda d: rewritten(d, {"walls.jsonl": b"{\n"}), "walls.jsonl, line 1 is no JSON"),
    "a number too many": (lambda d: rewritten(d, {"openings.jsonl": with_row(0, number=7)}), "its number is not 1"),
    "a wall that is not there": (lambda d: rewritten(d, {"openings.jsonl": with_row(0, wall=99)}), "wall 99 is not in it"),
    "a field of its own": (lambda d: rewritten(d, {"walls.jsonl": with_row(0, secret=1)}), "secret: Extra inputs are not permitted"),
    "an opening that is none": (lambda d: rewritten(d, {"openings.jsonl": with_row(0, doc={"header": 5})}), "openings.jsonl, line 1: header"),
    "a picture that is none": (lambda d: rewritten(d, {"photographs/1.jpg": b"GIF89a"}), "photographs/1.jpg: it cannot be read as a picture"),
    "a picture too many": (lambda d: rewritten(d, {"photographs/9.jpg": picture()}), "the pictures in it are not those"),
    "a version twice": (lambda d: rewritten(d, {"versions.jsonl": lambda r: r + r}), "has its versions out of their order"),
    "a version missing": (lambda d: rewritten(d, {"versions.jsonl": b""}), "0 of its 1 versions are in it"),
    "a month 13": (lambda d: rewritten(d, {"versions.jsonl": with_row(0, at="2026-13-01T00:00:00Z")}), "month must be in 1..12"),
    "a year 0": (lambda d: rewritten(d, {"record.jsonl": with_row(0, at="0000-01-01T00:00:00Z")}), "year 0 is out of range"),
    "a reading corrected twice": (lambda d: rewritten(d, {"readings.jsonl": lambda r: r + _corrects(r, 2) + _corrects(r, 3)}), "reading 1 is corrected twice"),
    "a manifest of 20 MB": (lambda d: rewritten(d, {}, {"name": "x" * 20_000_000}), "jambo-job.json is larger than it can be"),
    "a bomb": (lambda d: rewritten(d, {"walls.jsonl": b" " * 210_000_000}), "larger than a job can be"),
}  # fmt: skip


@pytest.fixture(scope="module")
def sound(local):
    """A file with one of everything that is refused below."""
    with httpx.Client(base_url=local.url, timeout=60) as client:
        job = client.post("/api/jobs", json={"name": "Test job"}).json()["id"]
        body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
        opening = client.post(f"/api/jobs/{job}/openings", json=body).json()["id"]
        reading = {"reading": {"place": "width_foot", "value": "32 1/4"}}
        client.post(f"/api/openings/{opening}/readings", json=reading).raise_for_status()
        step = client.post("/api/solve", json=PLAIN).json()["steps"][0]["key"]
        made = client.post(f"/api/openings/{opening}/photos", content=picture(), params={"step": step})
        assert made.status_code == 201, made.text
        return taken(client, job)


@pytest.mark.parametrize("how", HOSTILE)
def test_what_is_not_whole_is_refused_whole(client, sound, how):
    spoil, says = HOSTILE[how]
    before = [one["id"] for one in all_jobs(client)]
    answer = brought(client, spoil(sound), how="new")
    assert answer.status_code == 422, answer.text
    assert says in answer.json()["errors"][0]["reason"]
    assert [one["id"] for one in all_jobs(client)] == before


def test_a_link_and_a_lie_about_length_are_refused(client, sound):
    link = BytesIO(sound)
    with zipfile.ZipFile(link, "a") as archive:
        info = zipfile.ZipInfo("photographs/2.jpg")
        info.external_attr = 0o120777 << 16
        archive.writestr(info, "/etc/passwd")
    assert brought(client, link.getvalue()).status_code == 422
    at = sound.rindex(b"PK\x01\x02", 0, sound.rindex(b"walls.jsonl"))
    lie = sound[: at + 24] + struct.pack("<I", 5) + sound[at + 28 :]
    assert brought(client, lie).status_code == 422


def test_two_gigabytes_are_refused_before_they_are_sent(local):
    asked = http.client.HTTPConnection(urlsplit(local.url).netloc, timeout=30)
    asked.putrequest("POST", "/api/job-files")
    asked.putheader("Content-Length", str(2 * 10**9))
    asked.endheaders()
    assert asked.getresponse().status == 413
    asked.close()


def test_every_field_that_names_another_thing_is_known():
    assert {what for what, names in REFERENCES.items() if "undo" in names} >= {"order", "came", "stick", "offcut"}
    assert set(EVENTS) <= set(REFERENCES)
    assert job_file.renumbered("stick", {"cuts": [{"opening": 7}, {"wall": 2}], "offcut": 5}, {"opening": {7: 1}, "wall": {2: 9}, "line": {}}) == {
        "cuts": [{"opening": 1}, {"wall": 9}], "offcut": 0,
    }  # fmt: skip


def test_a_file_made_while_eight_write_is_of_one_moment(client, local, job):
    """Each opening as its newest version has it, as many versions as lines that made one, and every line's opening there."""
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    ids = [client.post(f"/api/jobs/{job}/openings", json=body).json()["id"] for _ in range(8)]
    over = threading.Event()

    def write(opening):
        with httpx.Client(base_url=local.url, timeout=60) as own:
            n = 0
            while not over.is_set():
                page = own.get(f"/api/openings/{opening}").json()
                doc = page["opening"] | {"room": f"Room {(n := n + 1)}"}
                own.put(f"/api/openings/{opening}", json={"version": page["version"], "opening": doc})

    writers = [threading.Thread(target=write, args=(opening,)) for opening in ids]
    for writer in writers:
        writer.start()
    try:
        files = {}  # by how long the record was: until it was seen to grow four times
        while len(files) < 5 and any(writer.is_alive() for writer in writers):
            data = taken(client, job)
            files[len(rows(data, "record.jsonl"))] = data
    finally:
        over.set()
        for writer in writers:
            writer.join()
    assert len(files) == 5
    for data in files.values():
        job_file.read(BytesIO(data))
        versions, lines = rows(data, "versions.jsonl"), rows(data, "record.jsonl")
        for opening in rows(data, "openings.jsonl"):
            own = [v for v in versions if v["opening"] == opening["number"]]
            assert own[-1]["version"] == opening["version"] == len(own)
            assert own[-1]["doc"] == opening["doc"]
            made = [ln for ln in lines if ln["opening"] == opening["number"] and ln["what"] in ("planned", "changed")]
            assert len(made) == len(own)
