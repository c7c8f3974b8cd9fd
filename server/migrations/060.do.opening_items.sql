-- Items that were open in the old books, brought in together on a day.
CREATE TABLE opening_items (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  date DATE NOT NULL,
  name VARCHAR(200) NOT NULL,
  total_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  CONSTRAINT opening_items_user FOREIGN KEY (user_id) REFERENCES user (id)
);

ALTER TABLE open_item
  ADD opening_id INT UNSIGNED NULL,
  ADD CONSTRAINT open_item_opening FOREIGN KEY (opening_id) REFERENCES opening_items (id),
  ADD CONSTRAINT open_item_opened CHECK (
    (kind IN ('opening', 'openingCredit')) = (opening_id IS NOT NULL));
