-- Groups of movements and statement lines that belong together.
CREATE TABLE match_group (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  certain BOOLEAN NOT NULL,
  grade INT UNSIGNED NOT NULL,
  round INT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  matched_at DATETIME(3) NOT NULL,
  CONSTRAINT match_group_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT match_group_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT match_group_grade CHECK (grade BETWEEN 1 AND 3)
);

CREATE TABLE slip (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  bank_reference VARCHAR(40) NOT NULL,
  total_minor BIGINT NOT NULL,
  match_group_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  sent_at DATETIME(3) NOT NULL,
  CONSTRAINT slip_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT slip_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT slip_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT slip_total CHECK (total_minor > 0)
);

CREATE TABLE slip_item (
  slip_id BIGINT UNSIGNED NOT NULL,
  safe_item_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (slip_id, safe_item_id),
  CONSTRAINT slip_item_slip FOREIGN KEY (slip_id) REFERENCES slip (id),
  CONSTRAINT slip_item_safe_item FOREIGN KEY (safe_item_id) REFERENCES safe_item (id)
);
