-- The cash of a slip by denomination, where it was counted for it.
CREATE TABLE slip_cash (
  slip_id BIGINT UNSIGNED NOT NULL,
  denomination_minor INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  PRIMARY KEY (slip_id, denomination_minor),
  CONSTRAINT slip_cash_of FOREIGN KEY (slip_id) REFERENCES slip (id)
);
