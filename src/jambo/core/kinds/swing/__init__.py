"""The swing door."""
