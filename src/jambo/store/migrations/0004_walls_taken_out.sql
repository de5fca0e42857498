-- A wall can be taken out of its job, as an opening can; nothing of it is deleted.
ALTER TABLE wall ADD COLUMN IF NOT EXISTS removed_at DATETIME(6) NULL;
