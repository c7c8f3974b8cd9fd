-- voucher_days null: vouchers have no end.
ALTER TABLE counter_rule
  ADD prepayment_tax ENUM('atSale', 'atReceipt') NOT NULL DEFAULT 'atSale',
  ADD quotation_days INT UNSIGNED NOT NULL DEFAULT 30,
  ADD voucher_days INT UNSIGNED NULL;

-- Prepayments of a cancelled order that the shop keeps, by an approved act.
CREATE TABLE order_cancel (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  order_id BIGINT UNSIGNED NOT NULL UNIQUE,
  kept_minor BIGINT NOT NULL,
  kept_net_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  cancelled_at DATETIME(3) NOT NULL,
  CONSTRAINT order_cancel_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT order_cancel_user FOREIGN KEY (user_id) REFERENCES user (id)
);
