-- Addresses a calendar can subscribe to: each by a key nobody can guess, until it is taken back.
CREATE TABLE IF NOT EXISTS feed (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id BIGINT NOT NULL,
  secret CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  of_whom VARCHAR(100) NOT NULL,
  created_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  taken_back_at DATETIME(6) NULL,
  CONSTRAINT feed_of_job FOREIGN KEY (job_id) REFERENCES job (id),
  UNIQUE KEY by_secret (secret)
);
