-- code: what stands on the paper; drawn by lot, so that nobody guesses another's.
CREATE TABLE voucher (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code CHAR(12) NOT NULL UNIQUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  used_minor BIGINT NOT NULL DEFAULT 0,
  valid_until DATE NULL,
  CONSTRAINT voucher_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT voucher_used CHECK (used_minor BETWEEN 0 AND amount_minor)
);
