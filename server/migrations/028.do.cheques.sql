-- One row a physical cheque, from the drawer to the bank.
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
  CONSTRAINT cheque_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT cheque_session FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT cheque_amount CHECK (amount_minor > 0)
);
