"""The flat jamb (handbook 4): head over legs, cut on site or pre-hung."""

from __future__ import annotations

from jambo.core.frames.kind import KindOfFrame


class FlatJamb(KindOfFrame):
    """Flat stock, head over legs."""

    name = "flat_jamb"
    label = "Flat jamb"
    flat = True
