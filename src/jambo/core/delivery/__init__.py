"""What came: what is measured of it, whether it serves, where it serves best, and what building to it would take (handbook 27)."""
