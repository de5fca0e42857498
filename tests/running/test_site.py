"""Phones on a site's network: at addresses of their own, by a certificate of the machine's own."""

import json
import subprocess
import sys
from datetime import UTC, datetime, timedelta

import httpx
import pytest
from cryptography import x509

from jambo.api.app import create_app
from jambo.format.problems import Refused
from jambo.jobs import people
from jambo.running.certificates import AFTER, BEFORE, RENEWED, Certificates
from jambo.running.local import running, serving
from jambo.running.machine import find, listen, need_programs
from jambo.running.site import Site, own_addresses

NOW = datetime(2026, 12, 1, 12, tzinfo=UTC)
PHONE = """
import json, ssl, sys, httpx
url, authority, code = sys.argv[1:]
with httpx.Client(base_url=url, verify=ssl.create_default_context(cafile=authority)) as phone:
    got = [phone.get("/api/jobs").status_code, phone.post("/api/pair", json={"code": code}).status_code]
    print(json.dumps([*got, phone.get("/api/me").json()["name"], phone.get("/api/jobs").status_code]))
"""


@pytest.fixture
def network():
    """A network of the site: this machine at 10.77.0.1, two phones at addresses of their own."""
    need_programs(["ip"])
    ip = find("ip")

    def run(*what):
        subprocess.run([ip, *what], check=True, capture_output=True)

    phones = {"jambo-phone-1": "10.77.0.11/24", "jambo-phone-2": "10.77.0.12/24"}
    try:
        run("link", "add", "jambo-site", "type", "bridge")
        run("addr", "add", "10.77.0.1/24", "dev", "jambo-site")
        run("link", "set", "jambo-site", "up")
        for n, (name, address) in enumerate(phones.items()):
            run("netns", "add", name)
            run("link", "add", f"jambo-v{n}", "type", "veth", "peer", "name", "eth0", "netns", name)
            run("link", "set", f"jambo-v{n}", "master", "jambo-site", "up")
            run("-n", name, "addr", "add", address, "dev", "eth0")
            run("-n", name, "link", "set", "eth0", "up")
        yield lambda name, *command: subprocess.run(
            [ip, "netns", "exec", name, *command], capture_output=True, text=True, timeout=60
        )
    finally:
        for name in phones:
            subprocess.run([ip, "netns", "del", name], capture_output=True)
        subprocess.run([ip, "link", "del", "jambo-site"], capture_output=True)


def nobody_answers(network, url):
    """Whether a phone finds nobody at an address."""
    ask = f"import httpx; httpx.get('{url}/api/me', verify=False, timeout=5)"
    return "ConnectError" in network("jambo-phone-1", sys.executable, "-c", ask).stderr


def test_two_phones_at_other_addresses_are_paired_and_a_third_machine_is_not(network, tmp_path):
    with running(front_end=False) as local:
        _, _, code = people.lead(local.database, "Ana")
        site = Site(tmp_path, 0)
        with serving(create_app(local.database, site=site)) as here:
            httpx.post(f"{here}/api/people", json={"name": "Bo", "role": "hand"}).raise_for_status()
            opened = httpx.post(f"{here}/api/site").raise_for_status().json()
            (url,) = [one for one in opened["addresses"] if "10.77.0.1:" in one]
            code2 = httpx.post(f"{here}/api/people/2/code").json()["code"]
            phone = [sys.executable, "-c", PHONE, url, str(site._own.authority)]
            first, second = network("jambo-phone-1", *phone, code), network("jambo-phone-2", *phone, code2)
            assert json.loads(first.stdout) == [401, 201, "Ana", 200], first.stderr
            assert json.loads(second.stdout) == [401, 201, "Bo", 200], second.stderr
            plain = here.replace("127.0.0.1", "10.77.0.1")
            assert nobody_answers(network, plain)  # the machine’s own door is its own
            assert not nobody_answers(network, url)
            httpx.delete(f"{here}/api/site").raise_for_status()
            assert nobody_answers(network, url)


def test_nobody_is_let_in_while_nobody_leads(tmp_path):
    with running(front_end=False) as local:
        refused = httpx.post(f"{local.url}/api/site")
        assert (refused.status_code, refused.json()["reason"][:17]) == (403, "nobody leads yet:")
        assert httpx.get(f"{local.url}/api/people").json()["addresses"] == []


def test_a_port_that_is_taken_and_a_certificate_that_is_none_are_said(tmp_path):
    with listen(0, 0, "0.0.0.0") as taken, pytest.raises(Refused, match="is taken by another program"):
        Site(tmp_path, taken.getsockname()[1]).open()
    (tmp_path / "none.pem").write_text("nothing")
    with pytest.raises(Refused, match="this certificate cannot be used"):
        Site(tmp_path, 0, (tmp_path / "none.pem", tmp_path / "none.pem")).open()


def made(folder):
    return x509.load_pem_x509_certificate((folder / "certificate.pem").read_bytes())


@pytest.mark.parametrize(
    ("addresses", "later", "anew"),
    [
        (["192.168.1.5"], timedelta(0), False),
        (["192.168.1.5"], AFTER - RENEWED - timedelta(days=1), False),
        (["192.168.1.5"], AFTER - RENEWED, True),
        (["192.168.1.6"], timedelta(0), True),  # on another network
        (["203.0.113.9"], timedelta(0), True),  # one the authority may not vouch for yet
        ([], timedelta(0), False),  # on none just now
    ],
)
def test_a_certificate_is_made_anew_for_another_address_and_before_it_ends(tmp_path, addresses, later, anew):
    own = Certificates(tmp_path)
    assert own.issue(["192.168.1.5"], NOW)
    assert own.issue(addresses, NOW + later) is anew
    certificate, authority = made(tmp_path), x509.load_pem_x509_certificate(own.authority.read_bytes())
    certificate.verify_directly_issued_by(authority)
    assert {file.stat().st_mode & 0o777 for file in tmp_path.iterdir()} == {0o600}


def test_a_phone_whose_clock_is_a_year_wrong_takes_the_certificate_and_none_finds_it_too_long(tmp_path):
    Certificates(tmp_path).issue(["192.168.1.5"], NOW)
    certificate = made(tmp_path)
    assert certificate.not_valid_before_utc < NOW - timedelta(days=366)
    assert certificate.not_valid_after_utc > NOW + timedelta(days=366)
    assert timedelta(days=825) >= BEFORE + AFTER


def test_own_addresses_are_not_those_to_itself():
    assert all(not one.startswith("127.") for one in own_addresses())
