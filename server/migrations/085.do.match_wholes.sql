-- A movement that several lines show has a match a line, each with an entry dated as its line; they are one whole,
-- named by the first of them (NULL in that one), and are undone together.
ALTER TABLE match_group
  ADD COLUMN whole_id BIGINT UNSIGNED NULL,
  ADD KEY match_group_whole (whole_id),
  ADD CONSTRAINT match_group_whole FOREIGN KEY (whole_id) REFERENCES match_group (id);
