-- A payment on an account that is taken back whole, whatever day it was taken on.
ALTER TABLE sale_extra
  MODIFY kind ENUM('voucher', 'voucherBack', 'prepayment', 'prepaymentBack', 'tip', 'cashBack',
    'accountPayment', 'creditOut', 'paymentBack', 'chequePaid') NOT NULL,
  DROP CONSTRAINT sale_extra_of,
  ADD CONSTRAINT sale_extra_of CHECK (
    (kind IN ('voucher', 'voucherBack')) = (voucher_id IS NOT NULL)
    AND (kind IN ('prepayment', 'prepaymentBack')) = (order_id IS NOT NULL)
    AND (kind IN ('accountPayment', 'creditOut', 'paymentBack')) = (charge_account_id IS NOT NULL)
    AND (kind = 'chequePaid') = (returned_cheque_id IS NOT NULL));
