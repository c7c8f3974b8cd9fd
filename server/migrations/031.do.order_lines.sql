CREATE TABLE customer_order_line (
  order_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  department_id INT UNSIGNED NOT NULL,
  item_id INT UNSIGNED NULL,
  description VARCHAR(120) NOT NULL,
  quantity DECIMAL(12, 3) NOT NULL,
  unit_price_minor BIGINT NOT NULL,
  amount_minor BIGINT NOT NULL,
  discount_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  sold_quantity DECIMAL(12, 3) NOT NULL DEFAULT 0,
  PRIMARY KEY (order_id, position),
  CONSTRAINT customer_order_line_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT customer_order_line_department
    FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT customer_order_line_item FOREIGN KEY (item_id) REFERENCES item (id),
  CONSTRAINT customer_order_line_sold CHECK (sold_quantity BETWEEN 0 AND quantity)
);

CREATE TABLE customer_order_tax (
  order_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (order_id, authority_id),
  CONSTRAINT customer_order_tax_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT customer_order_tax_authority
    FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);
