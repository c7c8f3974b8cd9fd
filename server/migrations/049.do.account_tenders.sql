-- On account: the ticket makes a charge. A payment on an account is a ticket whose extra lines
-- name the accounts; what it brings is taken by tenders like any sale's.
ALTER TABLE tender
  MODIFY kind ENUM('cash', 'card', 'storeCredit', 'cheque', 'other', 'voucher', 'prepayment',
    'ownCheque', 'onAccount') NOT NULL;

INSERT INTO tender (code, name, kind, position, shortcut)
SELECT 'account', 'On account', 'onAccount', 90, 'a' FROM shop;

ALTER TABLE sale_tender
  ADD charge_account_id INT UNSIGNED NULL,
  ADD CONSTRAINT sale_tender_charge_account FOREIGN KEY (charge_account_id)
    REFERENCES charge_account (id);

ALTER TABLE sale_extra
  MODIFY kind ENUM('voucher', 'prepayment', 'prepaymentBack', 'tip', 'cashBack',
    'accountPayment') NOT NULL,
  ADD charge_account_id INT UNSIGNED NULL,
  DROP CONSTRAINT sale_extra_of,
  ADD CONSTRAINT sale_extra_of CHECK ((kind = 'voucher') = (voucher_id IS NOT NULL)
    AND (kind IN ('prepayment', 'prepaymentBack')) = (order_id IS NOT NULL)
    AND (kind = 'accountPayment') = (charge_account_id IS NOT NULL)),
  ADD CONSTRAINT sale_extra_charge_account FOREIGN KEY (charge_account_id)
    REFERENCES charge_account (id);
