"""The face slider."""
