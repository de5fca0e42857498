-- A calendar's address is found by the digest of its key; the key itself is kept to be shown, and stands in no backup.
ALTER TABLE feed ADD COLUMN IF NOT EXISTS digest CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL, MODIFY secret CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NULL;
UPDATE feed SET digest = SHA2(secret, 256) WHERE digest IS NULL;
ALTER TABLE feed ADD UNIQUE KEY IF NOT EXISTS by_digest (digest), DROP KEY IF EXISTS by_secret;
