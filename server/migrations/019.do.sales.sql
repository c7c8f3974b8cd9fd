-- Of all that was taken off a ticket, what was off the whole of it; the rest was off its lines.
-- version: what competes for a sale (two drawers taking its goods back) updates it first.
-- used_minor: returned value that paid for what was sold on the same ticket. Who bought and who
-- sold. customer_name stands on the paper, from the list or typed once; exempt_certificate: why no
-- tax was charged.
CREATE TABLE sale (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  shop_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  drawer_id INT UNSIGNED NOT NULL,
  drawer_session_id BIGINT UNSIGNED NOT NULL,
  prices_include_tax BOOLEAN NOT NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  total_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  sold_at DATETIME(3) NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 0,
  discount_minor BIGINT NOT NULL DEFAULT 0,
  used_minor BIGINT NOT NULL DEFAULT 0,
  customer_id INT UNSIGNED NULL,
  customer_name VARCHAR(120) NULL,
  exempt_certificate VARCHAR(40) NULL,
  salesperson_id INT UNSIGNED NULL,
  extra_minor BIGINT NOT NULL DEFAULT 0,
  ticket_discount_minor BIGINT NOT NULL DEFAULT 0,
  KEY sale_date (date, drawer_session_id),
  CONSTRAINT sale_customer FOREIGN KEY (customer_id) REFERENCES customer (id),
  CONSTRAINT sale_drawer FOREIGN KEY (drawer_id) REFERENCES drawer (id),
  CONSTRAINT sale_salesperson FOREIGN KEY (salesperson_id) REFERENCES user (id),
  CONSTRAINT sale_session FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT sale_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT sale_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT sale_total CHECK (total_minor = net_minor + tax_minor + extra_minor)
);

-- list_minor: what the amount would be at the list price; null on sales that kept none.
CREATE TABLE sale_line (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  department_id INT UNSIGNED NOT NULL,
  item_id INT UNSIGNED NULL,
  description VARCHAR(120) NOT NULL,
  quantity DECIMAL(12, 3) NOT NULL,
  unit_price_minor BIGINT NOT NULL,
  amount_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  discount_minor BIGINT NOT NULL DEFAULT 0,
  list_minor BIGINT NULL,
  order_id BIGINT UNSIGNED NULL,
  order_position INT UNSIGNED NULL,
  PRIMARY KEY (sale_id, position),
  KEY sale_line_order (order_id, order_position),
  CONSTRAINT sale_line_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT sale_line_item FOREIGN KEY (item_id) REFERENCES item (id),
  CONSTRAINT sale_line_order FOREIGN KEY (order_id,
     order_position) REFERENCES customer_order_line (order_id,  position),
  CONSTRAINT sale_line_sale FOREIGN KEY (sale_id) REFERENCES sale (id)
);

-- The tax of each authority on each line, as it was shared at the sale; never computed again.
CREATE TABLE sale_line_tax (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (sale_id, position, authority_id),
  CONSTRAINT sale_line_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT sale_line_tax_line FOREIGN KEY (sale_id,  position) REFERENCES sale_line (sale_id,
     position)
);

CREATE TABLE sale_void (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL UNIQUE,
  user_id INT UNSIGNED NOT NULL,
  voided_at DATETIME(3) NOT NULL,
  CONSTRAINT sale_void_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_void_user FOREIGN KEY (user_id) REFERENCES user (id)
);
