-- Why the bank counted a slip differently, and which part of it was wrong: null where nobody knows.
ALTER TABLE match_group
  ADD COLUMN bag_cause ENUM('miscounted', 'falseNote', 'other') NULL,
  ADD COLUMN bag_safe_item_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT match_group_bag_item FOREIGN KEY (bag_safe_item_id) REFERENCES safe_item (id);
