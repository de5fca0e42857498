"""Ears for what is told live."""

import contextlib
import json
import queue
import threading

import httpx

WAIT = 30


class Ear:
    """Listens to an address; `next(event)` waits for what is told next of a kind."""

    def __init__(self, url, address, **params):
        self.told, self.opened = queue.Queue(), threading.Event()
        self.client = httpx.Client(base_url=url, timeout=None)
        threading.Thread(target=self._listen, args=(address, params), daemon=True).start()
        self.next("begun")

    def _listen(self, address, params):
        with contextlib.suppress(httpx.HTTPError), self.client.stream("GET", address, params=params) as answer:
            event = ""
            for line in answer.iter_lines():
                if line.startswith("event:"):
                    event = line[7:]
                elif line.startswith("data:"):
                    self.told.put((event, line[6:]))
        self.told.put(("over", "null"))

    def next(self, event):
        while True:
            kind, data = self.told.get(timeout=WAIT)
            if kind == event:
                return json.loads(data or "null")
            assert kind != "over", "it ended"


@contextlib.contextmanager
def ears():
    """Start to listen; every ear is closed again, so that no other test has an ear in its process."""
    with contextlib.ExitStack() as ears:

        def listen(url, address, **params):
            ear = Ear(url, address, **params)
            ears.callback(ear.client.close)
            return ear

        yield listen
