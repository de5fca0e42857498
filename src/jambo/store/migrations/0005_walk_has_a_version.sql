-- The walking order has a version of its own: a new order is based on the one that was seen.
ALTER TABLE job ADD COLUMN IF NOT EXISTS walk_version INT NOT NULL DEFAULT 1;
