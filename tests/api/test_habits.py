"""A crew's habits go out as a file and into another job: new, another, the same; parts alone, all or none; hostile ones refused."""

import pytest

from at_work import ALL_DAYS
from helpers import PLAIN

KIT = {"kind": "pocket_kit", "name": "Tern kit", "source": "sheet 4", "unit": "in", "facts": {"leaf_width": "30 in"}}
TIME = {
    "kind": "frame", "sort": "frame/swing", "minutes": 42, "by_rule": 60, "ended": "2026-11-02T15:00:00Z", "by": ["Ulrikke"],
}  # fmt: skip


@pytest.fixture
def there(client):
    """A job whose crew has habits."""
    crew = {"people": [{"name": "Ulrikke", "hours": ALL_DAYS}], "dries": [{"work": "trim", "minutes": 45}]}
    floors = [{"key": "oak", "name": "Oak", "layers": [{"name": "oak", "thickness": "3/4 in"}]}]
    usual = {"wall": {"height": "97 1/2 in", "finish_a": "5/8 in"}, "floors": {"a_from": "oak", "b_from": "oak"}}
    body = {"name": "There", "unit": "in", "crew": crew, "floors": floors, "usual": usual}
    return client.post("/api/jobs", json=body).raise_for_status().json()["id"]


@pytest.fixture
def here(client):
    crew = {"people": [{"name": "ulrikke", "hours": []}, {"name": "Bothild", "hours": ALL_DAYS}], "zone": "Europe/Oslo"}
    body = {
        "name": "Here",
        "unit": "in",
        "crew": crew,
        "usual": {"wall": {"height": "96 in", "stud_depth": "3 1/2 in"}},
    }
    return client.post("/api/jobs", json=body).raise_for_status().json()["id"]


def file_of(client, job, **more):
    return {**client.get(f"/api/jobs/{job}/habits").raise_for_status().json(), **more}


def take(client, job, file, *keep):
    return client.post(f"/api/jobs/{job}/habits", params={"keep": keep}, json=file)


def counts(answer):
    return {p["part"]: (p["new"], p["changed"], p["same"]) for p in answer.json()["parts"]}


def test_what_would_come_is_said_and_then_each_part_alone_comes(client, there, here):
    file = file_of(client, there, stock=[KIT], times=[TIME], rules={"in": {"hinge_length": "4 in"}})
    asked = take(client, here, file)
    # two facts and two floors' keys of the usual, and the floor: the height is another; Ulrikke works other hours here
    assert counts(asked) == {"rules": (1, 0, 0), "stock": (1, 0, 0), "usual": (4, 1, 0), "crew": (1, 1, 0), "times": (1, 0, 0)}  # fmt: skip
    told = {p["part"]: p["told"] for p in asked.json()["parts"]}
    assert told["rules"] == ["Hinge length (in): 4 in"]
    assert "wall height: 97 1/2 in, here 96 in" in told["usual"] and told["crew"] == ["Ulrikke", "drying after trim"]
    assert asked.json()["kept"] == []
    before = client.get(f"/api/jobs/{here}").json()["job"]
    assert before["usual"]["wall"] == {"height": "96 in", "stud_depth": "3 1/2 in"}

    assert take(client, here, file, "usual", "crew").json()["kept"] == ["usual", "crew"]
    job = client.get(f"/api/jobs/{here}").json()["job"]
    assert job["usual"]["wall"] == {"height": "97 1/2 in", "stud_depth": "3 1/2 in", "finish_a": "5/8 in"}
    assert [f["key"] for f in job["floors"]] == ["oak"]
    assert [(p["name"], len(p["hours"])) for p in job["crew"]["people"]] == [("Ulrikke", len(ALL_DAYS)), ("Bothild", len(ALL_DAYS))]  # fmt: skip
    assert job["crew"]["zone"] == "Europe/Oslo" and job["crew"]["dries"] == [{"work": "trim", "minutes": 45}]
    assert counts(take(client, here, file)) == {"rules": (1, 0, 0), "stock": (1, 0, 0), "usual": (0, 0, 5), "crew": (0, 0, 2), "times": (1, 0, 0)}  # fmt: skip

    take(client, here, file, "rules", "stock", "times").raise_for_status()
    assert client.get("/api/crew-rules/in").json()["rules"]["hinge_length"] == "4 in"
    assert [i["item"] for i in client.get("/api/stock").json()["items"] if i["item"]["name"] == "Tern kit"] == [KIT]
    assert {sum(c[:2]) for c in counts(take(client, here, file)).values()} == {0}
    version = client.get("/api/crew-rules/in").json()["version"]
    client.put("/api/crew-rules/in", json={"version": version, "rules": {}}).raise_for_status()


def test_a_learnt_time_counts_in_the_plan_and_goes_on(client, here):
    """By rule 60 minutes, once 42: the crew learns from it as from one of its own, and hands it on."""
    file = {"format": "jambo-habits/1", "times": [TIME, {**TIME, "minutes": 50, "by": ["Bothild"]}]}
    take(client, here, file, "times").raise_for_status()
    (sort,) = client.get(f"/api/jobs/{here}/time").json()["sorts"]
    assert (sort["times"], sort["shortest"], sort["longest"]) == (2, 42, 50)
    assert [t["minutes"] for t in file_of(client, here)["times"]] == [42, 50]


def test_figures_of_openings_that_take_from_the_usual_move_with_a_line(client, there, here):
    doc = {k: v for k, v in PLAIN["opening"].items() if k != "floors"}
    opening = client.post(f"/api/jobs/{here}/openings", json={"wall": {}, "opening": doc}).json()["id"]
    take(client, here, file_of(client, there), "usual").raise_for_status()
    assert "usual changed" in [line["what"] for line in client.get(f"/api/openings/{opening}/log").json()]


@pytest.mark.parametrize(
    ("more", "keep", "path"),
    [
        ({"format": "jambo-habits/2"}, [], "format"),
        ({"times": [{**TIME, "sort": "x"}]}, [], "times[0].sort"),
        ({"times": [{**TIME, "sort": "sleep/swing"}]}, [], "times[0].sort"),
        ({"stock": [{**KIT, "facts": {"wings": "2"}}]}, ["stock"], "facts.wings"),
        ({"rules": {"in": {"hinge_length": "900 in"}}}, ["rules", "crew"], "rules"),
        ({"usual": {"unit": "mm", "usual": {"wall": {"height": "2400"}}}}, ["usual"], "usual.unit"),
        ({"crew": {"people": [{"name": f"P{n}"} for n in range(21)]}}, [], "crew.people"),
        ({"wings": 2}, [], "wings"),
    ],
)  # fmt: skip
def test_a_file_that_cannot_be_is_refused_and_nothing_changes(client, here, more, keep, path):
    before = [client.get(at).json() for at in (f"/api/jobs/{here}", "/api/stock", "/api/crew-rules/in")]
    answer = take(client, here, {"format": "jambo-habits/1", **more}, *keep)
    assert answer.status_code == 422
    assert path in answer.json()["errors"][0]["path"]
    assert [client.get(at).json() for at in (f"/api/jobs/{here}", "/api/stock", "/api/crew-rules/in")] == before
