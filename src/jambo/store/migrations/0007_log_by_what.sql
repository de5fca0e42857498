-- How long work took is read across all jobs.
ALTER TABLE log ADD KEY IF NOT EXISTS by_what (what, id);
