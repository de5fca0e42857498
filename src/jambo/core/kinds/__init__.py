"""Kinds of door, a room each; kind.py says what a kind must answer."""
