-- The items of charge accounts: charges above zero, credits below. left_minor is kept: what no
-- allocation has taken, of the same sign and never beyond the amount. closed_on is the day from
-- which on nothing is left, so that a report at a date reads only what was open then. number is that
-- of its ticket where it has one.
CREATE TABLE open_item (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  charge_account_id INT UNSIGNED NOT NULL,
  kind ENUM('charge', 'lateCharge', 'chequeFee', 'opening', 'payment', 'creditNote', 'writeOff',
    'openingCredit') NOT NULL,
  number VARCHAR(30) NULL,
  date DATE NOT NULL,
  due_date DATE NULL,
  discount_date DATE NULL,
  discount_minor BIGINT NOT NULL DEFAULT 0,
  discount_tax_minor BIGINT NOT NULL DEFAULT 0,
  amount_minor BIGINT NOT NULL,
  left_minor BIGINT NOT NULL,
  closed_on DATE NULL,
  sale_id BIGINT UNSIGNED NULL,
  sale_tender_id BIGINT UNSIGNED NULL,
  buyer VARCHAR(80) NOT NULL DEFAULT '',
  reference VARCHAR(40) NOT NULL DEFAULT '',
  voided BOOLEAN NOT NULL DEFAULT FALSE,
  KEY open_item_left (charge_account_id, left_minor),
  KEY open_item_date (charge_account_id, date, id),
  KEY open_item_at (date, closed_on),
  KEY open_item_due (due_date, left_minor),
  KEY open_item_sale (sale_id),
  CONSTRAINT open_item_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT open_item_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT open_item_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT open_item_amount CHECK (amount_minor <> 0),
  CONSTRAINT open_item_kept CHECK (
    (amount_minor > 0 AND left_minor BETWEEN 0 AND amount_minor)
    OR (amount_minor < 0 AND left_minor BETWEEN amount_minor AND 0)),
  CONSTRAINT open_item_closed CHECK ((left_minor = 0) = (closed_on IS NOT NULL))
);

-- A part of a credit given to a charge of the same account on a business date, with the discount
-- granted beside it. What undoes one is a row of its own, with amounts below zero. first_id: the first
-- of those that were made together, by which their document names them; null for that one itself.
CREATE TABLE allocation (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  credit_item_id BIGINT UNSIGNED NOT NULL,
  charge_item_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  discount_minor BIGINT NOT NULL DEFAULT 0,
  late_discount BOOLEAN NOT NULL DEFAULT FALSE,
  date DATE NOT NULL,
  reason VARCHAR(200) NOT NULL DEFAULT '',
  sale_id BIGINT UNSIGNED NULL,
  undoes_id BIGINT UNSIGNED NULL UNIQUE,
  first_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  KEY allocation_credit (credit_item_id),
  KEY allocation_charge (charge_item_id),
  KEY allocation_ticket (sale_id),
  CONSTRAINT allocation_of_credit FOREIGN KEY (credit_item_id) REFERENCES open_item (id),
  CONSTRAINT allocation_of_charge FOREIGN KEY (charge_item_id) REFERENCES open_item (id),
  CONSTRAINT allocation_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT allocation_undoes FOREIGN KEY (undoes_id) REFERENCES allocation (id),
  CONSTRAINT allocation_first FOREIGN KEY (first_id) REFERENCES allocation (id),
  CONSTRAINT allocation_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT allocation_sign CHECK ((undoes_id IS NULL) = (amount_minor > 0))
);

-- The tax that a granted discount lowered, by authority; below zero where it was undone.
CREATE TABLE allocation_tax (
  allocation_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (allocation_id, authority_id),
  CONSTRAINT allocation_tax_of FOREIGN KEY (allocation_id) REFERENCES allocation (id),
  CONSTRAINT allocation_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);
