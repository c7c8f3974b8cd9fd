-- What stands on a ticket and is no goods: vouchers sold, prepayments taken (+) or paid back (−).
ALTER TABLE sale
  ADD extra_minor BIGINT NOT NULL DEFAULT 0,
  DROP CONSTRAINT sale_total,
  ADD CONSTRAINT sale_total CHECK (total_minor = net_minor + tax_minor + extra_minor);

CREATE TABLE sale_extra (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  kind ENUM('voucher', 'prepayment', 'prepaymentBack') NOT NULL,
  amount_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  order_id BIGINT UNSIGNED NULL,
  voucher_id BIGINT UNSIGNED NULL,
  PRIMARY KEY (sale_id, position),
  CONSTRAINT sale_extra_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_extra_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT sale_extra_voucher FOREIGN KEY (voucher_id) REFERENCES voucher (id),
  CONSTRAINT sale_extra_of CHECK ((kind = 'voucher') = (voucher_id IS NOT NULL)
    AND (kind <> 'voucher') = (order_id IS NOT NULL))
);

-- Tax of prepayments where it is owed at their receipt: of those taken or paid back (extra), and
-- of those used (tender_position). Signed as tax that becomes owed.
CREATE TABLE prepayment_tax (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  KEY prepayment_tax_sale (sale_id),
  CONSTRAINT prepayment_tax_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT prepayment_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);
