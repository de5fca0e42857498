-- Whose turn it is at what one changes at a time, written where the servers of a cluster share a database: a lock holds on one of them alone.
CREATE TABLE IF NOT EXISTS turn (
  what VARCHAR(60) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  taken BIGINT UNSIGNED NOT NULL
);
