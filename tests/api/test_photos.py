"""Photographs of what was found: kept with a reading, a step or a line of the record, shown small, never lost, never changed."""

import subprocess
import sys
from io import BytesIO

import pymysql
import pytest
from PIL import Image
from test_readings import opening, read

from jambo.format.picture import MOST_BYTES
from jambo.store.database import Database

__all__ = ["opening"]


def picture(width=640, height=480, kind="JPEG", beside=False):
    """A picture, with a note of where it was taken beside it if asked."""
    exif = Image.Exif()
    if beside:
        exif[0x0112] = 6  # the camera was held upright: its rows are columns
        exif.get_ifd(0x8825)[1] = "N"
    written = BytesIO()
    Image.new("RGB", (width, height), "#a86").save(written, kind, **({"exif": exif} if beside else {}))
    return written.getvalue()


def scans(count):
    """A JPEG that seems to have so many passes over its picture: all but its one stand in a comment."""
    data, more = picture(8, 8), b"\xff\xda" * (count - 1)
    return data[:2] + b"\xff\xfe" + (len(more) + 2).to_bytes(2, "big") + more + data[2:]


def send(client, at, data=None, once=None, **of):
    head = {"Content-Type": "image/jpeg", "X-Jambo-Who": "In%C3%AAs"} | ({"X-Jambo-Once": once} if once else {})
    return client.post(f"{at}/photos", content=data if data is not None else picture(), params=of, headers=head)


def seen(client, photo, **how):
    answer = client.get(f"/api/photos/{photo}", params=how)
    return answer.headers["content-type"], Image.open(BytesIO(answer.content))


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_a_photograph_is_kept_with_its_reading_and_shown_small(client, opening, kind):
    reading = read(client, opening, "bow_left", "3/16", toward="opening").json()["readings"][0]["id"]
    data = picture(kind=kind)
    photo = send(client, opening, data, reading=reading).json()["id"]
    page = client.get(opening).json()
    assert [(p["id"], p["reading"], p["place"], p["who"]) for p in page["photos"]] == [
        (photo, reading, "bow_left", "Inês")
    ]
    media, whole = seen(client, photo)  # written anew, whatever it came as
    assert (media, whole.size) == ("image/jpeg", (640, 480))
    assert max(abs(a - b) for a, b in zip(whole.getpixel((9, 9)), (170, 136, 102), strict=True)) <= 2
    media, small = seen(client, photo, small=True)
    assert (media, small.size) == ("image/jpeg", (320, 240))
    top = client.get(f"/api/jobs/{page['job']['id']}/log").json()["lines"][0]
    assert (top["event"], top["words"], top["who"]) == (
        "photographed",
        "Bow of the left stud, 3/16 in, into the opening",
        "Inês",
    )
    assert [p["id"] for p in top["photos"]] == [photo]


def test_a_photograph_is_kept_with_a_step_and_with_a_line_of_the_record(client, opening):
    job = client.get(opening).json()["job"]["id"]
    by_step = send(client, opening, step="again").json()["id"]
    client.post(f"{opening}/events", json={"what": "framed"})
    framed = client.get(f"/api/jobs/{job}/log").json()["lines"][0]
    by_line = send(client, f"/api/log/{framed['id']}").json()["id"]
    assert [(p["id"], p["step"], p["line"]) for p in client.get(opening).json()["photos"]] == [
        (by_step, "again", None), (by_line, None, framed["id"]),
    ]  # fmt: skip
    lines = client.get(f"/api/jobs/{job}/log").json()["lines"]
    assert [(line["event"], [p["id"] for p in line["photos"]]) for line in lines[:3]] == [
        ("photographed", [by_line]), ("framed", [by_line]), ("photographed", [by_step]),
    ]  # fmt: skip
    assert lines[0]["words"] == "kept with: framed" and lines[2]["words"].startswith("Check again")


def test_one_taken_out_is_shown_nowhere_and_stays_on_record(client, opening, local):
    photo = send(client, opening, step="again").json()["id"]
    assert client.delete(f"/api/photos/{photo}").status_code == 204
    assert client.delete(f"/api/photos/{photo}").status_code == 404
    assert client.get(f"/api/photos/{photo}").status_code == 404
    page = client.get(opening).json()
    assert page["photos"] == []
    lines = client.get(f"/api/jobs/{page['job']['id']}/log").json()["lines"]
    assert [(line["event"], line["photos"]) for line in lines[:2]] == [
        ("photograph taken out", []),
        ("photographed", []),
    ]
    owner = Database(local.server.owner_url)
    for sql in ("UPDATE photo SET who = 'X'", "DELETE FROM photo"):
        with pytest.raises(pymysql.MySQLError, match="append-only"), owner.transaction() as t:
            t.run(sql)
    owner.close()


