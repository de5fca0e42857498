"""The stages of the work (docs/ARCHITECTURE.md), in their order, and what the screen calls them."""

from __future__ import annotations

from typing import Literal

Stage = Literal["survey", "door", "floor", "opening", "pocket", "track", "wall", "frame", "set", "hang", "trim", "card"]

# How a stage stands: nothing said of it, something said and facts missing, nothing against it, a check, a stop
State = Literal["nothing", "under_way", "clear", "check", "stop"]

STAGES: dict[Stage, str] = {
    "door": "Door", "floor": "Floor", "opening": "Opening", "pocket": "Pocket", "track": "Track", "wall": "Wall",
    "frame": "Frame", "survey": "Survey", "set": "Set", "hang": "Hang", "trim": "Trim", "card": "Card",
}  # fmt: skip
