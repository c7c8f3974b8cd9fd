-- credit_note_id: the note that paid. of_sale_tender_id: the card tender that is paid back.
-- net_minor: the part of a prepayment that was no tax. A debt or an allowance that is made smaller
-- keeps nothing and rounds nothing.
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
  credit_note_id BIGINT UNSIGNED NULL,
  of_sale_tender_id BIGINT UNSIGNED NULL,
  voucher_id BIGINT UNSIGNED NULL,
  order_id BIGINT UNSIGNED NULL,
  net_minor BIGINT NULL,
  charge_account_id INT UNSIGNED NULL,
  written_back_minor BIGINT NOT NULL DEFAULT 0,
  UNIQUE KEY sale_tender_position (sale_id, position),
  CONSTRAINT sale_tender_charge_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT sale_tender_credit FOREIGN KEY (credit_note_id) REFERENCES credit_note (id),
  CONSTRAINT sale_tender_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT sale_tender_refund FOREIGN KEY (of_sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT sale_tender_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_tender_tender FOREIGN KEY (tender_id) REFERENCES tender (id),
  CONSTRAINT sale_tender_voucher FOREIGN KEY (voucher_id) REFERENCES voucher (id),
  CONSTRAINT sale_tender_change CHECK (kept_minor = tendered_minor - change_minor),
  CONSTRAINT sale_tender_rounding CHECK (rounding_minor = amount_minor - kept_minor
    OR of_sale_tender_id IS NOT NULL AND kept_minor = 0 AND rounding_minor = 0)
);

-- The signature that a buyer gave for a charge: a PNG, as the finger drew it.
CREATE TABLE charge_signature (
  sale_tender_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
  png MEDIUMBLOB NOT NULL,
  signed_at DATETIME(3) NOT NULL,
  CONSTRAINT charge_signature_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id)
);

-- What the card terminal was asked, by our own reference: asked again, the same charge is found and
-- never made twice. resolved_at: the money of an approved charge that no ticket took was given back
-- at the terminal. Who asks the terminal for a charge holds it by a lease and by no connection: a
-- terminal may take a minute, and one that is asked by a server that dies is free again when the
-- lease ends.
CREATE TABLE terminal_charge (
  reference CHAR(36) NOT NULL PRIMARY KEY,
  tender_id INT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  status ENUM('asked', 'approved', 'declined') NOT NULL,
  last_four CHAR(4) NULL,
  authorisation VARCHAR(40) NULL,
  user_id INT UNSIGNED NOT NULL,
  asked_at DATETIME(3) NOT NULL,
  resolved_at DATETIME(3) NULL,
  asking_until DATETIME(3) NULL,
  KEY terminal_charge_authorisation (authorisation),
  CONSTRAINT terminal_charge_tender FOREIGN KEY (tender_id) REFERENCES tender (id),
  CONSTRAINT terminal_charge_user FOREIGN KEY (user_id) REFERENCES user (id)
);
