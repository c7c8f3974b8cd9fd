-- The signature that a buyer gave for a charge: a PNG, as the finger drew it.
CREATE TABLE charge_signature (
  sale_tender_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
  png MEDIUMBLOB NOT NULL,
  signed_at DATETIME(3) NOT NULL,
  CONSTRAINT charge_signature_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id)
);
