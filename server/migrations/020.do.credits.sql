-- A credit note is issued by a ticket that takes goods back. used_minor is what later tickets took
-- of it and what expired; a ticket takes by a conditional update of this row.
CREATE TABLE credit_note (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL UNIQUE,
  of_sale_id BIGINT UNSIGNED NULL,
  issued_on DATE NOT NULL,
  valid_until DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  used_minor BIGINT NOT NULL DEFAULT 0,
  KEY credit_note_until (valid_until),
  CONSTRAINT credit_note_of_sale FOREIGN KEY (of_sale_id) REFERENCES sale (id),
  CONSTRAINT credit_note_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT credit_note_used CHECK (amount_minor > 0 AND used_minor BETWEEN 0 AND amount_minor)
);

-- What became of a credit note after its last day, each by an approval.
CREATE TABLE credit_note_change (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  credit_note_id BIGINT UNSIGNED NOT NULL,
  kind ENUM('extended', 'expired') NOT NULL,
  valid_until_before DATE NOT NULL,
  valid_until DATE NOT NULL,
  expired_minor BIGINT NOT NULL,
  approval_id BIGINT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  CONSTRAINT credit_note_change_approval FOREIGN KEY (approval_id) REFERENCES approval (id),
  CONSTRAINT credit_note_change_note FOREIGN KEY (credit_note_id) REFERENCES credit_note (id),
  CONSTRAINT credit_note_change_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- code: what stands on the paper; drawn by lot, so that nobody guesses another's.
CREATE TABLE voucher (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code CHAR(12) NOT NULL UNIQUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  used_minor BIGINT NOT NULL DEFAULT 0,
  valid_until DATE NULL,
  KEY voucher_until (valid_until),
  CONSTRAINT voucher_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT voucher_used CHECK (used_minor BETWEEN 0 AND amount_minor)
);

-- What became of a voucher after its last day, each by an approval.
CREATE TABLE voucher_change (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  voucher_id BIGINT UNSIGNED NOT NULL,
  kind ENUM('extended', 'expired') NOT NULL,
  valid_until_before DATE NOT NULL,
  valid_until DATE NOT NULL,
  expired_minor BIGINT NOT NULL,
  approval_id BIGINT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  KEY voucher_change_of (voucher_id),
  CONSTRAINT voucher_change_approval FOREIGN KEY (approval_id) REFERENCES approval (id),
  CONSTRAINT voucher_change_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT voucher_change_voucher FOREIGN KEY (voucher_id) REFERENCES voucher (id)
);
