CREATE TABLE seal (
  number BIGINT UNSIGNED NOT NULL PRIMARY KEY,
  entry_id BIGINT UNSIGNED NOT NULL UNIQUE,
  hash CHAR(64) NOT NULL,
  sealed_at DATETIME(3) NOT NULL,
  CONSTRAINT seal_entry FOREIGN KEY (entry_id) REFERENCES entry (id)
);

-- Posted and not yet sealed. Filled and emptied by triggers, so that it follows commits and not the
-- order of ids: the sealer and every report read the tail from here.
CREATE TABLE unsealed (
  entry_id BIGINT UNSIGNED NOT NULL PRIMARY KEY
);

-- Kept balances of sealed entries.
CREATE TABLE balance_month (
  account_id INT UNSIGNED NOT NULL,
  currency CHAR(3) NOT NULL,
  month CHAR(7) NOT NULL,
  debit_minor BIGINT NOT NULL,
  credit_minor BIGINT NOT NULL,
  PRIMARY KEY (account_id, currency, month),
  CONSTRAINT balance_month_account FOREIGN KEY (account_id) REFERENCES account (id)
);

CREATE TABLE balance_day (
  account_id INT UNSIGNED NOT NULL,
  currency CHAR(3) NOT NULL,
  date DATE NOT NULL,
  debit_minor BIGINT NOT NULL,
  credit_minor BIGINT NOT NULL,
  PRIMARY KEY (date, account_id, currency),
  CONSTRAINT balance_day_account FOREIGN KEY (account_id) REFERENCES account (id)
);

-- Kept of sealed entries, like the balances of accounts: where a day's takings went, by the date of
-- the entry, so that it can be told as of any date.
CREATE TABLE takings_balance (
  takings_day DATE NOT NULL,
  pot VARCHAR(60) NOT NULL,
  account_id INT UNSIGNED NOT NULL,
  holder VARCHAR(30) NOT NULL,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (takings_day, pot, account_id, holder, date),
  CONSTRAINT takings_balance_account FOREIGN KEY (account_id) REFERENCES account (id)
);

-- What is in somebody's hands as of the last seal; what came to nothing is not kept.
CREATE TABLE takings_held (
  account_id INT UNSIGNED NOT NULL,
  holder VARCHAR(30) NOT NULL,
  takings_day DATE NOT NULL,
  pot VARCHAR(60) NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (account_id, holder, takings_day, pot),
  CONSTRAINT takings_held_account FOREIGN KEY (account_id) REFERENCES account (id)
);

-- Days of the frame: those of tickets, and those whose takings a line moves.
CREATE TABLE rod (
  date DATE NOT NULL PRIMARY KEY
);
