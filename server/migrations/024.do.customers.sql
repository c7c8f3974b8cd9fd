-- search: name, phone and e-mail as core's searchable() writes them.
CREATE TABLE customer (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  kind ENUM('person', 'firm') NOT NULL,
  phone VARCHAR(40) NOT NULL DEFAULT '',
  email VARCHAR(120) NOT NULL DEFAULT '',
  address VARCHAR(300) NOT NULL DEFAULT '',
  price_kind ENUM('byKind', 'withTax', 'withoutTax') NOT NULL DEFAULT 'byKind',
  tax_code_id INT UNSIGNED NULL,
  exempt_certificate VARCHAR(40) NULL,
  exempt_until DATE NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  search VARCHAR(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  KEY customer_search (active, search),
  CONSTRAINT customer_tax_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id),
  CONSTRAINT customer_exemption CHECK ((exempt_certificate IS NULL) = (exempt_until IS NULL))
);
