-- The plan each section of a job is cut by, with the question it answers: it stays whoever looks, and after a new start.
-- `seen` is the newest line of the record that was read for it: a plan of an older look never takes a newer one's place.
CREATE TABLE IF NOT EXISTS cutting_plan (
  job_id BIGINT NOT NULL,
  section VARCHAR(40) NOT NULL,
  question CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  seen BIGINT NOT NULL,
  plan LONGTEXT NOT NULL,
  PRIMARY KEY (job_id, section),
  CONSTRAINT cutting_plan_of_job FOREIGN KEY (job_id) REFERENCES job (id)
);
