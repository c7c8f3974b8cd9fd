-- A part of a credit given to a charge of the same account on a business date, with the discount
-- granted beside it. What undoes one is a row of its own, with amounts below zero. first_id: the
-- first of those that were made together, by which their document names them; null for that one
-- itself. What a returned cheque took back of its payments, and what it gave them to instead.
-- written_back_id: the item by which a write-off, or a part of one, is owed again. It stands at
-- what undid the write-off and at what of it stays.
CREATE TABLE allocation (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  credit_item_id BIGINT UNSIGNED NOT NULL,
  charge_item_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  discount_minor BIGINT NOT NULL DEFAULT 0,
  late_discount BOOLEAN NOT NULL DEFAULT FALSE,
  date DATE NOT NULL,
  reason VARCHAR(200) NOT NULL DEFAULT '',
  sale_id BIGINT UNSIGNED NULL,
  undoes_id BIGINT UNSIGNED NULL UNIQUE,
  first_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  returned_cheque_id BIGINT UNSIGNED NULL,
  written_back_id BIGINT UNSIGNED NULL,
  KEY allocation_credit (credit_item_id),
  KEY allocation_charge (charge_item_id),
  KEY allocation_ticket (sale_id),
  KEY allocation_date (date),
  CONSTRAINT allocation_first FOREIGN KEY (first_id) REFERENCES allocation (id),
  CONSTRAINT allocation_of_charge FOREIGN KEY (charge_item_id) REFERENCES open_item (id),
  CONSTRAINT allocation_of_credit FOREIGN KEY (credit_item_id) REFERENCES open_item (id),
  CONSTRAINT allocation_returned_cheque FOREIGN KEY (returned_cheque_id) REFERENCES returned_cheque (id),
  CONSTRAINT allocation_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT allocation_undoes FOREIGN KEY (undoes_id) REFERENCES allocation (id),
  CONSTRAINT allocation_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT allocation_written_back FOREIGN KEY (written_back_id) REFERENCES open_item (id),
  CONSTRAINT allocation_sign CHECK (undoes_id IS NULL = (amount_minor > 0))
);

-- The tax that a granted discount lowered, by authority; below zero where it was undone.
CREATE TABLE allocation_tax (
  allocation_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (allocation_id, authority_id),
  CONSTRAINT allocation_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT allocation_tax_of FOREIGN KEY (allocation_id) REFERENCES allocation (id)
);
