"""Bypass leaves."""
