-- Who works here, on which phones, and which jobs somebody looks on at. `called` is the name as names are compared, none once a
-- person is taken off; of a token or a code only its digest is kept.
CREATE TABLE IF NOT EXISTS person (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  version INT NOT NULL DEFAULT 1,
  name VARCHAR(80) NOT NULL,
  called VARCHAR(240) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  initials VARCHAR(8) NOT NULL,
  role VARCHAR(10) NOT NULL,
  passphrase VARCHAR(200) NULL,
  created_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  removed_at DATETIME(6) NULL,
  UNIQUE KEY one_of_a_name (called)
);

CREATE TABLE IF NOT EXISTS device (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  person_id BIGINT NOT NULL,
  token BINARY(32) NOT NULL,
  label VARCHAR(80) NOT NULL,
  created_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  seen_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  ended_at DATETIME(6) NULL,
  CONSTRAINT device_of_person FOREIGN KEY (person_id) REFERENCES person (id),
  UNIQUE KEY by_token (token)
);

CREATE TABLE IF NOT EXISTS pairing (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  person_id BIGINT NOT NULL,
  code BINARY(32) NOT NULL,
  made_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  used_at DATETIME(6) NULL,
  CONSTRAINT pairing_of_person FOREIGN KEY (person_id) REFERENCES person (id),
  UNIQUE KEY by_code (code)
);

CREATE TABLE IF NOT EXISTS share (
  person_id BIGINT NOT NULL,
  job_id BIGINT NOT NULL,
  trade VARCHAR(40) NOT NULL DEFAULT '',
  PRIMARY KEY (person_id, job_id),
  CONSTRAINT share_of_person FOREIGN KEY (person_id) REFERENCES person (id),
  CONSTRAINT share_of_job FOREIGN KEY (job_id) REFERENCES job (id)
);

-- Tries to sign in that failed or are under way, by address and by name: after too many one waits.
CREATE TABLE IF NOT EXISTS attempt (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  by_whom BINARY(32) NOT NULL,
  KEY by_whom (by_whom, at)
);

-- Who was signed in when a line was written; none where a name was only chosen.
ALTER TABLE log ADD COLUMN IF NOT EXISTS person_id BIGINT NULL;
