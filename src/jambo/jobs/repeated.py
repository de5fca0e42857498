"""What is asked again under one name: its answer is kept, and given again."""

from __future__ import annotations

import time

from jambo.store.database import Database
from jambo.store.once import ASKED, DoneAlready, Once, answer_of, keep_answer

__all__ = ["ASKED", "DoneAlready", "Once", "given_before", "keep"]

LOOKS = 20  # for an answer that is being kept just now
LOOK_SECONDS = 0.05


def keep(db: Database, once: Once, status: int, answer: str) -> None:
    """Keep the answer of what was done. Raises StoreFailure: then only that it was done is known."""
    with db.transaction(writes=True) as t:
        keep_answer(t, once.name, status, answer)


def given_before(db: Database, name: str) -> tuple[int, str] | None:
    """The answer given under a name before; None where it was lost between the doing and the keeping. Raises StoreFailure."""
    for _ in range(LOOKS):
        with db.transaction() as t:
            if (found := answer_of(t, name)) is not None:
                return found
        time.sleep(LOOK_SECONDS)
    return None
