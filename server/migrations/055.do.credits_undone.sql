-- Items that eat up a credit: it was paid out, its cheque came back from the bank, or what was
-- written off is owed after all. An item that was posted by mistake is withdrawn by one of the other
-- sign, which is given to it whole: withdraws_id.
ALTER TABLE open_item
  MODIFY kind ENUM('charge', 'lateCharge', 'chequeFee', 'opening', 'payment', 'creditNote',
    'writeOff', 'openingCredit', 'paidOut', 'returnedCheque', 'writtenBack', 'withdrawn',
    'withdrawnCredit') NOT NULL,
  ADD withdraws_id BIGINT UNSIGNED NULL UNIQUE,
  ADD CONSTRAINT open_item_withdraws FOREIGN KEY (withdraws_id) REFERENCES open_item (id),
  ADD CONSTRAINT open_item_withdrawn CHECK (
    (kind IN ('withdrawn', 'withdrawnCredit')) = (withdraws_id IS NOT NULL));
