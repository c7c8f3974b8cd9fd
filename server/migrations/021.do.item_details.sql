-- search: name and code without case and accents, as core's searchable() writes them; compared by
-- bytes, so that a part of a name is found in one pass over a small index.
ALTER TABLE item
  ADD price_includes_tax BOOLEAN NOT NULL DEFAULT FALSE,
  ADD decimals TINYINT UNSIGNED NOT NULL DEFAULT 0,
  ADD search VARCHAR(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  ADD version INT UNSIGNED NOT NULL DEFAULT 1,
  ADD KEY item_search (active, search),
  ADD CONSTRAINT item_decimals CHECK (decimals <= 3);

UPDATE item
SET search = LOWER(CONCAT(name, ' ', code)), decimals = IF(unit = '', 0, 3);
