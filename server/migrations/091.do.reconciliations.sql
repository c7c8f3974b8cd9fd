-- A statement that was finished up to a day: both sides as they were then, frozen in words and figures. Its lines are locked.
CREATE TABLE reconciliation (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  as_of DATE NOT NULL,
  statement_minor BIGINT NOT NULL,
  content MEDIUMTEXT NOT NULL,
  hash CHAR(64) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  finished_at DATETIME(3) NOT NULL,
  standing BOOLEAN NULL DEFAULT TRUE,
  UNIQUE KEY reconciliation_once (bank_account_id, as_of, standing),
  CONSTRAINT reconciliation_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT reconciliation_user FOREIGN KEY (user_id) REFERENCES user (id)
);
CREATE TABLE reconciliation_reopen (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  reconciliation_id BIGINT UNSIGNED NOT NULL UNIQUE,
  user_id INT UNSIGNED NOT NULL,
  reopened_at DATETIME(3) NOT NULL,
  reason VARCHAR(200) NOT NULL,
  CONSTRAINT reconciliation_reopen_of FOREIGN KEY (reconciliation_id) REFERENCES reconciliation (id),
  CONSTRAINT reconciliation_reopen_user FOREIGN KEY (user_id) REFERENCES user (id)
);
