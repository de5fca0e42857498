"""One opening, as a screen or a sheet shows it."""
