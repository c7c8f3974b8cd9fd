-- What the shop decides of each tender. account_role: where an 'other' tender is debited. is_debit:
-- a card that may bring cash back. A tender's kind, scheme and account never change: what was taken
-- by it is read through it. A cheque that the shop writes: money given back, on its way until the
-- bank pays it. It belongs to the ticket that gave it; voiding the ticket voids the paper, whose
-- number stays used. On account: the ticket makes a charge. A payment on an account is a ticket
-- whose extra lines name the accounts; what it brings is taken by tenders like any sale's. A bank
-- transfer from a customer: on its way until a statement line shows it. reference: what he wrote on
-- it.
CREATE TABLE tender (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  kind VARCHAR(20) NOT NULL,
  processor_id INT UNSIGNED NULL,
  scheme VARCHAR(40) NULL,
  position INT UNSIGNED NOT NULL,
  shortcut VARCHAR(1) NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  account_role VARCHAR(30) NULL,
  is_debit BOOLEAN NOT NULL DEFAULT FALSE,
  asks_last_four BOOLEAN NOT NULL DEFAULT TRUE,
  asks_reference BOOLEAN NOT NULL DEFAULT TRUE,
  opens_drawer BOOLEAN NOT NULL DEFAULT FALSE,
  icon VARCHAR(30) NOT NULL DEFAULT '',
  CONSTRAINT tender_account FOREIGN KEY (account_role) REFERENCES account (role),
  CONSTRAINT tender_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT tender_scheme CHECK ((processor_id IS NULL) = (scheme IS NULL)),
  CONSTRAINT tender_other CHECK ((kind = 'other') = (account_role IS NOT NULL))
);
