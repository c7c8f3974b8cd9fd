-- search: name, phone and e-mail as core's searchable() writes them. A customer's number, the
-- shop's own: typed, or C- with the row's id; found like the name. Accounts stand in the order of
-- their search text, which begins with the name: a page of what is found is read from this index
-- and ends where the page is full.
CREATE TABLE customer (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  number VARCHAR(20) NULL,
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
  search VARCHAR(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  UNIQUE KEY customer_number (number),
  KEY customer_search (active, search),
  KEY customer_by_search (search),
  CONSTRAINT customer_tax_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id),
  CONSTRAINT customer_exemption CHECK (exempt_certificate IS NULL = (exempt_until IS NULL))
);
