-- Money that no ticket brought comes in like a sale's: it has no day yet that it could be zero by.
DROP TRIGGER entry_update;

-- What only moves takings is zero by day and pot, or it can't be posted: no cent changes its day.
CREATE TRIGGER entry_update BEFORE UPDATE ON entry FOR EACH ROW
BEGIN
  DECLARE line_count INT;
  DECLARE off_currencies INT;
  DECLARE off_takings INT;
  IF OLD.status <> 'OPEN' OR NEW.status <> 'POSTED' THEN
    SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: only OPEN to POSTED is allowed';
  END IF;
  IF NOT (NEW.id = OLD.id AND NEW.shop_id = OLD.shop_id AND NEW.date = OLD.date
    AND NEW.kind = OLD.kind
    AND NEW.subject_id = OLD.subject_id
    AND NEW.reverses_entry_id <=> OLD.reverses_entry_id
    AND NEW.drawer_session_id <=> OLD.drawer_session_id
    AND NEW.user_id = OLD.user_id AND NEW.approval_id <=> OLD.approval_id
    AND NEW.posted_at = OLD.posted_at AND NEW.memo = OLD.memo) THEN
    SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: an entry is never changed';
  END IF;
  SELECT COUNT(*) INTO line_count FROM entry_line WHERE entry_id = NEW.id;
  IF line_count < 2 THEN
    SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: an entry needs two lines';
  END IF;
  SELECT COUNT(*) INTO off_currencies FROM (
    SELECT currency FROM entry_line WHERE entry_id = NEW.id
    GROUP BY currency HAVING SUM(amount_minor) <> 0
  ) AS off;
  IF off_currencies > 0 THEN
    SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: the lines do not add up to zero';
  END IF;
  IF NEW.kind NOT IN ('sale', 'saleVoid', 'opening', 'moneyIn', 'moneyInUndo') THEN
    SELECT COUNT(*) INTO off_takings FROM (
      SELECT takings_day FROM entry_line WHERE entry_id = NEW.id AND pot IS NOT NULL
      GROUP BY takings_day, pot HAVING SUM(amount_minor) <> 0
    ) AS off;
    IF off_takings > 0 THEN
      SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: a day''s takings do not add up to zero';
    END IF;
  END IF;
END;
