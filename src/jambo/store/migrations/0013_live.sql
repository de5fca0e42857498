-- Who looks at what just now, a row for each open screen; one that is not seen again for some seconds is gone.
CREATE TABLE IF NOT EXISTS here (
  screen CHAR(32) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  job_id BIGINT NOT NULL,
  opening_id BIGINT NULL,
  name VARCHAR(80) NOT NULL,
  seen_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  KEY by_job (job_id, seen_at)
);
