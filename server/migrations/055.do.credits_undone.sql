-- Items that eat up a credit: it was paid out, its cheque came back from the bank, or what was
-- written off is owed after all.
ALTER TABLE open_item
  MODIFY kind ENUM('charge', 'lateCharge', 'chequeFee', 'opening', 'payment', 'creditNote',
    'writeOff', 'openingCredit', 'paidOut', 'returnedCheque', 'writtenBack') NOT NULL;
