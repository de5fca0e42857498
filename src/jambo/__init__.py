"""Jambo: rough openings for doors, from the leaf to the signed-off frame."""
