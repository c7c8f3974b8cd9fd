-- A settlement is undone until it is matched, and its file may come again then. What the processor
-- carries of a negative net goes to its balance; the next settlement clears that first.
-- cleared_by_id: the one that did.
CREATE TABLE import_file (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  content_hash CHAR(64) NOT NULL,
  kind ENUM('settlement', 'statement') NOT NULL,
  name VARCHAR(200) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  imported_at DATETIME(3) NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  UNIQUE KEY import_file_once (content_hash, standing),
  CONSTRAINT import_file_user FOREIGN KEY (user_id) REFERENCES user (id)
);

CREATE TABLE statement (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  import_file_id BIGINT UNSIGNED NOT NULL,
  format VARCHAR(12) NOT NULL,
  from_date DATE NOT NULL,
  to_date DATE NOT NULL,
  opening_minor BIGINT NOT NULL,
  closing_minor BIGINT NOT NULL,
  CONSTRAINT statement_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT statement_file FOREIGN KEY (import_file_id) REFERENCES import_file (id),
  CONSTRAINT statement_period CHECK (from_date <= to_date)
);

-- What the bank held before the first statement here; an earlier statement adds a row.
CREATE TABLE bank_opening (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  statement_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  CONSTRAINT bank_opening_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT bank_opening_statement FOREIGN KEY (statement_id) REFERENCES statement (id)
);

CREATE TABLE statement_line (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  statement_id BIGINT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  value_date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  text VARCHAR(500) NOT NULL,
  reference_list JSON NOT NULL,
  bank_id VARCHAR(80) NULL,
  bank_code VARCHAR(40) NOT NULL,
  identity CHAR(64) NOT NULL,
  match_group_id BIGINT UNSIGNED NULL,
  UNIQUE KEY statement_line_identity (bank_account_id, identity),
  KEY statement_line_date (bank_account_id, date),
  KEY statement_line_open (match_group_id),
  CONSTRAINT statement_line_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT statement_line_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT statement_line_statement FOREIGN KEY (statement_id) REFERENCES statement (id)
);
