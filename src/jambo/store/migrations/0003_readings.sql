-- Readings are only ever added: a correction names the one it corrects, and one without a document withdraws it.
CREATE TABLE IF NOT EXISTS reading (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  opening_id BIGINT NOT NULL,
  place VARCHAR(40) NOT NULL,
  doc JSON NULL,
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  who VARCHAR(80) NOT NULL DEFAULT '',
  instrument VARCHAR(80) NOT NULL DEFAULT '',
  corrects BIGINT NULL,
  CONSTRAINT reading_of_opening FOREIGN KEY (opening_id) REFERENCES opening (id),
  CONSTRAINT reading_corrected FOREIGN KEY (corrects) REFERENCES reading (id),
  CONSTRAINT corrected_once UNIQUE (corrects),
  KEY readings_of (opening_id, id)
);

CREATE OR REPLACE TRIGGER readings_are_never_changed BEFORE UPDATE ON reading FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'readings are append-only';

CREATE OR REPLACE TRIGGER readings_are_never_cut BEFORE DELETE ON reading FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'readings are append-only';
