-- An entry has no takings day of its own: its lines say whose takings they move.
DROP TRIGGER entry_update;
ALTER TABLE entry DROP COLUMN takings_day;
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
  IF NEW.kind NOT IN ('sale', 'saleVoid', 'opening') THEN
    SELECT COUNT(*) INTO off_takings FROM (
      SELECT takings_day FROM entry_line WHERE entry_id = NEW.id AND pot IS NOT NULL
      GROUP BY takings_day, pot HAVING SUM(amount_minor) <> 0
    ) AS off;
    IF off_takings > 0 THEN
      SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: a day''s takings do not add up to zero';
    END IF;
  END IF;
END;

-- Kept of sealed entries, like the balances of accounts: where a day's takings went, by the date
-- of the entry, so that it can be told as of any date.
CREATE TABLE takings_balance (
  takings_day DATE NOT NULL,
  pot VARCHAR(60) NOT NULL,
  account_id INT UNSIGNED NOT NULL,
  holder VARCHAR(30) NOT NULL,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (takings_day, pot, account_id, holder, date),
  CONSTRAINT takings_balance_account FOREIGN KEY (account_id) REFERENCES account (id)
);
-- What is in somebody's hands as of the last seal; what came to nothing is not kept.
CREATE TABLE takings_held (
  account_id INT UNSIGNED NOT NULL,
  holder VARCHAR(30) NOT NULL,
  takings_day DATE NOT NULL,
  pot VARCHAR(60) NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (account_id, holder, takings_day, pot),
  CONSTRAINT takings_held_account FOREIGN KEY (account_id) REFERENCES account (id)
);
-- As of which date a batch counts as closed: that of the count or settlement which closed it, or of an
-- earlier settlement whose file came later.
ALTER TABLE batch ADD closed_on DATE NULL AFTER closed_at, ADD KEY batch_closed_on (closed_on);
