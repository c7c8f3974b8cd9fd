-- On a ticket: a credit of an account paid out (below zero), a returned cheque paid after all.
ALTER TABLE sale_extra
  MODIFY kind ENUM('voucher', 'prepayment', 'prepaymentBack', 'tip', 'cashBack',
    'accountPayment', 'creditOut', 'chequePaid') NOT NULL,
  ADD returned_cheque_id BIGINT UNSIGNED NULL,
  DROP CONSTRAINT sale_extra_of,
  ADD CONSTRAINT sale_extra_of CHECK ((kind = 'voucher') = (voucher_id IS NOT NULL)
    AND (kind IN ('prepayment', 'prepaymentBack')) = (order_id IS NOT NULL)
    AND (kind IN ('accountPayment', 'creditOut')) = (charge_account_id IS NOT NULL)
    AND (kind = 'chequePaid') = (returned_cheque_id IS NOT NULL)),
  ADD CONSTRAINT sale_extra_returned_cheque FOREIGN KEY (returned_cheque_id)
    REFERENCES returned_cheque (id);
