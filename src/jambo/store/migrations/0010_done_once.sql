-- What was asked under a name of its own is done once, however often it arrives; its answer is given again.
CREATE TABLE IF NOT EXISTS once (
  name CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  asked VARCHAR(300) NOT NULL,
  at DATETIME(6) NOT NULL DEFAULT UTC_TIMESTAMP(6),
  status SMALLINT NULL,
  answer LONGTEXT NULL,
  KEY by_age (at)
);
