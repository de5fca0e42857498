"""What is kept: jobs, walls, openings, house rules and the log, in MariaDB by plain SQL."""
