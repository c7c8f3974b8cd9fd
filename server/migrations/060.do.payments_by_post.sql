-- Payments received at the desk: no drawer takes them. Their cheques lie in the safe at once.
ALTER TABLE sale MODIFY drawer_id INT UNSIGNED NULL, MODIFY drawer_session_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT sale_drawer_or_none CHECK ((drawer_id IS NULL) = (drawer_session_id IS NULL));
ALTER TABLE cheque MODIFY drawer_session_id BIGINT UNSIGNED NULL;
ALTER TABLE safe_item
  ADD COLUMN sale_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT safe_item_by_post FOREIGN KEY (sale_id) REFERENCES sale (id),
  DROP CONSTRAINT safe_item_from,
  ADD CONSTRAINT safe_item_from CHECK (
    (drawer_close_id IS NOT NULL) + (drawer_act_id IS NOT NULL) + (safe_count_id IS NOT NULL)
    + (sale_id IS NOT NULL) = 1);
