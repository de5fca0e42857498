-- Finding across all jobs: an opening by its mark and room, and by what is said of its (first) leaf's width and height; a person by who wrote.
ALTER TABLE opening ADD COLUMN IF NOT EXISTS leaf VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin
  AS (LEFT(CONCAT('[', COALESCE(JSON_EXTRACT(doc, '$.door.leaves[0].width'), 'null'), ',', COALESCE(JSON_EXTRACT(doc, '$.door.leaves[0].height'), 'null'), ']'), 200)) VIRTUAL;
ALTER TABLE opening ADD KEY IF NOT EXISTS by_name (mark, room, job_id, removed_at), ADD KEY IF NOT EXISTS by_leaf (leaf);
ALTER TABLE log ADD KEY IF NOT EXISTS by_who (who, job_id);
-- The content of a version may be let go, and nothing else of it: that there was one, when, by whom and from which stays.
CREATE OR REPLACE TRIGGER versions_are_never_changed BEFORE UPDATE ON opening_version FOR EACH ROW
  IF NOT (NEW.doc = 'null' AND NEW.opening_id = OLD.opening_id AND NEW.version = OLD.version AND NEW.parent <=> OLD.parent AND NEW.content_of <=> OLD.content_of AND NEW.who = OLD.who AND NEW.at = OLD.at) THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'versions are append-only'; END IF;
