-- An early-payment discount that goes with goods which come back: without its tax here, and that
-- by authority.
ALTER TABLE sale_return ADD discount_back_minor BIGINT NOT NULL DEFAULT 0;

CREATE TABLE discount_back_tax (
  sale_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (sale_id, authority_id),
  CONSTRAINT discount_back_tax_return FOREIGN KEY (sale_id) REFERENCES sale_return (sale_id),
  CONSTRAINT discount_back_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id)
);
