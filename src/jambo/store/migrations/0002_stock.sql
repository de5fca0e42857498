-- The crew's stock book: sizes, kits and hardware they buy, each with the sheet its figures were taken from.
CREATE TABLE IF NOT EXISTS stock (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  version INT NOT NULL DEFAULT 1,
  kind VARCHAR(20) NOT NULL,
  doc JSON NOT NULL,
  removed_at DATETIME(6) NULL,
  KEY by_kind (kind, id)
);
