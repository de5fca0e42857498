"""What a screen or a sheet shows."""
