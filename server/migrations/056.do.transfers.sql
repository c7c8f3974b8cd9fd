-- A bank transfer from a customer: on its way until a statement line shows it. reference: what he
-- wrote on it.
ALTER TABLE tender
  MODIFY kind ENUM('cash', 'card', 'storeCredit', 'cheque', 'other', 'voucher', 'prepayment',
    'ownCheque', 'onAccount', 'transfer') NOT NULL;

INSERT INTO tender (code, name, kind, position, shortcut)
SELECT 'transfer', 'Bank transfer', 'transfer', 92, '' FROM shop;

CREATE TABLE transfer (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sale_tender_id BIGINT UNSIGNED NOT NULL UNIQUE,
  sale_id BIGINT UNSIGNED NOT NULL,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  reference VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  voided BOOLEAN NOT NULL DEFAULT FALSE,
  match_group_id BIGINT UNSIGNED NULL,
  KEY transfer_day (date),
  KEY transfer_sale (sale_id),
  KEY transfer_open (bank_account_id, match_group_id),
  CONSTRAINT transfer_tender FOREIGN KEY (sale_tender_id) REFERENCES sale_tender (id),
  CONSTRAINT transfer_ticket FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT transfer_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT transfer_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT transfer_amount CHECK (amount_minor > 0),
  CONSTRAINT transfer_came CHECK (NOT voided OR match_group_id IS NULL)
);

ALTER TABLE match_member
  MODIFY kind ENUM('slip', 'settlement', 'ownCheque', 'transfer', 'returnedCheque', 'line')
    NOT NULL;
