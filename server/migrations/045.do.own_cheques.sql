-- A cheque that the shop writes: money given back, on its way until the bank pays it. It belongs
-- to the ticket that gave it; voiding the ticket voids the paper, whose number stays used.
ALTER TABLE tender
  MODIFY kind ENUM('cash', 'card', 'storeCredit', 'cheque', 'other', 'voucher', 'prepayment',
    'ownCheque') NOT NULL;

INSERT INTO tender (code, name, kind, position, shortcut)
SELECT 'ourCheque', 'Our cheque', 'ownCheque', 93, '' FROM shop;

CREATE TABLE own_cheque (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_tender_id BIGINT UNSIGNED NOT NULL UNIQUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  number VARCHAR(12) NOT NULL,
  payee VARCHAR(120) NOT NULL,
  amount_minor BIGINT NOT NULL,
  voided BOOLEAN NOT NULL DEFAULT FALSE,
  match_group_id BIGINT UNSIGNED NULL,
  UNIQUE KEY own_cheque_number (bank_account_id, number),
  KEY own_cheque_day (date),
  KEY own_cheque_sale (sale_id),
  CONSTRAINT own_cheque_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT own_cheque_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT own_cheque_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT own_cheque_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT own_cheque_amount CHECK (amount_minor > 0),
  CONSTRAINT own_cheque_paid CHECK (NOT voided OR match_group_id IS NULL)
);

ALTER TABLE match_member
  MODIFY kind ENUM('slip', 'settlement', 'ownCheque', 'line') NOT NULL;
