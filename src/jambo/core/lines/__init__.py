"""A door in a line (handbook 26): what is pencilled on a list, read token by token."""
