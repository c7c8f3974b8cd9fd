-- A ticket kept as a quotation or as an order. prepaid_minor: taken ahead in all; spent_minor: of
-- that used by sales, paid back or kept. What competes for an order updates its row first. Who
-- approved the prices of a kept ticket.
CREATE TABLE customer_order (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  shop_id INT UNSIGNED NOT NULL,
  kind ENUM('quotation', 'order') NOT NULL,
  quotation_id BIGINT UNSIGNED NULL UNIQUE,
  date DATE NOT NULL,
  valid_until DATE NULL,
  customer_id INT UNSIGNED NULL,
  customer_name VARCHAR(120) NULL,
  exempt_certificate VARCHAR(40) NULL,
  salesperson_id INT UNSIGNED NOT NULL,
  prices_include_tax BOOLEAN NOT NULL,
  discount_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  total_minor BIGINT NOT NULL,
  prepayment_tax ENUM('atSale', 'atReceipt') NOT NULL,
  prepaid_minor BIGINT NOT NULL DEFAULT 0,
  spent_minor BIGINT NOT NULL DEFAULT 0,
  cancelled_at DATETIME(3) NULL,
  version INT UNSIGNED NOT NULL DEFAULT 0,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  approval_id BIGINT UNSIGNED NULL,
  KEY customer_order_date (date),
  CONSTRAINT customer_order_approval FOREIGN KEY (approval_id) REFERENCES approval (id),
  CONSTRAINT customer_order_customer FOREIGN KEY (customer_id) REFERENCES customer (id),
  CONSTRAINT customer_order_quotation FOREIGN KEY (quotation_id) REFERENCES customer_order (id),
  CONSTRAINT customer_order_seller FOREIGN KEY (salesperson_id) REFERENCES user (id),
  CONSTRAINT customer_order_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT customer_order_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT customer_order_total CHECK (total_minor = net_minor + tax_minor),
  CONSTRAINT customer_order_spent CHECK (spent_minor BETWEEN 0 AND prepaid_minor),
  CONSTRAINT customer_order_prepaid CHECK (prepaid_minor BETWEEN 0 AND total_minor)
);

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
  CONSTRAINT customer_order_line_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT customer_order_line_item FOREIGN KEY (item_id) REFERENCES item (id),
  CONSTRAINT customer_order_line_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT customer_order_line_sold CHECK (sold_quantity BETWEEN 0 AND quantity)
);

CREATE TABLE customer_order_tax (
  order_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (order_id, authority_id),
  CONSTRAINT customer_order_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT customer_order_tax_order FOREIGN KEY (order_id) REFERENCES customer_order (id)
);

-- A ticket put aside, to be taken up again once, at any drawer.
CREATE TABLE parked_ticket (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  label VARCHAR(80) NOT NULL,
  ticket JSON NOT NULL,
  total_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  parked_at DATETIME(3) NOT NULL,
  taken_up_at DATETIME(3) NULL,
  CONSTRAINT parked_ticket_user FOREIGN KEY (user_id) REFERENCES user (id)
);
