ALTER TABLE sale_line
  ADD order_id BIGINT UNSIGNED NULL,
  ADD order_position INT UNSIGNED NULL,
  ADD CONSTRAINT sale_line_order FOREIGN KEY (order_id, order_position)
    REFERENCES customer_order_line (order_id, position);

-- net_minor: the part of a prepayment that was no tax.
ALTER TABLE sale_tender
  ADD voucher_id BIGINT UNSIGNED NULL,
  ADD order_id BIGINT UNSIGNED NULL,
  ADD net_minor BIGINT NULL,
  ADD CONSTRAINT sale_tender_voucher FOREIGN KEY (voucher_id) REFERENCES voucher (id),
  ADD CONSTRAINT sale_tender_order FOREIGN KEY (order_id) REFERENCES customer_order (id);
