-- One row a physical cheque, from the drawer to the bank. A cheque that was taken before is asked
-- about.
CREATE TABLE cheque (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_tender_id BIGINT UNSIGNED NULL UNIQUE,
  drawer_session_id BIGINT UNSIGNED NOT NULL,
  taken_on DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  number VARCHAR(20) NOT NULL,
  drawn_by VARCHAR(120) NOT NULL,
  dated DATE NOT NULL,
  KEY cheque_day (taken_on),
  KEY cheque_number (number),
  CONSTRAINT cheque_session FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT cheque_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT cheque_amount CHECK (amount_minor > 0)
);

-- A cheque that was missing at its count and is found later: it comes back from over and short.
CREATE TABLE cheque_found (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  cheque_id BIGINT UNSIGNED NOT NULL UNIQUE,
  amount_minor BIGINT NOT NULL,
  CONSTRAINT cheque_found_of FOREIGN KEY (cheque_id) REFERENCES cheque (id)
);

CREATE TABLE own_cheque (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_tender_id BIGINT UNSIGNED NOT NULL UNIQUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  number VARCHAR(12) NOT NULL,
  payee VARCHAR(120) NOT NULL,
  amount_minor BIGINT NOT NULL,
  voided BOOLEAN NOT NULL DEFAULT FALSE,
  match_group_id BIGINT UNSIGNED NULL,
  UNIQUE KEY own_cheque_number (bank_account_id, number),
  KEY own_cheque_day (date),
  KEY own_cheque_sale (sale_id),
  CONSTRAINT own_cheque_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT own_cheque_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT own_cheque_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT own_cheque_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT own_cheque_amount CHECK (amount_minor > 0),
  CONSTRAINT own_cheque_paid CHECK (voided = 0 OR match_group_id IS NULL)
);

-- A transfer that goes back to the customer is below zero.
CREATE TABLE transfer (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_tender_id BIGINT UNSIGNED NOT NULL UNIQUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  reference VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  voided BOOLEAN NOT NULL DEFAULT FALSE,
  match_group_id BIGINT UNSIGNED NULL,
  KEY transfer_day (date),
  KEY transfer_sale (sale_id),
  KEY transfer_open (bank_account_id, match_group_id),
  CONSTRAINT transfer_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT transfer_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT transfer_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT transfer_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT transfer_came CHECK (voided = 0 OR match_group_id IS NULL),
  CONSTRAINT transfer_amount CHECK (amount_minor <> 0)
);
