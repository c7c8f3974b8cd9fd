ALTER TABLE tender
  MODIFY kind ENUM('cash', 'card', 'storeCredit', 'cheque', 'other', 'voucher', 'prepayment')
    NOT NULL;

INSERT INTO tender (code, name, kind, position, shortcut)
SELECT 'prepayment', 'Prepayment', 'prepayment', 91, 'p' FROM shop
UNION ALL
SELECT 'voucher', 'Gift voucher', 'voucher', 92, 'u' FROM shop;
