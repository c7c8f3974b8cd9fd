-- What the bank itself debited, or gave back, for a card that its holder disputes: beside settlements, as a
-- processor that pays gross does it. amount_minor: of the dispute, above zero taken, below zero given back;
-- fee_minor: what was charged for it in the same line. The bank books minus both.
CREATE TABLE bank_chargeback (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispute_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  fee_minor BIGINT NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  match_group_id BIGINT UNSIGNED NULL,
  KEY bank_chargeback_of (dispute_id),
  KEY bank_chargeback_open (bank_account_id, match_group_id),
  CONSTRAINT bank_chargeback_dispute FOREIGN KEY (dispute_id) REFERENCES dispute (id),
  CONSTRAINT bank_chargeback_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT bank_chargeback_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT bank_chargeback_some CHECK (amount_minor + fee_minor <> 0 AND fee_minor >= 0)
);
CREATE TABLE bank_chargeback_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_chargeback_id BIGINT UNSIGNED NOT NULL UNIQUE,
  date DATE NOT NULL,
  CONSTRAINT bank_chargeback_undo_of FOREIGN KEY (bank_chargeback_id) REFERENCES bank_chargeback (id)
);
-- One that the bank told of is of no settlement.
ALTER TABLE dispute
  MODIFY settlement_id BIGINT UNSIGNED NULL,
  MODIFY position INT UNSIGNED NULL;
