-- What moved an account last (the safe's cash) is read from its newest entries, however many there are.
ALTER TABLE entry_line ADD KEY entry_line_account_entry (account_id, entry_id);
