"""Many openings at once over the API: read, answered, mended, kept whole or not at all, taken off again."""

import io
import json
import subprocess
import time

import openpyxl
import pytest

from jambo.running.machine import ROOT

LINE = {"headings": [{"column": "line"}]}


def read(client, job, rows, headings=LINE["headings"], **query):
    answer = client.post(f"/api/jobs/{job}/schedule/rows", params=query, json={"headings": headings, "rows": rows})
    assert answer.status_code == 200, answer.text
    return answer.json()


def keep(client, job, rows, headings=LINE["headings"], **more):
    return client.post(f"/api/jobs/{job}/schedule", json={"headings": headings, "rows": rows, **more})


def figures(answer):
    return {f["name"]: f["value"] and f["value"]["text"] for f in answer["figures"]}


def test_one_line_without_a_job_is_answered(client):
    """2868: 32 + 2/8 + 2 x 3/4 + 2 x 1/4; 1/2 + 80 + 1/8 over bare floor is 80 5/8, + 3/4 + 1/4; oak 3/4 lifts all by as much."""
    bare = client.get("/api/line", params={"text": "101 2868 RH", "unit": "in"}).json()
    assert figures(bare) == {
        "ro_width": "34 1/4 in", "ro_height": "81 5/8 in", "head_underside": "80 5/8 in", "leg_length": "80 5/8 in",
    }  # fmt: skip
    assert (bare["ro"], bare["needs"], len(bare["assumed"]), bare["flags"]) == ("34 1/4 × 81 5/8 in", [], 1, [])
    assert bare["silhouette"]["leaf_widths"] == pytest.approx([812.8])
    laid = client.get("/api/line", params={"text": "101 2868 RH oak 3/4", "unit": "in"}).json()
    assert (figures(laid)["ro_height"], laid["assumed"]) == ("82 3/8 in", [])
    waits = client.get("/api/line", params={"text": "kitchen", "unit": "in", "words": "britain"}).json()
    assert [n["label"] for n in waits["needs"]] == ["Leaf width", "Leaf height"]
    assert figures(waits)["ro_width"] is None


def test_the_command_prints_the_same():
    done = subprocess.run([ROOT / "jambo", "line", "101", "2868", "RH"], capture_output=True, text=True, check=True)
    assert "34 1/4 in" in done.stdout and "81 5/8 in" in done.stdout and "Hinges right" in done.stdout
    wrong = subprocess.run([ROOT / "jambo", "line", "x" * 201], capture_output=True, text=True, check=False)
    assert wrong.returncode and "too long for one line" in wrong.stderr


def test_rows_are_answered_by_the_rules_of_their_job(client):
    job = client.post("/api/jobs", json={"name": "Ruled", "rules": {"side_shim": "1/2"}}).json()["id"]
    [row] = read(client, job, [["101 2868 RH oak 3/4 | tile 5/8"]])
    assert row["ro"] == "34 3/4 × 82 3/8 in"  # 33 3/4 + 2 x 1/2; nobody said which floor runs under it: the oak
    [line] = [client.get(f"/api/jobs/{job}/line", params={"text": "101 2868 RH"}).json()]
    assert (line["ro"], [n["path"] for n in line["needs"]]) == ("34 3/4 × ? in", ["opening.floors.b"])
    assert read(client, job, [["2868"]], unit="mm")[0]["ro"] == "883 × ? mm"


def test_a_schedule_is_kept_whole(client, job):
    headings = [
        {"text": "Mark", "column": "mark"},
        {"text": "Size", "column": "size"},
        {"text": "Lock", "column": None},
        {"column": "count"},
    ]
    rows = [["D09", "2868", "set 3", "2"], ["", "pocket", "", ""]]
    refused = keep(client, job, [*rows, ["1", "pivot", "", ""]], headings)
    assert refused.status_code == 422
    assert [e["path"] for e in refused.json()["errors"]] == ["rows[2].cells[1]"]
    assert client.get(f"/api/jobs/{job}").json()["openings"] == []
    ids = keep(client, job, rows, headings).json()["ids"]
    page = client.get(f"/api/jobs/{job}").json()
    assert [(o["id"], o["mark"]) for o in page["openings"]] == [*zip(ids, ["D09", "D10", ""], strict=True)]
    assert len({o["wall_id"] for o in page["openings"]}) == 3  # each in a wall of its own
    kept = client.get(f"/api/openings/{ids[0]}").json()["opening"]
    assert (kept["door"]["leaves"], kept["note"]) == ([{"width": "32 in", "height": "80 in"}], "Lock: set 3")
    [row] = read(client, job, [["D10", "2868", "", ""]], headings)
    assert row["notes"] == ["mark D10 is on the board already"]
    undone = client.post(f"/api/jobs/{job}/schedule/undo", json={"ids": ids})
    assert undone.status_code == 204 and client.get(f"/api/jobs/{job}").json()["openings"] == []


