-- A photograph is kept with a reading, a step of a card, or a line of the log. It is only ever added; one that is taken out is
-- shown no longer and stays in the record.
CREATE TABLE IF NOT EXISTS photo (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  job_id BIGINT NOT NULL,
  opening_id BIGINT NULL,
  reading_id BIGINT NULL,
  step VARCHAR(80) NULL,
  line_id BIGINT NULL,
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  who VARCHAR(80) NOT NULL DEFAULT '',
  once CHAR(36) NULL,
  media VARCHAR(20) NOT NULL,
  picture MEDIUMBLOB NOT NULL,
  small MEDIUMBLOB NOT NULL,
  CONSTRAINT photo_of_job FOREIGN KEY (job_id) REFERENCES job (id),
  CONSTRAINT photo_of_opening FOREIGN KEY (opening_id) REFERENCES opening (id),
  CONSTRAINT photo_of_reading FOREIGN KEY (reading_id) REFERENCES reading (id),
  CONSTRAINT photo_of_line FOREIGN KEY (line_id) REFERENCES log (id),
  CONSTRAINT photo_sent_once UNIQUE (job_id, once),
  KEY photos_of_job (job_id, id)
);

CREATE TABLE IF NOT EXISTS photo_taken_out (
  photo_id BIGINT NOT NULL PRIMARY KEY,
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  who VARCHAR(80) NOT NULL DEFAULT '',
  CONSTRAINT taken_out_photo FOREIGN KEY (photo_id) REFERENCES photo (id)
);

CREATE OR REPLACE TRIGGER photos_are_never_changed BEFORE UPDATE ON photo FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'photographs are append-only';

CREATE OR REPLACE TRIGGER photos_are_never_cut BEFORE DELETE ON photo FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'photographs are append-only';
