-- A file may tell of several payouts.
ALTER TABLE settlement
  DROP CONSTRAINT settlement_file;
ALTER TABLE settlement
  DROP KEY import_file_id,
  ADD KEY settlement_of_file (import_file_id),
  ADD CONSTRAINT settlement_file FOREIGN KEY (import_file_id) REFERENCES import_file (id);

-- One card as the processor settled it. sale_tender_id: the card of the till that it is.
CREATE TABLE settlement_transaction (
  settlement_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  file_row INT UNSIGNED NOT NULL,
  batch_date DATE NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  card_kind VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  fee_minor BIGINT NOT NULL,
  reference VARCHAR(40) NOT NULL,
  authorisation VARCHAR(40) NOT NULL,
  last_four VARCHAR(4) NOT NULL,
  on_date DATE NULL,
  at_time CHAR(5) NULL,
  sale_tender_id BIGINT UNSIGNED NULL,
  PRIMARY KEY (settlement_id, position),
  KEY settlement_transaction_tender (sale_tender_id),
  KEY settlement_transaction_reference (reference),
  CONSTRAINT settlement_transaction_of FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT settlement_transaction_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id)
);

-- What a settlement has beside its cards. Of a chargeback: the sale that it disputes, where one is
-- found, with the day and scheme whose takings it is.
CREATE TABLE settlement_part (
  settlement_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  kind VARCHAR(20) NOT NULL,
  file_row INT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  reference VARCHAR(40) NOT NULL,
  last_four VARCHAR(4) NOT NULL,
  words VARCHAR(200) NOT NULL,
  sale_tender_id BIGINT UNSIGNED NULL,
  takings_day DATE NULL,
  PRIMARY KEY (settlement_id, position),
  KEY settlement_part_kind (kind),
  CONSTRAINT settlement_part_of FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT settlement_part_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id)
);
