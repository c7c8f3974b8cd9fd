-- A cheque that was deposited and that the bank returned. walk_in_minor: what of it no account
-- owes; recovered_minor and written_off_minor: what of that was paid after all, or never will be.
-- standing: null once it was found not to have come back. credited_minor: what goods that came back
-- took off the debt; fee_minor: what no account bears.
CREATE TABLE returned_cheque (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  cheque_id BIGINT UNSIGNED NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  walk_in_minor BIGINT NOT NULL,
  recovered_minor BIGINT NOT NULL DEFAULT 0,
  written_off_minor BIGINT NOT NULL DEFAULT 0,
  reason VARCHAR(200) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  returned_at DATETIME(3) NOT NULL,
  match_group_id BIGINT UNSIGNED NULL,
  credited_minor BIGINT NOT NULL DEFAULT 0,
  fee_minor BIGINT NOT NULL DEFAULT 0,
  UNIQUE KEY returned_cheque_once (cheque_id, standing),
  KEY returned_cheque_sale (sale_id),
  KEY returned_cheque_open (bank_account_id, match_group_id),
  CONSTRAINT returned_cheque_bank FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT returned_cheque_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT returned_cheque_paper FOREIGN KEY (cheque_id) REFERENCES cheque (id),
  CONSTRAINT returned_cheque_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT returned_cheque_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT returned_cheque_seen CHECK (standing <> 0 OR match_group_id IS NULL),
  CONSTRAINT returned_cheque_amount CHECK (amount_minor > 0 AND walk_in_minor BETWEEN 0
    AND amount_minor AND recovered_minor >= 0 AND written_off_minor >= 0 AND credited_minor >= 0
    AND fee_minor >= 0
    AND recovered_minor + written_off_minor + credited_minor <= walk_in_minor + fee_minor)
);

-- The items that are open because of it: what it had settled, the debt that it left, the fee. The
-- account stands here too, so that a list of accounts finds its returned cheques at once.
CREATE TABLE returned_cheque_item (
  returned_cheque_id BIGINT UNSIGNED NOT NULL,
  open_item_id BIGINT UNSIGNED NOT NULL,
  charge_account_id INT UNSIGNED NOT NULL,
  PRIMARY KEY (returned_cheque_id, open_item_id),
  KEY returned_cheque_item_of (open_item_id),
  KEY returned_cheque_item_account (charge_account_id),
  CONSTRAINT returned_cheque_item_cheque FOREIGN KEY (returned_cheque_id) REFERENCES returned_cheque (id),
  CONSTRAINT returned_cheque_item_holder FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT returned_cheque_item_item FOREIGN KEY (open_item_id) REFERENCES open_item (id)
);

-- Each write-off of a returned cheque is a row, since what was written off may be owed again.
CREATE TABLE cheque_write_off (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  returned_cheque_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  CONSTRAINT cheque_write_off_of FOREIGN KEY (returned_cheque_id) REFERENCES returned_cheque (id),
  CONSTRAINT cheque_write_off_amount CHECK (amount_minor > 0)
);
