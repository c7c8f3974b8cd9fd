-- What lies in the safe came by a count of a drawer, by a drop, or was found by a count of the safe.
ALTER TABLE safe_item
  ADD COLUMN safe_count_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT safe_item_counted FOREIGN KEY (safe_count_id) REFERENCES safe_count (id),
  DROP CONSTRAINT safe_item_from,
  ADD CONSTRAINT safe_item_from CHECK (
    (drawer_close_id IS NOT NULL) + (drawer_act_id IS NOT NULL) + (safe_count_id IS NOT NULL) = 1);
