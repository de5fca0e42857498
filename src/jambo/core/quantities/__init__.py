"""Exact lengths, masses and tapes; what a figure is and what it is called."""
