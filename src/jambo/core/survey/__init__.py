"""What was found (TRADE 13): readings, how they agree, the shape they make."""
