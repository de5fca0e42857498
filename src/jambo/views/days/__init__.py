"""Who does what when, and how long it took."""
