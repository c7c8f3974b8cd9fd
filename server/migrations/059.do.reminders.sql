-- Reminders in three steps of tone: after how many days overdue, and what the letter says.
CREATE TABLE reminder_step (
  step TINYINT UNSIGNED NOT NULL PRIMARY KEY,
  after_days SMALLINT UNSIGNED NOT NULL,
  subject VARCHAR(120) NOT NULL,
  text VARCHAR(2000) NOT NULL,
  CONSTRAINT reminder_step_three CHECK (step BETWEEN 1 AND 3)
);
INSERT INTO reminder_step (step, after_days, subject, text) VALUES
  (1, 7, 'A friendly reminder from {{shop}}',
   'Good day {{name}},\n\nperhaps it was overlooked: {{overdue}} on your account is due since {{since}}. What it is made of stands below. If your payment is on its way already, please take our thanks for it.\n\nWith kind regards\n{{shop}}'),
  (2, 21, 'Your account at {{shop}} is overdue',
   'Good day {{name}},\n\n{{overdue}} on your account is {{days}} days overdue. Please pay it within seven days, or tell us what holds it up.\n\nWith kind regards\n{{shop}}'),
  (3, 45, 'Last reminder: your account at {{shop}}',
   'Good day {{name}},\n\nin spite of our reminders {{overdue}} on your account is open since {{since}}, {{days}} days past due. Until it is paid nothing more can be charged to the account. Please pay it at once, or call us today.\n\n{{shop}}');

-- A reminder is a statement of what is open with a letter before it. step 0: a statement alone.
ALTER TABLE account_statement
  ADD step TINYINT UNSIGNED NOT NULL DEFAULT 0,
  ADD subject VARCHAR(200) NULL,
  ADD letter VARCHAR(2500) NULL,
  ADD overdue_minor BIGINT NULL,
  DROP KEY account_statement_once,
  ADD UNIQUE KEY account_statement_once (charge_account_id, kind, as_of, from_date, step),
  ADD CONSTRAINT account_statement_letter CHECK ((step = 0) = (letter IS NULL));
