"""Work on a card as a crew does it over HTTP: started, ticked step by step, with the time it took."""

ALL_DAYS = [{"days": ["mon", "tue", "wed", "thu", "fri", "sat", "sun"], "from": "00:00", "to": "24:00"}]


def press(client, opening, do, minutes_ago=0.0, who="Tilda"):
    answer = client.post(
        f"/api/openings/{opening}/timer", json={"do": do, "ago": minutes_ago * 60}, headers={"X-Jambo-Who": who}
    )
    assert answer.status_code == 201, answer.text
    return answer.json()


def tick(client, opening, key, minutes_ago=0.0, who="Tilda", **more):
    body = {"what": "step", "key": key, "ago": minutes_ago * 60, **more}
    answer = client.post(f"/api/openings/{opening}/events", json=body, headers={"X-Jambo-Who": who})
    assert answer.status_code == 201, answer.text
    return answer.json()


def steps_of(client, number, kind, mark="T1"):
    days = client.get(f"/api/jobs/{number}/plan").json()["days"]
    works = [w for d in days for p in d["people"] for w in p["work"] if w["mark"] == mark and w["key"].endswith(kind)]
    return works[0]["steps"] if works else []


def frame(client, number, opening, minutes, mark="T1"):
    """Time the framing of an opening: it began so many minutes ago, and its last step is done now."""
    *first, last = steps_of(client, number, "frame", mark)
    press(client, opening, "start", minutes)
    for key in first:
        tick(client, opening, key, minutes / 2)
    return tick(client, opening, last)
