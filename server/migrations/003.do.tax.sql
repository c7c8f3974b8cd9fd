-- account_number: the liability account of this authority in the accountant's chart; empty: the
-- common account of tax payable.
CREATE TABLE tax_authority (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  payee VARCHAR(120) NOT NULL,
  account_number VARCHAR(10) NOT NULL DEFAULT ''
);

CREATE TABLE tax_rate (
  authority_id INT UNSIGNED NOT NULL,
  valid_from DATE NOT NULL,
  rate_percent DECIMAL(9, 6) NOT NULL,
  PRIMARY KEY (authority_id, valid_from),
  CONSTRAINT tax_rate_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT tax_rate_range CHECK (rate_percent >= 0 AND rate_percent <= 100)
);

CREATE TABLE tax_code (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL
);

CREATE TABLE tax_code_part (
  tax_code_id INT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  compound BOOLEAN NOT NULL DEFAULT FALSE,
  PRIMARY KEY (tax_code_id, position),
  UNIQUE KEY tax_code_part_once (tax_code_id, authority_id),
  CONSTRAINT tax_code_part_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT tax_code_part_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id)
);
