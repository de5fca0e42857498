"""What is bought to spare, and what is had by the bundle (handbook 27)."""

from __future__ import annotations

from jambo.core.items import ITEMS

STICKS_IN = 20  # one to spare in so many sticks of a section


def to_spare(name: str, count: int) -> int:
    """How many of a thing are bought beside those that are needed: of screws, which are dropped and bent, and of shims, which split.

    Args:
        name: a key of ITEMS; count: that are needed.
    """
    one_in = ITEMS[name].one_spare_in
    return -(-count // one_in) if one_in else 0


def by_bundle(name: str, needed: int, spare: int) -> tuple[int, int] | None:
    """How many bundles are needed, and how many more hold what is to spare; None for what is not had by the bundle.

    Args:
        name: a key of ITEMS; needed: how many; spare: how many to spare.
    """
    bundle = ITEMS[name].bundle
    if not bundle:
        return None
    bundles = -(-needed // bundle)
    return bundles, -(-(needed + spare) // bundle) - bundles


def sticks_to_spare(count: int) -> int:
    """How many sticks of a section are bought beside those that are needed: a single header has none to spare."""
    return (count + STICKS_IN // 2) // STICKS_IN
