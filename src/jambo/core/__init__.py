"""The rules of the job. Nothing here reads a file, a clock, a table or a request."""
