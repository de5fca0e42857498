"""Parts of answers that many answers hold: made once, and nobody's to change."""

from __future__ import annotations

from typing import Any, NoReturn


class Shared(dict[str, Any]):
    """Such a part. Whoever wants another copies it first; a copy is a plain dict."""

    def _stays(self, *_: Any, **__: Any) -> NoReturn:
        raise TypeError("other answers hold this too: copy it first")

    __setitem__ = __delitem__ = update = pop = popitem = clear = setdefault = __ior__ = _stays

    def __reduce__(self) -> tuple[type[dict[str, Any]], tuple[dict[str, Any]]]:
        return dict, (dict(self),)
