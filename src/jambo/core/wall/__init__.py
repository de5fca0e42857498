"""Walls with many openings (handbook 6): one layout, one tape, and what the openings do to each other."""
