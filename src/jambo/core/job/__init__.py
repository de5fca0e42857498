"""What a job knows: what was written down of it, and what follows from that (handbook 23 to 29)."""
