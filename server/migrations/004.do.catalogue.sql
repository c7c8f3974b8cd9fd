CREATE TABLE department (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  tax_code_id INT UNSIGNED NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  CONSTRAINT department_tax_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id)
);

-- search: name and code without case and accents, as core's searchable() writes them; compared by
-- bytes, so that a part of a name is found in one pass over a small index.
CREATE TABLE item (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(40) NOT NULL UNIQUE,
  name VARCHAR(120) NOT NULL,
  department_id INT UNSIGNED NOT NULL,
  tax_code_id INT UNSIGNED NOT NULL,
  price_minor BIGINT NOT NULL,
  unit VARCHAR(12) NOT NULL DEFAULT '',
  active BOOLEAN NOT NULL DEFAULT TRUE,
  price_includes_tax BOOLEAN NOT NULL DEFAULT FALSE,
  decimals TINYINT UNSIGNED NOT NULL DEFAULT 0,
  search VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY item_search (active, search),
  CONSTRAINT item_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT item_tax_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id),
  CONSTRAINT item_price CHECK (price_minor >= 0),
  CONSTRAINT item_decimals CHECK (decimals <= 3)
);

-- A barcode is read by a scanner and names one item.
CREATE TABLE item_barcode (
  barcode VARCHAR(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  item_id INT UNSIGNED NOT NULL,
  CONSTRAINT item_barcode_item FOREIGN KEY (item_id) REFERENCES item (id)
);