@pytest.mark.parametrize(("walls", "count"), [("own", 2), ("one", 1)])
def test_they_stand_in_walls_of_their_own_or_in_one(client, job, walls, count):
    ids = keep(client, job, [["1 2868 2x6"], ["2 2668 2x6"]], walls=walls).json()["ids"]
    standing = [client.get(f"/api/openings/{i}").json()["wall"] for i in ids]
    assert len({w["id"] for w in standing}) == count
    assert [w["wall"]["stud_depth"] for w in standing] == ["5 1/2 in"] * 2
    more = keep(client, job, [["3 2868"]], walls=standing[0]["id"]).json()["ids"]
    assert client.get(f"/api/openings/{more[0]}").json()["wall"]["id"] == standing[0]["id"]
    assert keep(client, job, [["4 2868"]], walls=10**9).status_code == 404


@pytest.mark.parametrize(
    ("rows", "says"),
    [([], "no row to keep"), ([["x99 2868"]] * 21, "2,079 openings are too many"), ([["x" * 300]], "too long")],
)
def test_what_cannot_be_kept_keeps_nothing(client, job, rows, says):
    refused = keep(client, job, rows)
    assert refused.status_code == 422 and says in json.dumps(refused.json())
    assert client.get(f"/api/jobs/{job}").json()["openings"] == []


def test_a_change_since_stands_against_taking_them_off_again(client, job):
    ids = keep(client, job, [["1 2868"], ["2 2868"]]).json()["ids"]
    page = client.get(f"/api/openings/{ids[1]}").json()
    client.put(
        f"/api/openings/{ids[1]}", json={"version": 1, "opening": page["opening"] | {"room": "Loft"}}
    ).raise_for_status()
    assert client.post(f"/api/jobs/{job}/schedule/undo", json={"ids": ids}).status_code == 409
    assert len(client.get(f"/api/jobs/{job}").json()["openings"]) == 2
    other = client.post("/api/jobs", json={"name": "Other"}).json()["id"]
    assert client.post(f"/api/jobs/{other}/schedule/undo", json={"ids": ids}).status_code == 404


def test_pastes_and_files_become_tables(client):
    table = client.post("/api/schedule/pasted", json={"text": "Mark\tSize\n1\t2868"}).json()
    assert [h["column"] for h in table["headings"]] == ["mark", "size"] and table["rows"] == [["1", "2868"]]
    book, out = openpyxl.Workbook(), io.BytesIO()
    for row in (["Mark", "Size"], [7, "=A1"]):
        book.active.append(row)
    book.save(out)
    raw = {"content-type": "application/octet-stream"}
    table = client.post("/api/schedule/file", content=out.getvalue(), headers=raw).json()
    assert (table["rows"], [(d["row"], d["column"]) for d in table["doubts"]]) == ([["7", ""]], [(0, 1)])
    for data, status in ((b"", 422), (b"%PDF", 422), (b"x" * 1_100_000, 413)):
        assert client.post("/api/schedule/file", content=data, headers=raw).status_code == status


@pytest.mark.parametrize("text", ["}{ 2868", "{leaf} 3/4 | {0} 5/8 2868", "%s 2868 {}"])
def test_what_somebody_wrote_is_no_template(client, job, text):
    [row] = read(client, job, [[text]])
    assert client.get("/api/line", params={"text": text, "unit": "in"}).status_code == 200
    for column in ("size", "hand", "floor", "stud", "width", "kind", "note"):
        [row] = read(client, job, [[text]], [{"text": "{x}", "column": column}])
        assert row["cells"][0]["text"] == text


def test_five_hundred_rows_are_read(client, job):
    """All of them answered, each as when it is asked alone."""
    rows = [[f"{n} {2 + n % 2}{n % 9}68 RH oak 3/4"] for n in range(500)]
    began = time.monotonic()
    answers = read(client, job, rows)
    print(f"500 rows in {time.monotonic() - began:.2f} s")
    assert len(answers) == 500 and sum(a["ro"] is not None for a in answers) > 400
    for n in (0, 77, 499):
        assert read(client, job, [rows[n]]) == [answers[n]]
