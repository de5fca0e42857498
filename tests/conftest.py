"""One Jambo for the whole run: a throw-away MariaDB, the real application on a free port, the demo jobs."""

import httpx
import pytest
from hypothesis import settings

from jambo.running.local import running
from jambo.views import searches

searches.PATIENCE = 60.0  # what a page is given at once is looked at in tests of its own
# a slow machine is no failure
settings.register_profile("jambo", deadline=None)
settings.load_profile("jambo")


@pytest.fixture(scope="session")
def local():
    with running(demo=True) as local:
        yield local


@pytest.fixture
def client(local):
    with httpx.Client(base_url=local.url, timeout=searches.PATIENCE + 30) as client:  # longer than it is looked for
        yield client


@pytest.fixture
def job(client):
    """A new job in inches; gives its id."""
    return client.post("/api/jobs", json={"name": "Test job"}).json()["id"]


def pytest_addoption(parser):
    parser.addoption("--examples", type=int, default=10, help="hostile requests drawn for each call of the API")
