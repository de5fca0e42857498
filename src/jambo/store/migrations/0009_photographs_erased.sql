-- A photograph can be erased: its bytes go, its line stays. Nothing else of it is ever changed.
CREATE OR REPLACE TRIGGER photos_are_never_changed BEFORE UPDATE ON photo FOR EACH ROW
  IF NOT (NEW.picture = '' AND NEW.small = '' AND NEW.id = OLD.id AND NEW.job_id = OLD.job_id AND NEW.at = OLD.at AND NEW.who = OLD.who AND NEW.media = OLD.media AND NEW.opening_id <=> OLD.opening_id AND NEW.reading_id <=> OLD.reading_id AND NEW.step <=> OLD.step AND NEW.line_id <=> OLD.line_id AND NEW.once <=> OLD.once) THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'photographs are append-only'; END IF;
