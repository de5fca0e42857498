"""Real screens in headless Chromium; a test fails when a page reports a script error."""

import re

import pytest
from playwright.sync_api import expect, sync_playwright

from at_work import ALL_DAYS, frame
from helpers import PLAIN, all_jobs, demo_document
from jambo.running.browser import one_profile

expect.set_options(timeout=45_000)


@pytest.fixture(scope="session")
def playwright():
    with sync_playwright() as playwright:
        yield playwright


@pytest.fixture(scope="session")
def profile(playwright, local):
    """One browser for all tests, which keeps what it compiled, and a session in it that empties what it holds."""
    size = {"width": 1280, "height": 800}
    with one_profile(
        playwright, base_url=local.url, viewport=size, reduced_motion="reduce", locale="en-GB", service_workers="block"
    ) as context:
        context.add_init_script("delete window.EventSource")  # nothing changes under a test by itself; see test_crew.py
        yield context, context.new_cdp_session(context.pages[0])


@pytest.fixture
def context(profile, local):
    context, session = profile

    def emptied():
        context.pages[0].evaluate("localStorage.clear()")
        session.send(
            "Storage.clearDataForOrigin", {"origin": local.url, "storageTypes": "cookies,local_storage,indexeddb"}
        )

    emptied()  # of what a page of the test before wrote down on its way out, too
    yield context
    for page in context.pages[1:]:
        page.close()
    context.set_offline(False)
    context.unroute_all()
    emptied()


@pytest.fixture
def page(context):
    page = context.new_page()
    errors = []
    page.on("pageerror", lambda error: errors.append(str(error)))
    # a page that breaks its own content policy is told on the console alone
    page.on("console", lambda said: errors.append(said.text) if "Content Security Policy" in said.text else None)
    yield page
    assert errors == []


@pytest.fixture
def demo_opening(client):
    """Address of a demo opening by its mark."""

    def find(mark):
        for job in sorted(all_jobs(client), key=lambda job: job["id"]):  # the demo's before any test's
            for opening in client.get(f"/api/jobs/{job['id']}").json()["openings"]:
                if opening["mark"] == mark:
                    return f"/openings/{opening['id']}"
        raise LookupError(mark)

    return find


@pytest.fixture
def new_opening(client, job):
    """Address of a fresh copy of the plain opening."""
    body = {"wall": PLAIN["wall"], "opening": PLAIN["opening"]}
    return f"/openings/{client.post(f'/api/jobs/{job}/openings', json=body).json()['id']}"


@pytest.fixture
def address(client):
    """Fill in an address: a job of its own, with a copy of the demo opening it names, and that one's wall."""

    def fill(where):
        mark = next(iter(re.findall(r"\{([A-Z]?\d+)\}", where)), "101")
        doc = demo_document(mark)
        job = {"name": "Entry", "unit": doc["unit"], "floors": doc.get("floors", []), "rules": doc["rules"]["job"]}
        if where.endswith("/time"):
            job["crew"] = {"people": [{"name": "Tilda", "hours": ALL_DAYS}]}
        made = client.post("/api/jobs", json=job).json()["id"]
        new = {"wall": doc["wall"], "opening": doc["opening"]}
        opening = client.post(f"/api/jobs/{made}/openings", json=new).json()["id"]
        for reading in doc["survey"]["readings"]:
            client.post(f"/api/openings/{opening}/readings", json={"reading": reading}).raise_for_status()
        wall = client.get(f"/api/openings/{opening}").json()["wall"]["id"]
        if where.endswith("/came"):
            lines = [line for c in client.get(f"/api/jobs/{made}/buying").json()["counters"] for line in c["lines"]]
            leaf = next(line for line in lines if line["key"].startswith("leaf"))
            client.post(f"/api/jobs/{made}/buying/orders", json={"key": leaf["key"], "count": 1}).raise_for_status()
        if where.endswith("/time"):
            frame(client, made, opening, 1, mark)  # nobody frames an opening in a minute
        return where.replace(f"{{{mark}}}", str(opening)).format(job=made, wall=wall), doc["unit"]

    return fill
