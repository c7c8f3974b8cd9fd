-- Reminders in three steps of tone: after how many days overdue, and what the letter says.
CREATE TABLE reminder_step (
  step TINYINT UNSIGNED NOT NULL PRIMARY KEY,
  after_days SMALLINT UNSIGNED NOT NULL,
  subject VARCHAR(120) NOT NULL,
  text VARCHAR(2000) NOT NULL,
  CONSTRAINT reminder_step_three CHECK (step BETWEEN 1 AND 3)
);

-- Statements of account as they were made: their words and figures are kept, so that one sent again
-- is the same, whatever was posted or back-dated meanwhile. A reminder is a statement of what is
-- open with a letter before it. step 0: a statement alone.
CREATE TABLE account_statement (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  charge_account_id INT UNSIGNED NOT NULL,
  kind ENUM('openItem', 'balanceForward') NOT NULL,
  from_date DATE NOT NULL,
  as_of DATE NOT NULL,
  balance_minor BIGINT NOT NULL,
  content JSON NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  step TINYINT UNSIGNED NOT NULL DEFAULT 0,
  subject VARCHAR(200) NULL,
  letter VARCHAR(2500) NULL,
  overdue_minor BIGINT NULL,
  UNIQUE KEY account_statement_once (charge_account_id, kind, as_of, from_date, step),
  CONSTRAINT account_statement_of FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT account_statement_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT account_statement_letter CHECK (step = 0 = (letter IS NULL))
);

-- What went to whom, when, how.
CREATE TABLE account_statement_issue (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  account_statement_id BIGINT UNSIGNED NOT NULL,
  how ENUM('mail', 'print') NOT NULL,
  sent_to VARCHAR(120) NULL,
  user_id INT UNSIGNED NOT NULL,
  issued_at DATETIME(3) NOT NULL,
  KEY account_statement_issue_of (account_statement_id),
  CONSTRAINT account_statement_issue_statement FOREIGN KEY (account_statement_id) REFERENCES account_statement (id),
  CONSTRAINT account_statement_issue_user FOREIGN KEY (user_id) REFERENCES user (id)
);