def test_one_erased_is_gone_for_good_with_a_line_that_says_so(client, opening, local):
    photo = send(client, opening, step="again").json()["id"]
    other = send(client, opening, step="again").json()["id"]
    assert client.delete(f"/api/photos/{other}").status_code == 204  # taken out before, and erased after
    for number in (photo, other):
        assert client.delete(f"/api/photos/{number}?erase=true").status_code == 204
        assert client.delete(f"/api/photos/{number}?erase=true").status_code == 404
        assert client.get(f"/api/photos/{number}").status_code == 404
    with local.database.transaction() as t:
        assert [
            (len(r["picture"]), len(r["small"])) for r in t.rows("SELECT * FROM photo WHERE id >= %s", [photo])
        ] == [(0, 0)] * 2
    with pytest.raises(pymysql.MySQLError), local.database.transaction(writes=True) as t:
        t.run("UPDATE photo SET picture = 'x' WHERE id = %s", [photo])
    page = client.get(opening).json()
    newest = client.get(f"/api/jobs/{page['job']['id']}/log").json()["lines"][0]
    assert (page["photos"], newest["event"], newest["words"][:30]) == (
        [],
        "photograph erased",
        "the picture is gone for good; ",
    )


@pytest.mark.parametrize("kind", ["JPEG", "PNG", "WEBP"])
def test_nothing_but_the_picture_is_kept(client, opening, kind):
    """A place in XMP, a comment, a colour profile, a text chunk, bytes behind the end: of none a trace."""
    from PIL.PngImagePlugin import PngInfo

    text = PngInfo()
    text.add_text("Comment", "SECRET PLACE")
    beside = {
        "PNG": {"pnginfo": text},
        "JPEG": {"comment": b"SECRET PLACE", "xmp": b"SECRET PLACE"},
        "WEBP": {"xmp": b"SECRET PLACE"},
    }
    written = BytesIO()
    Image.new("RGB", (64, 48), "#a86").save(written, kind, icc_profile=b"SECRET PLACE", **beside[kind])
    data = written.getvalue() + b"SECRET PLACE"
    assert data.count(b"SECRET PLACE") >= 2
    photo = send(client, opening, data, step="again").json()["id"]
    for small in (False, True):
        assert b"SECRET" not in client.get(f"/api/photos/{photo}?small={small}").content


def test_what_a_camera_writes_beside_a_picture_is_left_out_and_it_stands_upright(client, opening):
    photo = send(client, opening, picture(600, 400, beside=True), step="again").json()["id"]
    _, kept = seen(client, photo)
    assert (kept.size, dict(kept.getexif())) == ((400, 600), {})
    assert seen(client, photo, small=True)[1].size == (213, 320)


@pytest.mark.parametrize(
    ("data", "of", "status", "says"),
    [
        (b"not a picture", {"step": "again"}, 422, "cannot be read as a picture"),
        (picture()[:400], {"step": "again"}, 422, "cannot be read as a picture"),
        (picture(kind="GIF"), {"step": "again"}, 422, "JPEG, PNG or WebP"),
        (picture(6000, 4001), {"step": "again"}, 422, "6000 by 4001 pixels"),
        (picture(6000, 4000), {"step": "again"}, 201, "id"),
        (scans(50), {"step": "again"}, 201, "id"),
        (scans(51), {"step": "again"}, 422, "too many passes"),
        (picture() + b"0" * (MOST_BYTES - len(picture())), {"step": "again"}, 201, "id"),
        (picture() + b"0" * (MOST_BYTES - len(picture()) + 1), {"step": "again"}, 413, "larger"),
        (b"", {"step": "again"}, 422, "picture"),
        (None, {"step": "nothing"}, 422, "the card has no step 'nothing'"),
        (None, {}, 422, "a reading, or a step"),
        (None, {"step": "again", "reading": 1}, 422, "a reading, or a step"),
        (None, {"reading": 10**9}, 404, "there is no reading"),
    ],
)  # fmt: skip
def test_what_is_no_photograph_of_anything_here_is_told(client, opening, data, of, status, says):
    answer = send(client, opening, data, **of)
    assert (answer.status_code, says in answer.text) == (status, True), answer.text
    assert len(client.get(opening).json()["photos"]) == (status == 201)


def test_sent_again_under_one_name_it_is_kept_once(client, opening):
    """The answer was lost on its way back, and the phone sends it again."""
    one, two = (opening.replace("/", "-") + n for n in ("-a", "-b"))
    first = send(client, opening, step="again", once=one).json()
    assert send(client, opening, step="again", once=one).json() == first
    assert send(client, opening, step="again", once=two).json() != first
    assert len(client.get(opening).json()["photos"]) == 2


UNPACKED = """
import sys
from concurrent.futures import ThreadPoolExecutor
from jambo.format import picture

def held():
    return int(next(line for line in open("/proc/self/status") if line.startswith("VmRSS")).split()[1])

data, before = sys.stdin.buffer.read(), held()
with ThreadPoolExecutor(8) as threads:
    list(threads.map(picture.read, [data] * 8))
print(held() - before)
"""


def test_what_was_unpacked_is_given_back():
    """Eight threads that have each read a picture of 24 megapixels, 96 MB unpacked, hold less than one of them."""
    done = subprocess.run(
        [sys.executable, "-c", UNPACKED], input=picture(6000, 4000), capture_output=True, check=True, timeout=120
    )
    assert int(done.stdout) < 96_000


def test_no_more_than_an_opening_takes(client, opening, monkeypatch):
    monkeypatch.setattr("jambo.jobs.photos.MOST", 1)
    assert send(client, opening, step="again").status_code == 201
    assert "as many as it takes" in send(client, opening, step="again").text
