"""Photographs of what was found, and the name asked once: taken by a press, sent when the server answers, in the record."""

from io import BytesIO

import pytest
from PIL import Image
from playwright.sync_api import expect
from walking import settled


@pytest.fixture
def shot(tmp_path):
    """A picture as a camera takes it: too large to be sent as it is, lying on its side."""
    exif = Image.Exif()
    exif[0x0112] = 6
    at = tmp_path / "stud.jpg"
    Image.effect_noise((3000, 2000), 90).convert("RGB").save(at, exif=exif, quality=97)
    assert at.stat().st_size > 2_000_000
    return at


def take(page, label, file):
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name=f"Photograph {label}", exact=True).press("Enter")
    chooser.value.set_files(file)


def photos(client, at):
    return client.get(f"/api{at.rpartition('/')[0]}").json()["photos"]


def test_a_reading_is_photographed_looked_at_and_taken_out(page, client, address, shot):
    at, _ = address("/openings/{N9}/survey")
    page.goto(at)
    take(page, "bow of the left stud", shot)
    small = page.get_by_role("img", name="Photograph of bow of the left stud")
    expect(small).to_be_visible()
    photo = photos(client, at)[0]
    sent = client.get(f"/api/photos/{photo['id']}").content
    assert Image.open(BytesIO(sent)).size == (1067, 1600)  # 2000 by 3000, upright: 1600 x 2/3 wide
    assert len(sent) <= 2_000_000
    small.click()
    large = page.get_by_role("dialog", name="Bow of the left stud")
    expect(large.locator("img")).to_have_js_property("naturalHeight", 1600)
    large.get_by_role("button", name="Take it out").click()
    expect(small).to_have_count(0)
    assert photos(client, at) == []


def test_a_step_and_a_line_of_the_record_are_photographed(page, client, address, shot):
    at, _ = address("/openings/{N9}/card")
    page.goto(at)
    with page.expect_file_chooser() as chooser:
        page.get_by_role("checkbox").nth(1).press("p")  # from field to field the camera is not in the way
    chooser.value.set_files(shot)
    expect(page.get_by_role("img", name="Photograph of step 2")).to_be_visible()
    page.goto(at.replace("/card", "/card-sheet"))
    expect(page.get_by_role("img", name="Photograph of step 2")).to_be_visible()
    job = client.get(f"/api{at.rpartition('/')[0]}").json()["job"]["id"]
    page.goto(f"/jobs/{job}/record")
    take(page, "N9, planned", shot)
    expect(page.get_by_role("row", name="photographed kept with: planned").get_by_role("img")).to_be_visible()
    expect(page.get_by_role("img", name="Photograph of N9, planned", exact=True)).to_be_visible()


@pytest.mark.parametrize("fails", [lambda route: route.abort(), lambda route: route.fulfill(status=500, body="oh")])
def test_one_that_cannot_be_sent_waits_and_is_sent_after_a_reload(page, client, address, shot, fails):
    at, _ = address("/openings/{N9}/survey")
    page.goto(at)
    page.route("**/photos?**", fails)
    take(page, "bow of the left stud", shot)
    expect(page.get_by_text("1 photograph is on its way")).to_be_visible()
    page.unroute("**/photos?**")
    page.reload()
    expect(page.get_by_role("img", name="Photograph of bow of the left stud")).to_be_visible()
    expect(page.get_by_text("on its way")).to_have_count(0)
    assert len(photos(client, at)) == 1
    page.reload()
    expect(page.get_by_role("img", name="Photograph of bow of the left stud")).to_have_count(1)
    assert len(photos(client, at)) == 1


def test_what_is_no_picture_is_told(page, client, address, tmp_path):
    at, _ = address("/openings/{N9}/survey")
    (tmp_path / "list.txt").write_text("101 2868 RH")
    page.goto(at)
    take(page, "bow of the left stud", tmp_path / "list.txt")
    expect(page.get_by_text("This cannot be read as a picture")).to_be_visible()
    assert photos(client, at) == []


@pytest.mark.parametrize(("name", "stands"), [("محمد بن علي", "محمد بن علي"), ("", "nobody said who")])
def test_the_name_is_asked_once_of_who_has_written_something(page, client, address, name, stands):
    at, _ = address("/openings/{101}/card")
    ask = page.get_by_role("form", name="Who is writing")
    page.goto(at)
    box = page.locator("input[type=checkbox]").first
    box.click()
    expect(page.get_by_text("1 of ")).to_be_visible()
    expect(ask).to_have_count(0)  # not while somebody works
    settled(page)  # it is asked of who has written: beside load the press may stand there before it is sent
    page.reload()
    expect(box).to_be_visible()  # the bar comes anew with its page: a key pressed before is nobody's
    if name:
        ask.get_by_role("textbox").fill(name)
        ask.get_by_role("textbox").press("Enter")
    else:
        ask.get_by_role("button", name="Without a name").press("Enter")
    expect(ask).to_have_count(0)
    box.click()
    expect(page.get_by_text("0 of ")).to_be_visible()
    page.reload()
    expect(box).to_be_visible()
    expect(ask).to_have_count(0)
    job = client.get(f"/api{at.rpartition('/')[0]}").json()["job"]["id"]
    page.goto(f"/jobs/{job}/record")
    expect(page.get_by_role("row", name="not done after all").get_by_text(stands)).to_be_visible()
    page.get_by_role("button", name="Writing: " if name else "Say who is writing").click()
    expect(page.get_by_label("Your name, for the record")).to_have_value(name)
    expect(page.get_by_label("Your name, for the record")).to_be_focused()
