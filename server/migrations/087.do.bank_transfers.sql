-- Money that goes from one account of ours to another: what each bank will book of it is a leg.
CREATE TABLE bank_transfer (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  words VARCHAR(200) NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  CONSTRAINT bank_transfer_some CHECK (amount_minor > 0)
);
CREATE TABLE bank_transfer_leg (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_transfer_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  match_group_id BIGINT UNSIGNED NULL,
  UNIQUE KEY bank_transfer_leg_of (bank_transfer_id, bank_account_id),
  KEY bank_transfer_leg_open (bank_account_id, match_group_id),
  CONSTRAINT bank_transfer_leg_transfer FOREIGN KEY (bank_transfer_id) REFERENCES bank_transfer (id),
  CONSTRAINT bank_transfer_leg_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT bank_transfer_leg_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT bank_transfer_leg_some CHECK (amount_minor <> 0)
);
CREATE TABLE bank_transfer_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_transfer_id BIGINT UNSIGNED NOT NULL UNIQUE,
  date DATE NOT NULL,
  CONSTRAINT bank_transfer_undo_of FOREIGN KEY (bank_transfer_id) REFERENCES bank_transfer (id)
);
