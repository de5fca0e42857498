"""A Jambo of its own to attack: what is done to it is seen by no other test."""

import httpx
import pytest

from jambo.running.local import running


@pytest.fixture(scope="session")
def local():
    with running(demo=True, front_end=False) as local:
        yield local


@pytest.fixture
def client(local):
    with httpx.Client(base_url=local.url, timeout=30) as client:
        yield client
