-- Charge accounts. The holder is a customer. A branch has a parent that pays for it: the branch has
-- its own limit, the parent one for itself and one for the whole group. balance_minor is kept: open
-- charges less open credits. turn: the payer's row, then the branch's, is updated before anything
-- is decided that competes for the limit; version guards the form.
CREATE TABLE charge_account (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  customer_id INT UNSIGNED NOT NULL UNIQUE,
  parent_id INT UNSIGNED NULL,
  limit_minor BIGINT NULL,
  group_limit_minor BIGINT NULL,
  net_days SMALLINT UNSIGNED NOT NULL,
  end_of_month BOOLEAN NOT NULL DEFAULT FALSE,
  discount_percent DECIMAL(5, 3) NOT NULL DEFAULT 0,
  discount_days SMALLINT UNSIGNED NOT NULL DEFAULT 0,
  grace_days SMALLINT UNSIGNED NULL,
  statement_day TINYINT UNSIGNED NOT NULL DEFAULT 1,
  buyers_only BOOLEAN NOT NULL DEFAULT FALSE,
  department_id INT UNSIGNED NULL,
  note VARCHAR(300) NOT NULL DEFAULT '',
  hold_reason VARCHAR(200) NULL,
  balance_minor BIGINT NOT NULL DEFAULT 0,
  opened_on DATE NOT NULL,
  opened_by INT UNSIGNED NOT NULL,
  opened_at DATETIME(3) NOT NULL,
  opened_approval_id BIGINT UNSIGNED NOT NULL,
  closed_on DATE NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  turn INT UNSIGNED NOT NULL DEFAULT 0,
  KEY charge_account_parent (parent_id),
  CONSTRAINT charge_account_approval FOREIGN KEY (opened_approval_id) REFERENCES approval (id),
  CONSTRAINT charge_account_customer FOREIGN KEY (customer_id) REFERENCES customer (id),
  CONSTRAINT charge_account_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT charge_account_of FOREIGN KEY (parent_id) REFERENCES charge_account (id),
  CONSTRAINT charge_account_opener FOREIGN KEY (opened_by) REFERENCES user (id),
  CONSTRAINT charge_account_limit CHECK (limit_minor >= 0 AND group_limit_minor >= 0),
  CONSTRAINT charge_account_statement CHECK (statement_day BETWEEN 1 AND 28)
);

-- Who may buy on an account.
CREATE TABLE charge_account_buyer (
  charge_account_id INT UNSIGNED NOT NULL,
  name VARCHAR(80) NOT NULL,
  PRIMARY KEY (charge_account_id, name),
  CONSTRAINT charge_account_buyer_of FOREIGN KEY (charge_account_id) REFERENCES charge_account (id)
);

-- What was changed of an account, with the old value and who approved it.
CREATE TABLE charge_account_change (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  charge_account_id INT UNSIGNED NOT NULL,
  field VARCHAR(20) NOT NULL,
  value_before VARCHAR(400) NOT NULL,
  value_after VARCHAR(400) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  approval_id BIGINT UNSIGNED NULL,
  changed_at DATETIME(3) NOT NULL,
  KEY charge_account_change_of (charge_account_id, id),
  CONSTRAINT charge_account_change_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT charge_account_change_approval FOREIGN KEY (approval_id) REFERENCES approval (id),
  CONSTRAINT charge_account_change_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- What the shop decides of all its charge accounts. Whether the tax in what is written off is owed
-- no more.
CREATE TABLE account_rule (
  id TINYINT UNSIGNED NOT NULL DEFAULT 1 PRIMARY KEY,
  grace_days SMALLINT UNSIGNED NOT NULL DEFAULT 7,
  discount_base ENUM('gross', 'net') NOT NULL DEFAULT 'gross',
  part_earns BOOLEAN NOT NULL DEFAULT FALSE,
  discount_adjusts_tax BOOLEAN NOT NULL DEFAULT TRUE,
  late_percent DECIMAL(5, 3) NOT NULL DEFAULT 1.500,
  late_grace_days SMALLINT UNSIGNED NOT NULL DEFAULT 10,
  late_minimum_minor BIGINT NOT NULL DEFAULT 0,
  cheque_fee_minor BIGINT NOT NULL DEFAULT 0,
  clerk_write_off_minor BIGINT NOT NULL DEFAULT 0,
  bookkeeper_write_off_minor BIGINT NOT NULL DEFAULT 500,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  write_off_adjusts_tax BOOLEAN NOT NULL DEFAULT FALSE,
  CONSTRAINT account_rule_one CHECK (id = 1)
);
