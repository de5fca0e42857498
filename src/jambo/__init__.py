"""Jambo: rough openings for doors, from the leaf to the signed-off frame."""

__version__ = "0.1.0"
