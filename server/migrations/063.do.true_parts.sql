-- The tax of a charge by authority: its share of what its ticket sold less what it took back.
-- Discounts, write-offs and bad debts take of these.
CREATE TABLE open_item_tax (
  open_item_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (open_item_id, authority_id),
  CONSTRAINT open_item_tax_of FOREIGN KEY (open_item_id) REFERENCES open_item (id),
  CONSTRAINT open_item_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);

-- written_back_id: the item by which a write-off, or a part of one, is owed again. It stands at what
-- undid the write-off and at what of it stays.
ALTER TABLE allocation
  ADD written_back_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT allocation_written_back FOREIGN KEY (written_back_id) REFERENCES open_item (id);

-- The net that bore the restocking fee: the fee is cumulated over the returns of a sale.
ALTER TABLE sale_return ADD fee_base_minor BIGINT NOT NULL DEFAULT 0;

-- credited_minor: what goods that came back took off the debt; fee_minor: what no account bears.
ALTER TABLE returned_cheque
  ADD credited_minor BIGINT NOT NULL DEFAULT 0,
  ADD fee_minor BIGINT NOT NULL DEFAULT 0,
  DROP CONSTRAINT returned_cheque_amount,
  ADD CONSTRAINT returned_cheque_amount CHECK (amount_minor > 0
    AND walk_in_minor BETWEEN 0 AND amount_minor
    AND recovered_minor >= 0 AND written_off_minor >= 0 AND credited_minor >= 0
    AND fee_minor >= 0
    AND recovered_minor + written_off_minor + credited_minor <= walk_in_minor + fee_minor);

-- What of a payment on a returned cheque had been written off; the same of goods that came back.
ALTER TABLE sale_extra ADD recovered_minor BIGINT NOT NULL DEFAULT 0;
ALTER TABLE sale_tender ADD written_back_minor BIGINT NOT NULL DEFAULT 0;

-- A transfer that goes back to the customer is below zero.
ALTER TABLE transfer
  DROP CONSTRAINT transfer_amount,
  ADD CONSTRAINT transfer_amount CHECK (amount_minor <> 0);

-- Each write-off of a returned cheque is a row, since what was written off may be owed again.
CREATE TABLE cheque_write_off (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  returned_cheque_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  CONSTRAINT cheque_write_off_of FOREIGN KEY (returned_cheque_id) REFERENCES returned_cheque (id),
  CONSTRAINT cheque_write_off_amount CHECK (amount_minor > 0)
);

-- A debt or an allowance that is made smaller keeps nothing and rounds nothing.
ALTER TABLE sale_tender
  DROP CONSTRAINT sale_tender_rounding,
  ADD CONSTRAINT sale_tender_rounding CHECK (rounding_minor = amount_minor - kept_minor
    OR (of_sale_tender_id IS NOT NULL AND kept_minor = 0 AND rounding_minor = 0));
