-- What goes to the bank is a slip; what the roll printer prints is none.
ALTER TABLE paper_issue MODIFY how ENUM('pdf', 'mail', 'slip', 'roll') NOT NULL;
UPDATE paper_issue SET how = 'roll' WHERE how = 'slip';
ALTER TABLE paper_issue MODIFY how ENUM('pdf', 'mail', 'roll') NOT NULL;
