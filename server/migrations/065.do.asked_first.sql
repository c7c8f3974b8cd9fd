-- What was open in the old books keeps the date of its invoice; `date` is the day from which on it
-- counts here, that of its entry.
ALTER TABLE open_item ADD invoice_date DATE NULL;

-- A cheque that was taken before is asked about.
ALTER TABLE cheque ADD KEY cheque_number (number);
