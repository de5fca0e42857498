"""`jambo lead`: the first of a crew, made by whoever runs the machine."""

from __future__ import annotations

from jambo.format.problems import Refused
from jambo.jobs import people
from jambo.running import backups
from jambo.running.machine import CommandError, say
from jambo.running.serve import open_database, tell_code
from jambo.store.failures import StoreFailure


def make_lead(name: str, passphrase: str | None) -> None:
    """Make somebody a lead, and say the code that pairs a phone of theirs. Raises CommandError.

    Args:
        name: whose; passphrase: one to sign in with, if they want one.
    """
    try:
        with backups.database() as (url, owner):
            kept = open_database(url, owner, backups.folder())
            try:
                number, called, code = people.lead(kept, name)
                if passphrase is not None:
                    people.set_passphrase(kept, number, passphrase, None)
            finally:
                kept.close()
    except Refused as refused:
        raise CommandError("; ".join(f"{e.reason}; {e.accepted}" for e in refused.errors)) from None
    except StoreFailure as failure:
        raise CommandError(f"{failure.reason} ({failure})") from None
    say(f"{called} leads")
    tell_code(called, code, ())
