CREATE TABLE department (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  tax_code_id INT UNSIGNED NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  CONSTRAINT department_tax_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id)
);

CREATE TABLE item (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(40) NOT NULL UNIQUE,
  name VARCHAR(120) NOT NULL,
  department_id INT UNSIGNED NOT NULL,
  tax_code_id INT UNSIGNED NOT NULL,
  price_minor BIGINT NOT NULL,
  unit VARCHAR(12) NOT NULL DEFAULT '',
  active BOOLEAN NOT NULL DEFAULT TRUE,
  CONSTRAINT item_department FOREIGN KEY (department_id) REFERENCES department (id),
  CONSTRAINT item_tax_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id),
  CONSTRAINT item_price CHECK (price_minor >= 0)
);

CREATE TABLE drawer (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  float_minor BIGINT NOT NULL,
  CONSTRAINT drawer_float CHECK (float_minor >= 0)
);

CREATE TABLE bank_account (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  account_number VARCHAR(40) NOT NULL UNIQUE,
  currency CHAR(3) NOT NULL
);

-- cut_off: sales after it go into the next day's batch. delay: banking days to the bank.
CREATE TABLE processor (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  cut_off CHAR(5) NOT NULL,
  delay_banking_days INT UNSIGNED NOT NULL,
  CONSTRAINT processor_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id)
);

CREATE TABLE tender (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  kind ENUM('cash', 'card') NOT NULL,
  processor_id INT UNSIGNED NULL,
  scheme VARCHAR(40) NULL,
  position INT UNSIGNED NOT NULL,
  shortcut CHAR(1) NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  CONSTRAINT tender_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT tender_card CHECK ((kind = 'card') = (processor_id IS NOT NULL AND scheme IS NOT NULL))
);

-- Taught rules: statement lines whose text holds `contains` are of this kind and party.
CREATE TABLE line_rule (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  contains VARCHAR(80) NOT NULL,
  kind ENUM('deposit', 'settlement') NOT NULL,
  party VARCHAR(40) NOT NULL,
  CONSTRAINT line_rule_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id)
);
