-- What a month of fees is thought to cost before its bill comes: `YYYY-MM`.
CREATE TABLE fee_accrual (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  month CHAR(7) NOT NULL,
  date DATE NOT NULL,
  fees_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  UNIQUE KEY fee_accrual_once (processor_id, month, standing),
  CONSTRAINT fee_accrual_processor FOREIGN KEY (processor_id) REFERENCES processor (id)
);
CREATE TABLE fee_accrual_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  fee_accrual_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT fee_accrual_undo_of FOREIGN KEY (fee_accrual_id) REFERENCES fee_accrual (id)
);

-- What a processor bills for a month, and debits. accrued_minor: what was thought of it before, with
-- accrued_tax_minor of tax, and is cleared by it.
CREATE TABLE fee_bill (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  import_file_id BIGINT UNSIGNED NULL,
  month CHAR(7) NOT NULL,
  reference VARCHAR(40) NOT NULL,
  date DATE NOT NULL,
  due_date DATE NOT NULL,
  fees_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  amount_minor BIGINT NOT NULL,
  accrued_minor BIGINT NOT NULL,
  accrued_tax_minor BIGINT NOT NULL,
  match_group_id BIGINT UNSIGNED NULL,
  standing BOOLEAN DEFAULT TRUE,
  UNIQUE KEY fee_bill_once (processor_id, reference, date, standing),
  KEY fee_bill_month (processor_id, month),
  CONSTRAINT fee_bill_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT fee_bill_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT fee_bill_file FOREIGN KEY (import_file_id) REFERENCES import_file (id),
  CONSTRAINT fee_bill_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT fee_bill_sum CHECK (amount_minor = fees_minor + tax_minor AND amount_minor <> 0),
  CONSTRAINT fee_bill_undone CHECK (standing <> 0 OR match_group_id IS NULL)
);
CREATE TABLE fee_bill_line (
  fee_bill_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  kind ENUM('fee', 'taxOnFees') NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  words VARCHAR(200) NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (fee_bill_id, position),
  CONSTRAINT fee_bill_line_of FOREIGN KEY (fee_bill_id) REFERENCES fee_bill (id)
);
CREATE TABLE fee_bill_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  fee_bill_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT fee_bill_undo_of FOREIGN KEY (fee_bill_id) REFERENCES fee_bill (id)
);
