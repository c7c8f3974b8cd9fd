-- Which of them an extra takes up.
ALTER TABLE sale_extra
  ADD COLUMN unknown_payment_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT sale_extra_unknown_payment FOREIGN KEY (unknown_payment_id) REFERENCES unknown_payment (id),
  ADD CONSTRAINT sale_extra_of_unknown CHECK (kind = 'unknownPaid' = (unknown_payment_id IS NOT NULL));
