"""What was found (handbook 13): readings, how they agree, the shape they make."""
