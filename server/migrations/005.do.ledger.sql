CREATE TABLE account (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  role VARCHAR(30) NOT NULL UNIQUE,
  number VARCHAR(10) NOT NULL UNIQUE,
  type ENUM('asset', 'liability', 'equity', 'income', 'expense') NOT NULL
);

-- kind and subject_id name the source document's own row (a sale, a slip, …).
CREATE TABLE entry (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  shop_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  takings_day DATE NOT NULL,
  kind VARCHAR(30) NOT NULL,
  subject_id BIGINT UNSIGNED NOT NULL,
  reverses_entry_id BIGINT UNSIGNED NULL,
  drawer_session_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  approval_id BIGINT UNSIGNED NULL,
  posted_at DATETIME(3) NOT NULL,
  memo VARCHAR(200) NOT NULL,
  status ENUM('OPEN', 'POSTED') NOT NULL DEFAULT 'OPEN',
  UNIQUE KEY entry_reverses_once (reverses_entry_id),
  UNIQUE KEY entry_subject (kind, subject_id),
  KEY entry_date (date),
  KEY entry_session (drawer_session_id),
  CONSTRAINT entry_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT entry_reverses FOREIGN KEY (reverses_entry_id) REFERENCES entry (id),
  CONSTRAINT entry_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT entry_approval FOREIGN KEY (approval_id) REFERENCES approval (id)
);

-- Debits +, credits −. A control account's lines carry the dimension of its sub-ledger.
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
  UNIQUE KEY entry_line_position (entry_id, position),
  KEY entry_line_account (account_id, amount_minor),
  KEY entry_line_amount (amount_minor),
  CONSTRAINT entry_line_entry FOREIGN KEY (entry_id) REFERENCES entry (id),
  CONSTRAINT entry_line_of_account FOREIGN KEY (account_id) REFERENCES account (id),
  CONSTRAINT entry_line_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT entry_line_drawer FOREIGN KEY (drawer_id) REFERENCES drawer (id),
  CONSTRAINT entry_line_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT entry_line_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT entry_line_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT entry_line_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT entry_line_amount_not_zero CHECK (amount_minor <> 0)
);

-- Gapless numbers, each series of its own; taken last in the posting transaction.
CREATE TABLE series (
  code VARCHAR(6) NOT NULL PRIMARY KEY,
  last_number BIGINT UNSIGNED NOT NULL DEFAULT 0
);

CREATE TABLE document (
  kind VARCHAR(30) NOT NULL,
  subject_id BIGINT UNSIGNED NOT NULL,
  series VARCHAR(6) NOT NULL,
  number BIGINT UNSIGNED NOT NULL,
  entry_id BIGINT UNSIGNED NULL UNIQUE,
  PRIMARY KEY (kind, subject_id),
  UNIQUE KEY document_number (series, number),
  CONSTRAINT document_series FOREIGN KEY (series) REFERENCES series (code),
  CONSTRAINT document_entry FOREIGN KEY (entry_id) REFERENCES entry (id)
);
