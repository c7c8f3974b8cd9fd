-- A session runs from one count to the next; sales after the count began go to the next.
CREATE TABLE drawer_session (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_id INT UNSIGNED NOT NULL,
  number INT UNSIGNED NOT NULL,
  opened_at DATETIME(3) NOT NULL,
  count_begun_at DATETIME(3) NULL,
  UNIQUE KEY drawer_session_number (drawer_id, number),
  CONSTRAINT drawer_session_drawer FOREIGN KEY (drawer_id) REFERENCES drawer (id)
);

CREATE TABLE drawer_close (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_session_id BIGINT UNSIGNED NOT NULL UNIQUE,
  date DATE NOT NULL,
  takings_day DATE NOT NULL,
  expected_minor BIGINT NOT NULL,
  counted_minor BIGINT NOT NULL,
  difference_minor BIGINT NOT NULL,
  float_left_minor BIGINT NOT NULL,
  to_safe_minor BIGINT NOT NULL,
  note VARCHAR(300) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  closed_at DATETIME(3) NOT NULL,
  KEY drawer_close_day (takings_day),
  CONSTRAINT drawer_close_session FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT drawer_close_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT drawer_close_difference CHECK (difference_minor = counted_minor - expected_minor),
  CONSTRAINT drawer_close_parts CHECK (counted_minor = float_left_minor + to_safe_minor)
);

CREATE TABLE drawer_count (
  drawer_close_id BIGINT UNSIGNED NOT NULL,
  denomination_minor INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  PRIMARY KEY (drawer_close_id, denomination_minor),
  CONSTRAINT drawer_count_close FOREIGN KEY (drawer_close_id) REFERENCES drawer_close (id)
);

-- What waits in the safe, by the day that brought it. taken_minor is what slips took of it;
-- a slip takes by a versioned update of this row.
CREATE TABLE safe_item (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_close_id BIGINT UNSIGNED NOT NULL,
  takings_day DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  taken_minor BIGINT NOT NULL DEFAULT 0,
  KEY safe_item_day (takings_day),
  CONSTRAINT safe_item_close FOREIGN KEY (drawer_close_id) REFERENCES drawer_close (id),
  CONSTRAINT safe_item_taken CHECK (
    (amount_minor > 0 AND taken_minor BETWEEN 0 AND amount_minor)
    OR (amount_minor < 0 AND taken_minor IN (0, amount_minor)))
);
