-- A line of the bank that is several things: its parts stand in its place until it is put together again. A line
-- without line_split_id is the bank's own; one that does not stand is neither matched nor open.
CREATE TABLE line_split (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  statement_line_id BIGINT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  split_at DATETIME(3) NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  UNIQUE KEY line_split_once (statement_line_id, standing),
  CONSTRAINT line_split_line FOREIGN KEY (statement_line_id) REFERENCES statement_line (id),
  CONSTRAINT line_split_user FOREIGN KEY (user_id) REFERENCES user (id)
);
ALTER TABLE statement_line
  ADD COLUMN standing BOOLEAN DEFAULT TRUE,
  ADD COLUMN line_split_id BIGINT UNSIGNED NULL,
  ADD KEY statement_line_part (line_split_id),
  ADD CONSTRAINT statement_line_split FOREIGN KEY (line_split_id) REFERENCES line_split (id);
