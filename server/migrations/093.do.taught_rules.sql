-- What a person taught of lines that match nothing expected: words of their text, direction and amount, and what they are. A rule is
-- never changed: one that replaces it takes its place, and it may be put back.
CREATE TABLE taught_rule (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  position INT NOT NULL,
  pattern VARCHAR(100) NOT NULL,
  money ENUM('in', 'out') NOT NULL,
  from_minor BIGINT NULL,
  to_minor BIGINT NULL,
  bank_account_id INT UNSIGNED NULL,
  answer JSON NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  standing BOOLEAN NULL DEFAULT TRUE,
  CONSTRAINT taught_rule_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT taught_rule_user FOREIGN KEY (user_id) REFERENCES user (id)
);
-- Lines that were recorded as a rule says, with what was recorded of them.
CREATE TABLE taught_use (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  taught_rule_id INT UNSIGNED NOT NULL,
  statement_line_id BIGINT UNSIGNED NOT NULL,
  movement_kind VARCHAR(20) NOT NULL,
  movement_id BIGINT UNSIGNED NOT NULL,
  KEY taught_use_line (statement_line_id),
  UNIQUE KEY taught_use_movement (movement_kind, movement_id),
  CONSTRAINT taught_use_rule FOREIGN KEY (taught_rule_id) REFERENCES taught_rule (id),
  CONSTRAINT taught_use_of_line FOREIGN KEY (statement_line_id) REFERENCES statement_line (id)
);
