-- What a processor took back since its holder disputes a card, from the part of the settlement that told
-- of it; below zero: what came back for no dispute that is known. won_minor and lost_minor are kept as
-- parts of settlements and `dispute_lost` say; sale_tender_id: the card that is disputed.
CREATE TABLE dispute (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  settlement_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  reference VARCHAR(40) NOT NULL,
  last_four VARCHAR(4) NOT NULL,
  sale_tender_id BIGINT UNSIGNED NULL,
  amount_minor BIGINT NOT NULL,
  won_minor BIGINT NOT NULL DEFAULT 0,
  lost_minor BIGINT NOT NULL DEFAULT 0,
  received_on DATE NOT NULL,
  evidence_due DATE NULL,
  sent_on DATE NULL,
  standing BOOLEAN DEFAULT TRUE,
  UNIQUE KEY dispute_of_part (settlement_id, position),
  KEY dispute_open (standing, processor_id),
  CONSTRAINT dispute_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT dispute_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT dispute_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT dispute_some CHECK (amount_minor <> 0)
);

-- Of which dispute a part is: it told of it, gave something of it back, or is a fee for it.
ALTER TABLE settlement_part
  ADD COLUMN dispute_id BIGINT UNSIGNED NULL,
  ADD KEY settlement_part_dispute (dispute_id),
  ADD CONSTRAINT settlement_part_dispute FOREIGN KEY (dispute_id) REFERENCES dispute (id);

-- What of a dispute is lost, with the tax that is owed no more.
CREATE TABLE dispute_lost (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispute_id BIGINT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  reason VARCHAR(200) NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  KEY dispute_lost_of (dispute_id),
  CONSTRAINT dispute_lost_dispute FOREIGN KEY (dispute_id) REFERENCES dispute (id)
);
CREATE TABLE dispute_lost_tax (
  dispute_lost_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (dispute_lost_id, authority_id),
  CONSTRAINT dispute_lost_tax_of FOREIGN KEY (dispute_lost_id) REFERENCES dispute_lost (id),
  CONSTRAINT dispute_lost_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);
CREATE TABLE dispute_lost_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispute_lost_id BIGINT UNSIGNED NOT NULL UNIQUE,
  date DATE NOT NULL,
  CONSTRAINT dispute_lost_undo_of FOREIGN KEY (dispute_lost_id) REFERENCES dispute_lost (id)
);

-- A person found the sale that is disputed.
CREATE TABLE dispute_retold (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispute_id BIGINT UNSIGNED NOT NULL,
  sale_tender_id BIGINT UNSIGNED NOT NULL,
  KEY dispute_retold_of (dispute_id),
  CONSTRAINT dispute_retold_dispute FOREIGN KEY (dispute_id) REFERENCES dispute (id),
  CONSTRAINT dispute_retold_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id)
);
