-- Whose takings a line moves: the day and the pot that took them, and in whose hands they are.
ALTER TABLE entry_line
  ADD takings_day DATE NULL,
  ADD pot VARCHAR(60) NULL,
  ADD holder VARCHAR(30) NULL,
  ADD KEY entry_line_takings (takings_day, pot),
  ADD KEY entry_line_holder (holder, account_id),
  ADD CONSTRAINT entry_line_tag CHECK ((takings_day IS NULL) = (pot IS NULL)
    AND (pot IS NULL) = (holder IS NULL));
