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
  CONSTRAINT cleared_part_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT cleared_part_difference FOREIGN KEY (batch_difference_id)
    REFERENCES batch_difference (id),
  CONSTRAINT cleared_part_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT cleared_part_by CHECK ((settlement_id IS NULL) <> (batch_difference_id IS NULL))
);
