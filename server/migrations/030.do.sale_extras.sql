-- What stands on a ticket and is no goods: vouchers sold, prepayments taken (+) or paid back (−). A
-- tip on a card is owed to the staff; cash back on a debit card leaves the drawer. On a ticket: a
-- credit of an account paid out (below zero), a returned cheque paid after all. What of a payment
-- on a returned cheque had been written off; the same of goods that came back. A voucher that is
-- taken back whole and unused, whatever day it was sold on. A payment on an account that is taken
-- back whole, whatever day it was taken on.
CREATE TABLE sale_extra (
  sale_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  kind VARCHAR(20) NOT NULL,
  amount_minor BIGINT NOT NULL,
  net_minor BIGINT NOT NULL,
  order_id BIGINT UNSIGNED NULL,
  voucher_id BIGINT UNSIGNED NULL,
  charge_account_id INT UNSIGNED NULL,
  returned_cheque_id BIGINT UNSIGNED NULL,
  recovered_minor BIGINT NOT NULL DEFAULT 0,
  PRIMARY KEY (sale_id, position),
  CONSTRAINT sale_extra_charge_account FOREIGN KEY (charge_account_id) REFERENCES charge_account (id),
  CONSTRAINT sale_extra_order FOREIGN KEY (order_id) REFERENCES customer_order (id),
  CONSTRAINT sale_extra_returned_cheque FOREIGN KEY (returned_cheque_id) REFERENCES returned_cheque (id),
  CONSTRAINT sale_extra_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT sale_extra_voucher FOREIGN KEY (voucher_id) REFERENCES voucher (id),
  CONSTRAINT sale_extra_of CHECK (kind IN ('voucher', 'voucherBack') = (voucher_id IS NOT NULL)
    AND kind IN ('prepayment', 'prepaymentBack') = (order_id IS NOT NULL)
    AND kind IN ('accountPayment', 'creditOut', 'paymentBack') = (charge_account_id IS NOT NULL)
    AND kind = 'chequePaid' = (returned_cheque_id IS NOT NULL))
);

-- Tax of prepayments where it is owed at their receipt: of those taken or paid back (extra), and of
-- those used (tender_position). Signed as tax that becomes owed.
CREATE TABLE prepayment_tax (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_id BIGINT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  CONSTRAINT prepayment_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT prepayment_tax_sale FOREIGN KEY (sale_id) REFERENCES sale (id)
);

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
