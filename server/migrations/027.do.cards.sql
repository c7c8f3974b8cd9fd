-- Whether settlements settled all that the till has of a batch, by each scheme: kept at each
-- settlement and its undoing, so that the list of what is open reads only that. As of which date a
-- batch counts as closed: that of the count or settlement which closed it, or of an earlier
-- settlement whose file came later.
CREATE TABLE batch (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  batch_date DATE NOT NULL,
  closed_at DATETIME(3) NULL,
  closed_on DATE NULL,
  settled_whole BOOLEAN NOT NULL DEFAULT FALSE,
  UNIQUE KEY batch_of_day (processor_id, batch_date),
  KEY batch_open (settled_whole, batch_date),
  KEY batch_closed_on (closed_on),
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
  CONSTRAINT batch_member_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT batch_member_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
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
  standing BOOLEAN DEFAULT TRUE,
  to_bank_minor BIGINT NOT NULL DEFAULT 0,
  carried_minor BIGINT NOT NULL DEFAULT 0,
  cleared_by_id BIGINT UNSIGNED NULL,
  UNIQUE KEY settlement_once (processor_id, reference, date, standing),
  CONSTRAINT settlement_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT settlement_cleared_by FOREIGN KEY (cleared_by_id) REFERENCES settlement (id),
  CONSTRAINT settlement_file FOREIGN KEY (import_file_id) REFERENCES import_file (id),
  CONSTRAINT settlement_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT settlement_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT settlement_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT settlement_sum CHECK (net_minor = gross_minor - refunds_minor - fee_minor),
  CONSTRAINT settlement_parts CHECK (net_minor = to_bank_minor + carried_minor
    AND to_bank_minor >= 0),
  CONSTRAINT settlement_undone CHECK (standing <> 0 OR match_group_id IS NULL)
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
  CONSTRAINT settlement_scheme_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT settlement_scheme_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id)
);

-- Settling is a row: the sum of a batch and scheme, the settlement, the amount.
CREATE TABLE settled (
  settlement_id BIGINT UNSIGNED NOT NULL,
  batch_id BIGINT UNSIGNED NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (settlement_id, batch_id, scheme),
  KEY settled_batch (batch_id, scheme),
  CONSTRAINT settled_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT settled_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id)
);

CREATE TABLE settlement_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  settlement_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT settlement_undo_of FOREIGN KEY (settlement_id) REFERENCES settlement (id)
);

-- What no settlement will settle of a batch and scheme, or settled beyond the till, as a person
-- decided it. amount_minor: what it takes off the clearing, signed.
CREATE TABLE batch_difference (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  batch_id BIGINT UNSIGNED NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  KEY batch_difference_of (batch_id, scheme),
  CONSTRAINT batch_difference_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT batch_difference_some CHECK (amount_minor <> 0)
);

CREATE TABLE batch_difference_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  batch_difference_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT batch_difference_undo_of FOREIGN KEY (batch_difference_id) REFERENCES batch_difference (id)
);

-- Of which days a settlement, or what a person decided of a batch, cleared the cards: one that
-- stands no more has cleared nothing.
CREATE TABLE cleared_part (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  settlement_id BIGINT UNSIGNED NULL,
  batch_difference_id BIGINT UNSIGNED NULL,
  batch_id BIGINT UNSIGNED NULL,
  scheme VARCHAR(40) NOT NULL,
  takings_day DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  KEY cleared_part_of (batch_id, scheme),
  CONSTRAINT cleared_part_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT cleared_part_difference FOREIGN KEY (batch_difference_id) REFERENCES batch_difference (id),
  CONSTRAINT cleared_part_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT cleared_part_by CHECK (settlement_id IS NULL <> (batch_difference_id IS NULL))
);

-- Only the last membership of a tender counts: this view is how every statement asks.
CREATE SQL SECURITY INVOKER VIEW batch_now AS
SELECT m.sale_tender_id, m.batch_id
FROM batch_member m
WHERE NOT EXISTS (
  SELECT 1 FROM batch_member later
  WHERE later.sale_tender_id = m.sale_tender_id AND later.id > m.id);

CREATE SQL SECURITY INVOKER VIEW settled_now AS
SELECT x.settlement_id, x.batch_id, x.scheme, x.amount_minor
FROM settled x JOIN settlement g ON g.id = x.settlement_id
WHERE g.standing;
