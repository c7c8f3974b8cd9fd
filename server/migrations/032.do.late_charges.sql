-- Late charges of a month: posted together after a person looked at them, one of an account at most
-- that stands (standing: null once it was withdrawn). base_minor: what was late at the month's end.
CREATE TABLE late_charge_run (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  month CHAR(7) NOT NULL,
  date DATE NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  CONSTRAINT late_charge_run_user FOREIGN KEY (user_id) REFERENCES user (id)
);

CREATE TABLE late_charge (
  charge_account_id INT UNSIGNED NOT NULL,
  month CHAR(7) NOT NULL,
  run_id INT UNSIGNED NOT NULL,
  open_item_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
  base_minor BIGINT NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  UNIQUE KEY late_charge_once (charge_account_id, month, standing),
  CONSTRAINT late_charge_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT late_charge_item FOREIGN KEY (open_item_id) REFERENCES open_item (id),
  CONSTRAINT late_charge_of FOREIGN KEY (run_id) REFERENCES late_charge_run (id),
  CONSTRAINT late_charge_base CHECK (base_minor > 0)
);
