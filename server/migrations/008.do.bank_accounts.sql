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

-- Taught rules: statement lines whose text holds `contains` are of this kind and party.
CREATE TABLE line_rule (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  contains VARCHAR(80) NOT NULL,
  kind VARCHAR(20) NOT NULL,
  party VARCHAR(40) NOT NULL,
  CONSTRAINT line_rule_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id)
);
