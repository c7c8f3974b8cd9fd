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
  KEY sale_date (date),
  CONSTRAINT sale_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT sale_drawer FOREIGN KEY (drawer_id) REFERENCES drawer (id),
  CONSTRAINT sale_session FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT sale_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT sale_total CHECK (total_minor = net_minor + tax_minor)
);

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
  PRIMARY KEY (sale_id, position),
  CONSTRAINT sale_line_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_line_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT sale_line_item FOREIGN KEY (item_id) REFERENCES item (id)
);

-- The tax of each authority on each line, as it was shared at the sale; never computed again.
CREATE TABLE sale_line_tax (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (sale_id, position, authority_id),
  CONSTRAINT sale_line_tax_line FOREIGN KEY (sale_id, position)
    REFERENCES sale_line (sale_id, position),
  CONSTRAINT sale_line_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);

CREATE TABLE sale_tender (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  tender_id INT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  tendered_minor BIGINT NOT NULL,
  change_minor BIGINT NOT NULL,
  kept_minor BIGINT NOT NULL,
  rounding_minor BIGINT NOT NULL,
  last_four CHAR(4) NULL,
  reference VARCHAR(40) NULL,
  UNIQUE KEY sale_tender_position (sale_id, position),
  CONSTRAINT sale_tender_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_tender_tender FOREIGN KEY (tender_id) REFERENCES tender (id),
  CONSTRAINT sale_tender_change CHECK (kept_minor = tendered_minor - change_minor),
  CONSTRAINT sale_tender_rounding CHECK (rounding_minor = amount_minor - kept_minor)
);

CREATE TABLE sale_void (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL UNIQUE,
  user_id INT UNSIGNED NOT NULL,
  voided_at DATETIME(3) NOT NULL,
  CONSTRAINT sale_void_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_void_user FOREIGN KEY (user_id) REFERENCES user (id)
);
