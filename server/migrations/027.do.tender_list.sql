-- What the shop decides of each tender. account_role: where an 'other' tender is debited.
-- is_debit: a card that may bring cash back. A tender's kind, scheme and account never change:
-- what was taken by it is read through it.
ALTER TABLE tender
  MODIFY kind ENUM('cash', 'card', 'storeCredit', 'cheque', 'other') NOT NULL,
  MODIFY shortcut VARCHAR(1) NOT NULL,
  ADD account_role VARCHAR(30) NULL,
  ADD is_debit BOOLEAN NOT NULL DEFAULT FALSE,
  ADD asks_last_four BOOLEAN NOT NULL DEFAULT TRUE,
  ADD asks_reference BOOLEAN NOT NULL DEFAULT TRUE,
  ADD opens_drawer BOOLEAN NOT NULL DEFAULT FALSE,
  ADD icon VARCHAR(30) NOT NULL DEFAULT '',
  ADD CONSTRAINT tender_other CHECK ((kind = 'other') = (account_role IS NOT NULL)),
  ADD CONSTRAINT tender_account FOREIGN KEY (account_role) REFERENCES account (role);

UPDATE tender SET opens_drawer = TRUE WHERE kind = 'cash';
