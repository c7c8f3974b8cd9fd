-- The parent is read under a share lock, so that a line can't slip in while it is being posted.
CREATE TRIGGER entry_line_insert BEFORE INSERT ON entry_line FOR EACH ROW
BEGIN
  DECLARE parent_status VARCHAR(10);
  SELECT status INTO parent_status FROM entry WHERE id = NEW.entry_id LOCK IN SHARE MODE;
  IF parent_status IS NULL OR parent_status <> 'OPEN' THEN
    SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: lines are only taken while OPEN';
  END IF;
END;

CREATE TRIGGER entry_line_update BEFORE UPDATE ON entry_line FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: a line is never changed';

CREATE TRIGGER entry_line_delete BEFORE DELETE ON entry_line FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: a line is never deleted';
