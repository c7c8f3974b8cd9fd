-- kind and subject_id name the source document's own row (a sale, a slip, …).
CREATE TABLE entry (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  shop_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  kind VARCHAR(30) NOT NULL,
  subject_id BIGINT UNSIGNED NOT NULL,
  reverses_entry_id BIGINT UNSIGNED NULL,
  drawer_session_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  approval_id BIGINT UNSIGNED NULL,
  posted_at DATETIME(3) NOT NULL,
  memo VARCHAR(200) NOT NULL,
  status ENUM('OPEN', 'POSTED') NOT NULL DEFAULT 'OPEN',
  UNIQUE KEY entry_subject (kind, subject_id),
  UNIQUE KEY entry_reverses_once (reverses_entry_id),
  KEY entry_date (date),
  KEY entry_session (drawer_session_id),
  CONSTRAINT entry_approval FOREIGN KEY (approval_id) REFERENCES approval (id),
  CONSTRAINT entry_reverses FOREIGN KEY (reverses_entry_id) REFERENCES entry (id),
  CONSTRAINT entry_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT entry_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- Debits +, credits −. A control account's lines carry the dimension of its sub-ledger. Whose
-- takings a line moves: the day and the pot that took them, and in whose hands they are.
CREATE TABLE entry_line (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  entry_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  account_id INT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  currency CHAR(3) NOT NULL,
  shop_id INT UNSIGNED NOT NULL,
  drawer_id INT UNSIGNED NULL,
  department_id INT UNSIGNED NULL,
  authority_id INT UNSIGNED NULL,
  processor_id INT UNSIGNED NULL,
  bank_account_id INT UNSIGNED NULL,
  charge_account_id INT UNSIGNED NULL,
  salesperson_id INT UNSIGNED NULL,
  takings_day DATE NULL,
  pot VARCHAR(60) NULL,
  holder VARCHAR(30) NULL,
  UNIQUE KEY entry_line_position (entry_id, position),
  KEY entry_line_account (account_id, amount_minor),
  KEY entry_line_amount (amount_minor),
  KEY entry_line_takings (takings_day, pot),
  CONSTRAINT entry_line_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT entry_line_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT entry_line_charge_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT entry_line_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT entry_line_drawer FOREIGN KEY (drawer_id) REFERENCES drawer (id),
  CONSTRAINT entry_line_entry FOREIGN KEY (entry_id) REFERENCES entry (id),
  CONSTRAINT entry_line_of_account FOREIGN KEY (account_id) REFERENCES account (id),
  CONSTRAINT entry_line_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT entry_line_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT entry_line_amount_not_zero CHECK (amount_minor <> 0),
  CONSTRAINT entry_line_tag CHECK (takings_day IS NULL = (pot IS NULL)
    AND pot IS NULL = (holder IS NULL))
);

-- Gapless numbers, each series of its own; taken last in the posting transaction.
CREATE TABLE series (
  code VARCHAR(6) NOT NULL PRIMARY KEY,
  last_number BIGINT UNSIGNED NOT NULL DEFAULT 0
);

-- A document whose entry would have no line has none, and says so: the audit expects none then, and
-- proves by the document's own rows that it moved nothing.
CREATE TABLE document (
  kind VARCHAR(30) NOT NULL,
  subject_id BIGINT UNSIGNED NOT NULL,
  series VARCHAR(6) NOT NULL,
  number BIGINT UNSIGNED NOT NULL,
  entry_id BIGINT UNSIGNED NULL UNIQUE,
  without_effect BOOLEAN NOT NULL DEFAULT FALSE,
  PRIMARY KEY (kind, subject_id),
  UNIQUE KEY document_number (series, number),
  CONSTRAINT document_entry FOREIGN KEY (entry_id) REFERENCES entry (id),
  CONSTRAINT document_series FOREIGN KEY (series) REFERENCES series (code),
  CONSTRAINT document_effect CHECK (without_effect = (entry_id IS NULL))
);
