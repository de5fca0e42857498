-- What a job is the same by wherever it is carried: a copy that is brought back is known again.
ALTER TABLE job ADD COLUMN IF NOT EXISTS identity CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT (UUID());
ALTER TABLE job ADD UNIQUE KEY IF NOT EXISTS by_identity (identity);
