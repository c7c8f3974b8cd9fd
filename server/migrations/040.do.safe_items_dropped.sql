-- What lies in the safe came by a count or by a drop before it.
ALTER TABLE safe_item
  MODIFY COLUMN drawer_close_id BIGINT UNSIGNED NULL,
  ADD COLUMN drawer_act_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT safe_item_act FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id),
  ADD CONSTRAINT safe_item_from CHECK (drawer_close_id IS NULL <> (drawer_act_id IS NULL));
