-- In which days the engine found a group to be the only one: where the windows of its movements met. NULL: a person said so,
-- or it was matched before this was kept.
ALTER TABLE match_group
  ADD COLUMN searched_from DATE NULL,
  ADD COLUMN searched_to DATE NULL,
  ADD CONSTRAINT match_group_searched CHECK (
    (searched_from IS NULL) = (searched_to IS NULL)
    AND (searched_from IS NULL OR (certain AND searched_from <= searched_to))
  );
