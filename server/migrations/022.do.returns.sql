-- What a ticket (sale_id) took back: of the sale of_sale_id, or of one that was not found. An
-- early-payment discount that goes with goods which come back: without its tax here, and that by
-- authority. The net that bore the restocking fee: the fee is cumulated over the returns of a sale.
CREATE TABLE sale_return (
  sale_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
  of_sale_id BIGINT UNSIGNED NULL,
  reason_code VARCHAR(20) NOT NULL,
  item_condition ENUM('asNew', 'opened', 'damaged') NOT NULL,
  price_source VARCHAR(120) NULL,
  fee_minor BIGINT NOT NULL,
  fee_tax_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  discount_back_minor BIGINT NOT NULL DEFAULT 0,
  fee_base_minor BIGINT NOT NULL DEFAULT 0,
  KEY sale_return_of (of_sale_id),
  CONSTRAINT sale_return_of_sale FOREIGN KEY (of_sale_id) REFERENCES sale (id),
  CONSTRAINT sale_return_reason FOREIGN KEY (reason_code) REFERENCES return_reason (code),
  CONSTRAINT sale_return_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_return_source CHECK (of_sale_id IS NULL = (price_source IS NOT NULL))
);

CREATE TABLE return_line (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  of_sale_id BIGINT UNSIGNED NULL,
  of_position INT UNSIGNED NULL,
  department_id INT UNSIGNED NOT NULL,
  item_id INT UNSIGNED NULL,
  description VARCHAR(120) NOT NULL,
  quantity DECIMAL(12, 3) NOT NULL,
  discount_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (sale_id, position),
  KEY return_line_of (of_sale_id, of_position),
  CONSTRAINT return_line_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT return_line_item FOREIGN KEY (item_id) REFERENCES item (id),
  CONSTRAINT return_line_of_line FOREIGN KEY (of_sale_id,
     of_position) REFERENCES sale_line (sale_id,  position),
  CONSTRAINT return_line_ticket FOREIGN KEY (sale_id) REFERENCES sale_return (sale_id),
  CONSTRAINT return_line_not_negative CHECK (net_minor >= 0 AND tax_minor >= 0 AND quantity > 0)
);

-- The stored parts of the sale's tax that came back; position 0 is the fee's own tax, kept.
CREATE TABLE return_line_tax (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (sale_id, position, authority_id),
  CONSTRAINT return_line_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT return_line_tax_ticket FOREIGN KEY (sale_id) REFERENCES sale_return (sale_id)
);

CREATE TABLE discount_back_tax (
  sale_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (sale_id, authority_id),
  CONSTRAINT discount_back_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT discount_back_tax_return FOREIGN KEY (sale_id) REFERENCES sale_return (sale_id)
);
