"""What is built: floors, the rough opening, the framing around it, the marks on plate and pole, the cut list."""
