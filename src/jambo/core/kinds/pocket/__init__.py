"""The pocket door."""
