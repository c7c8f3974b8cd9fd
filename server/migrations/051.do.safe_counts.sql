-- The safe's cash is counted by itself; what differs is an item of its own, above or below zero.
CREATE TABLE safe_count (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  date DATE NOT NULL,
  expected_minor BIGINT NOT NULL,
  counted_minor BIGINT NOT NULL,
  difference_minor BIGINT NOT NULL,
  note VARCHAR(300) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  counted_at DATETIME(3) NOT NULL,
  CONSTRAINT safe_count_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT safe_count_difference CHECK (difference_minor = counted_minor - expected_minor)
);

CREATE TABLE safe_count_piece (
  safe_count_id BIGINT UNSIGNED NOT NULL,
  denomination_minor INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  PRIMARY KEY (safe_count_id, denomination_minor),
  CONSTRAINT safe_count_piece_of FOREIGN KEY (safe_count_id) REFERENCES safe_count (id)
);
