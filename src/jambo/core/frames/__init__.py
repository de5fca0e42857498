"""Kinds of frame, a module each."""
