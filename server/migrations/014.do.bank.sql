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
  CONSTRAINT statement_line_bank_account FOREIGN KEY (bank_account_id)
    REFERENCES bank_account (id),
  CONSTRAINT statement_line_statement FOREIGN KEY (statement_id) REFERENCES statement (id),
  CONSTRAINT statement_line_match FOREIGN KEY (match_group_id) REFERENCES match_group (id)
);

CREATE TABLE match_member (
  match_group_id BIGINT UNSIGNED NOT NULL,
  kind ENUM('slip', 'settlement', 'line') NOT NULL,
  member_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (match_group_id, kind, member_id),
  KEY match_member_of (kind, member_id),
  CONSTRAINT match_member_group FOREIGN KEY (match_group_id) REFERENCES match_group (id)
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

-- The groups whose settling left this one without a rival: undoing one undoes this one too.
CREATE TABLE match_lean (
  match_group_id BIGINT UNSIGNED NOT NULL,
  leans_on_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (match_group_id, leans_on_id),
  CONSTRAINT match_lean_group FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT match_lean_on FOREIGN KEY (leans_on_id) REFERENCES match_group (id)
);

CREATE TABLE match_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  match_group_id BIGINT UNSIGNED NOT NULL UNIQUE,
  user_id INT UNSIGNED NOT NULL,
  undone_at DATETIME(3) NOT NULL,
  CONSTRAINT match_undo_group FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT match_undo_user FOREIGN KEY (user_id) REFERENCES user (id)
);
