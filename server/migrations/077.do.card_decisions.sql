-- What a person decided of a card that differs between till and processor: a claim against the
-- processor, or an adjustment, which a batch_difference posts. Either side may be missing.
-- amount_minor: processor − till.
CREATE TABLE card_decision (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  settlement_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NULL,
  sale_tender_id BIGINT UNSIGNED NULL,
  what ENUM('claim', 'adjusted') NOT NULL,
  amount_minor BIGINT NOT NULL,
  reason VARCHAR(200) NOT NULL,
  batch_difference_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  decided_on DATE NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  KEY card_decision_of (settlement_id),
  KEY card_decision_standing (standing, what),
  CONSTRAINT card_decision_settlement FOREIGN KEY (settlement_id) REFERENCES settlement (id),
  CONSTRAINT card_decision_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT card_decision_difference FOREIGN KEY (batch_difference_id) REFERENCES batch_difference (id),
  CONSTRAINT card_decision_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT card_decision_some CHECK (position IS NOT NULL OR sale_tender_id IS NOT NULL),
  CONSTRAINT card_decision_posted CHECK ((what = 'adjusted') = (batch_difference_id IS NOT NULL))
);
