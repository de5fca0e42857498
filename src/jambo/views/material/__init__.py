"""What a job is cut and bought from, and what came."""
