-- Tax paid to its authority, or given back by it: what was owed, less the tax on purchases and what was taken off for paying
-- in time, with what was charged for paying late. paid_minor: what the bank pays; below zero it comes in.
CREATE TABLE tax_payment (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  authority_id INT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  payable_minor BIGINT NOT NULL,
  input_tax_minor BIGINT NOT NULL,
  discount_minor BIGINT NOT NULL,
  penalty_minor BIGINT NOT NULL,
  paid_minor BIGINT NOT NULL,
  words VARCHAR(200) NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  match_group_id BIGINT UNSIGNED NULL,
  KEY tax_payment_open (bank_account_id, match_group_id),
  KEY tax_payment_date (date),
  CONSTRAINT tax_payment_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT tax_payment_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT tax_payment_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT tax_payment_adds_up CHECK (
    paid_minor <> 0 AND paid_minor = payable_minor - input_tax_minor - discount_minor + penalty_minor
    AND payable_minor >= 0 AND input_tax_minor >= 0 AND discount_minor >= 0 AND penalty_minor >= 0
  )
);
CREATE TABLE tax_payment_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  tax_payment_id BIGINT UNSIGNED NOT NULL UNIQUE,
  date DATE NOT NULL,
  CONSTRAINT tax_payment_undo_of FOREIGN KEY (tax_payment_id) REFERENCES tax_payment (id)
);
