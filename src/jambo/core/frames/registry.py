"""Every kind of frame, in the order the screen offers them."""

from __future__ import annotations

from jambo.core.facts.frame import Frame, FrameKind
from jambo.core.frames.flat_jamb import FlatJamb
from jambo.core.frames.kind import KindOfFrame
from jambo.core.frames.lining_kit import LiningKit
from jambo.core.frames.outside_sill import OutsideSill
from jambo.core.frames.rabbeted import Rabbeted
from jambo.core.frames.split_jamb import SplitJamb
from jambo.core.frames.steel_wrap import SteelWrap

FRAMES: dict[FrameKind, KindOfFrame] = {
    kind.name: kind for kind in (FlatJamb(), LiningKit(), Rabbeted(), SplitJamb(), SteelWrap(), OutsideSill())
}


def stop_is_worked(frame: Frame) -> bool:
    """Say whether its stop is part of it: one worked from the solid without a rebate for the leaf has planted stops."""
    kind = kind_of_frame(frame)
    return kind.worked_stop and not (kind.solid and frame.rebate is None)


def kind_of_frame(frame: Frame) -> KindOfFrame:
    """Give the kind a frame is of."""
    return FRAMES[frame.kind]
