CREATE TABLE import_file (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  content_hash CHAR(64) NOT NULL UNIQUE,
  kind ENUM('settlement', 'statement') NOT NULL,
  name VARCHAR(200) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  imported_at DATETIME(3) NOT NULL,
  CONSTRAINT import_file_user FOREIGN KEY (user_id) REFERENCES user (id)
);

CREATE TABLE batch (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  batch_date DATE NOT NULL,
  closed_at DATETIME(3) NULL,
  UNIQUE KEY batch_of_day (processor_id, batch_date),
  CONSTRAINT batch_processor FOREIGN KEY (processor_id) REFERENCES processor (id)
);

-- Where a tender belongs: append-only, the last row of a tender counts.
CREATE TABLE batch_member (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_tender_id BIGINT UNSIGNED NOT NULL,
  batch_id BIGINT UNSIGNED NOT NULL,
  since DATETIME(3) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  KEY batch_member_tender (sale_tender_id, id),
  KEY batch_member_batch (batch_id),
  CONSTRAINT batch_member_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT batch_member_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT batch_member_user FOREIGN KEY (user_id) REFERENCES user (id)
);

CREATE TABLE settlement (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  import_file_id BIGINT UNSIGNED NOT NULL UNIQUE,
  reference VARCHAR(40) NOT NULL,
  date DATE NOT NULL,
  due_date DATE NOT NULL,
  gross_minor BIGINT NOT NULL,
  refunds_minor BIGINT NOT NULL,
  fee_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  match_group_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  UNIQUE KEY settlement_reference (processor_id, reference),
  CONSTRAINT settlement_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT settlement_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT settlement_file FOREIGN KEY (import_file_id) REFERENCES import_file (id),
  CONSTRAINT settlement_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT settlement_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT settlement_sum CHECK (net_minor = gross_minor - refunds_minor - fee_minor)
);

-- What the processor said and what the till had, by batch and scheme, as found at import.
CREATE TABLE settlement_scheme (
  settlement_id BIGINT UNSIGNED NOT NULL,
  batch_date DATE NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  batch_id BIGINT UNSIGNED NULL,
  items INT UNSIGNED NOT NULL,
  gross_minor BIGINT NOT NULL,
  refunds_minor BIGINT NOT NULL,
  fee_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  till_minor BIGINT NOT NULL,
  difference_minor BIGINT NOT NULL,
  finding VARCHAR(20) NOT NULL,
  PRIMARY KEY (settlement_id, batch_date, scheme),
  KEY settlement_scheme_batch (batch_id),
  CONSTRAINT settlement_scheme_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT settlement_scheme_batch FOREIGN KEY (batch_id) REFERENCES batch (id)
);

-- Settling is a row: the sum of a batch and scheme, the settlement, the amount.
CREATE TABLE settled (
  settlement_id BIGINT UNSIGNED NOT NULL,
  batch_id BIGINT UNSIGNED NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (settlement_id, batch_id, scheme),
  KEY settled_batch (batch_id, scheme),
  CONSTRAINT settled_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT settled_batch FOREIGN KEY (batch_id) REFERENCES batch (id)
);
