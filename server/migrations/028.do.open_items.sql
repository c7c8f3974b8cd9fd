-- Items that were open in the old books, brought in together on a day.
CREATE TABLE opening_items (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  date DATE NOT NULL,
  name VARCHAR(200) NOT NULL,
  total_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  CONSTRAINT opening_items_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- The items of charge accounts: charges above zero, credits below. left_minor is kept: what no
-- allocation has taken, of the same sign and never beyond the amount. closed_on is the day from
-- which on nothing is left, so that a report at a date reads only what was open then. number is
-- that of its ticket where it has one. Items that eat up a credit: it was paid out, its cheque came
-- back from the bank, or what was written off is owed after all. An item that was posted by mistake
-- is withdrawn by one of the other sign, which is given to it whole: withdraws_id. What was open in
-- the old books keeps the date of its invoice; `date` is the day from which on it counts here, that
-- of its entry.
CREATE TABLE open_item (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  charge_account_id INT UNSIGNED NOT NULL,
  kind ENUM('charge', 'lateCharge', 'chequeFee', 'opening', 'payment', 'creditNote', 'writeOff',
    'openingCredit', 'paidOut', 'returnedCheque', 'writtenBack', 'withdrawn',
    'withdrawnCredit') NOT NULL,
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
  withdraws_id BIGINT UNSIGNED NULL UNIQUE,
  opening_id INT UNSIGNED NULL,
  invoice_date DATE NULL,
  KEY open_item_left (charge_account_id, left_minor),
  KEY open_item_date (charge_account_id, date, id),
  KEY open_item_at (date, closed_on),
  KEY open_item_due (due_date, left_minor),
  KEY open_item_sale (sale_id),
  CONSTRAINT open_item_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT open_item_opening FOREIGN KEY (opening_id) REFERENCES opening_items (id),
  CONSTRAINT open_item_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT open_item_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT open_item_withdraws FOREIGN KEY (withdraws_id) REFERENCES open_item (id),
  CONSTRAINT open_item_amount CHECK (amount_minor <> 0),
  CONSTRAINT open_item_kept CHECK (amount_minor > 0 AND left_minor BETWEEN 0 AND amount_minor
    OR amount_minor < 0 AND left_minor BETWEEN amount_minor AND 0),
  CONSTRAINT open_item_closed CHECK (left_minor = 0 = (closed_on IS NOT NULL)),
  CONSTRAINT open_item_withdrawn CHECK (kind IN ('withdrawn',
    'withdrawnCredit') = (withdraws_id IS NOT NULL)),
  CONSTRAINT open_item_opened CHECK (kind IN ('opening',
    'openingCredit') = (opening_id IS NOT NULL))
);

-- The tax of a charge by authority: its share of what its ticket sold less what it took back.
-- Discounts, write-offs and bad debts take of these.
CREATE TABLE open_item_tax (
  open_item_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (open_item_id, authority_id),
  CONSTRAINT open_item_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT open_item_tax_of FOREIGN KEY (open_item_id) REFERENCES open_item (id)
);
