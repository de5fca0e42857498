"""What was made last of each thing, kept while what it is made from stays: what it was before goes."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Generic, TypeVar

K = TypeVar("K")
V = TypeVar("V")


class Newest(Generic[K, V]):
    """The newest value of each key, of at most so many keys; those asked for last stay."""

    def __init__(self, most: int) -> None:
        self.most = most
        self._kept: dict[K, tuple[tuple[Any, ...], V]] = {}

    def __len__(self) -> int:
        return len(self._kept)

    def of(self, key: K, make: Callable[..., V], *made_from: Any, again: Callable[[V], V] = lambda value: value) -> V:
        """What `make` makes of all this, or what it made of the very same before, given through `again`."""
        known = self._kept.pop(key, None)
        value = again(known[1]) if known is not None and known[0] == made_from else make(*made_from)
        self._kept[key] = made_from, value
        if len(self._kept) > self.most:
            for old in list(self._kept)[: -self.most]:  # a list at one stroke: others ask at the same time
                self._kept.pop(old, None)
        return value
