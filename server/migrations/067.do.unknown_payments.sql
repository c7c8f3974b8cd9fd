-- Payments of payers whom nobody knows yet, under the names that stand on them; used: somebody said whose it is.
CREATE TABLE unknown_payment (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL,
  name VARCHAR(80) NOT NULL,
  amount_minor BIGINT NOT NULL,
  used BOOLEAN NOT NULL DEFAULT FALSE,
  KEY unknown_payment_used (used),
  CONSTRAINT unknown_payment_sale FOREIGN KEY (sale_id) REFERENCES sale (id)
);
