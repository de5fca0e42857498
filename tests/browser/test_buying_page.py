"""Buying: a line is ordered, comes in parts, is late, goes back; two at one delivery book it once; what is typed is held."""

import re
from datetime import date, timedelta

import pytest
from playwright.sync_api import expect
from walking import unfold

from helpers import PLAIN


@pytest.fixture
def shop(client):
    """A job with two like doors; gives the address of its buying."""
    job = client.post("/api/jobs", json={"name": "At the counter"}).json()["id"]
    wall = client.post(f"/api/jobs/{job}/walls", json=PLAIN["wall"] | {"length": "24'"}).json()["id"]
    for n in range(2):
        opening = PLAIN["opening"] | {"mark": f"K{n + 1}", "position": {"distance": str(60 + 120 * n)}}
        client.post(f"/api/jobs/{job}/openings", json={"wall_id": wall, "opening": opening}).raise_for_status()
    return f"/jobs/{job}/buying"


def leaves(page):
    return unfold(page, "Leaves")


def screws(page):
    return unfold(page, "Screws, nails, shims and fixings")


def test_a_line_is_ordered_comes_in_parts_and_goes_back(page, client, shop):
    page.goto(shop)
    row = leaves(page).get_by_role("listitem")
    expect(row).to_contain_text("2 needed · K1, K2")
    row.get_by_role("button", name=re.compile("^Order: Leaf")).press("Enter")
    form = page.get_by_role("dialog")
    expect(form.get_by_label("How many are ordered")).to_have_value("2")
    form.get_by_label("From whom").fill("Lockside")
    form.get_by_label("Promised for").fill((date.today() - timedelta(days=2)).isoformat())
    page.reload()  # what was typed is held
    leaves(page)
    row.get_by_role("button", name=re.compile("^Order: Leaf")).click()
    expect(form.get_by_label("From whom")).to_have_value("Lockside")
    form.get_by_label("From whom").press("Enter")
    expect(form).to_have_count(0)
    expect(page.get_by_role("status").filter(has_text="1 order is late.")).to_be_visible()
    expect(row).to_contain_text("2 ordered")
    expect(row).to_contain_text("from Lockside")
    row.get_by_role("link", name=re.compile("^It came")).click()
    check = page.get_by_role("form", name=re.compile("^Leaf"))
    check.get_by_label("How many came that measure alike").fill("1")
    check.get_by_role("button", name="Write it down").click()
    expect(check).to_have_count(0)
    page.get_by_role("link", name="To buy").click()
    leaves(page)
    expect(row).to_contain_text("; 1 came")
    row.get_by_role("button", name=re.compile("^Send back")).click()
    form.get_by_label("Why").fill("a 24 where 2-6 was meant")
    form.get_by_role("button", name="Write it down").click()
    expect(row).to_contain_text("1 went back: a 24 where 2-6 was meant")
    expect(row.get_by_role("button", name=re.compile("^Order: Leaf"))).to_be_visible()
    page.goto(shop.removesuffix("/buying"))
    expect(page.get_by_text("1 order late")).to_be_visible()
    page.goto("/")
    expect(page.get_by_role("link", name=re.compile("^At the counter")).first).to_contain_text("1 order late")


def test_two_at_one_delivery_book_it_once(page, context, client, shop):
    key = next(
        one["key"]
        for c in client.get(f"/api{shop}").json()["counters"]
        for one in c["lines"]
        if one["label"].startswith("Long screws")
    )
    client.post(f"/api{shop}/orders", json={"key": key, "count": 4}).raise_for_status()
    other = context.new_page()
    for one in (page, other):
        one.goto(shop)
        screws(one).get_by_role("button", name=re.compile("^It came")).click()
        one.get_by_label("How many have come").fill("2")
    page.get_by_role("button", name="Write it down").click()
    for one in (page, other):  # the list behind what the other one fills in comes anew
        expect(one.locator("main")).to_contain_text("; 2 came")
    other.get_by_role("button", name="Write it down").click()
    expect(other.get_by_role("dialog")).to_contain_text("somebody has written down since that 2 came")
    (order,) = next(
        one["orders"] for c in client.get(f"/api{shop}").json()["counters"] for one in c["lines"] if one["key"] == key
    )
    assert order["came"] == 2
    # and it is taken back by a line that says so
    screws(page).get_by_role("button", name=re.compile("^It did not come after all")).click()
    expect(screws(page).get_by_role("button", name=re.compile("^It came"))).to_be_visible()


def test_the_list_is_had_as_a_table(page, shop):
    page.goto(shop)
    with page.expect_download() as download:
        page.get_by_role("button", name="As a table").click()
        page.get_by_role("menuitem", name="To buy, CSV").click()
    assert "Leaves,Leaf,2-6 × 6-8" in download.value.path().read_text(encoding="utf-8")
