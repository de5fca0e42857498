"""Values that never change once they are made, without what holding them to it costs.

Solving one opening makes some thousand of them. A frozen dataclass sets every field of each through a call, which takes three times
as long as setting it. So it is the type checker that holds them to it: for it this is the `dataclass` of the standard library, and
what is declared frozen is not assigned to; when it runs, what is declared frozen is hashed and compared like one, and made like any other.
"""

from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from dataclasses import dataclass
else:
    import dataclasses

    def dataclass(cls=None, /, *, frozen=False, **how):
        """The standard decorator, but for `frozen`: hashed by its fields where it says nothing of that itself."""

        def made(cls):
            hashed = frozen and how.get("eq", True) and "__hash__" not in cls.__dict__
            return dataclasses.dataclass(cls, unsafe_hash=hashed, **how)

        return made if cls is None else made(cls)


__all__ = ["dataclass"]
