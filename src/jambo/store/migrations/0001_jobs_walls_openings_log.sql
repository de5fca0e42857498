-- Documents are kept as JSON; the columns beside them are what is searched and joined on.
CREATE TABLE IF NOT EXISTS crew_rules (
  unit CHAR(2) NOT NULL PRIMARY KEY,
  version INT NOT NULL,
  doc JSON NOT NULL
);

CREATE TABLE IF NOT EXISTS job (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  version INT NOT NULL DEFAULT 1,
  doc JSON NOT NULL,
  created_at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  removed_at DATETIME(6) NULL
);

CREATE TABLE IF NOT EXISTS wall (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id BIGINT NOT NULL,
  version INT NOT NULL DEFAULT 1,
  doc JSON NOT NULL,
  CONSTRAINT wall_of_job FOREIGN KEY (job_id) REFERENCES job (id)
);

CREATE TABLE IF NOT EXISTS opening (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id BIGINT NOT NULL,
  wall_id BIGINT NOT NULL,
  version INT NOT NULL DEFAULT 1,
  walk INT NOT NULL,
  mark VARCHAR(20) NOT NULL,
  room VARCHAR(80) NOT NULL,
  doc JSON NOT NULL,
  removed_at DATETIME(6) NULL,
  CONSTRAINT opening_of_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT opening_in_wall FOREIGN KEY (wall_id) REFERENCES wall (id),
  KEY walking_order (job_id, walk)
);

-- Every version an opening ever had. A fresh version names the one it was made from (parent);
-- an undone or redone one names the fresh version whose contents it brings back (content_of).
CREATE TABLE IF NOT EXISTS opening_version (
  opening_id BIGINT NOT NULL,
  version INT NOT NULL,
  parent INT NULL,
  content_of INT NULL,
  doc JSON NOT NULL,
  who VARCHAR(80) NOT NULL DEFAULT '',
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  PRIMARY KEY (opening_id, version),
  CONSTRAINT version_of_opening FOREIGN KEY (opening_id) REFERENCES opening (id)
);

CREATE TABLE IF NOT EXISTS log (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id BIGINT NOT NULL,
  opening_id BIGINT NULL,
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  who VARCHAR(80) NOT NULL DEFAULT '',
  what VARCHAR(40) NOT NULL,
  detail JSON NOT NULL,
  CONSTRAINT log_of_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT log_of_opening FOREIGN KEY (opening_id) REFERENCES opening (id),
  KEY by_opening (opening_id, id)
);

CREATE OR REPLACE TRIGGER log_is_never_changed BEFORE UPDATE ON log FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the log is append-only';

CREATE OR REPLACE TRIGGER log_is_never_cut BEFORE DELETE ON log FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the log is append-only';

CREATE OR REPLACE TRIGGER versions_are_never_changed BEFORE UPDATE ON opening_version FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'versions are append-only';

CREATE OR REPLACE TRIGGER versions_are_never_cut BEFORE DELETE ON opening_version FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'versions are append-only';
