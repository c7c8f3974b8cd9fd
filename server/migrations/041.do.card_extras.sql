-- A tip on a card is owed to the staff; cash back on a debit card leaves the drawer.
ALTER TABLE sale_extra
  MODIFY kind ENUM('voucher', 'prepayment', 'prepaymentBack', 'tip', 'cashBack') NOT NULL,
  DROP CONSTRAINT sale_extra_of,
  ADD CONSTRAINT sale_extra_of CHECK ((kind = 'voucher') = (voucher_id IS NOT NULL)
    AND (kind IN ('prepayment', 'prepaymentBack')) = (order_id IS NOT NULL));

-- cash_back_max_minor null: no cash back.
ALTER TABLE counter_rule
  ADD tips BOOLEAN NOT NULL DEFAULT FALSE,
  ADD cash_back_max_minor BIGINT NULL,
  ADD version INT UNSIGNED NOT NULL DEFAULT 1;
