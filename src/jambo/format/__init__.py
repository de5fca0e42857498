"""The open formats in and out."""
