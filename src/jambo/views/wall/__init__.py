"""A wall with all its openings, as a screen shows it."""
