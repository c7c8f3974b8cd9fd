CREATE TABLE drawer (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  code VARCHAR(20) NOT NULL UNIQUE,
  name VARCHAR(80) NOT NULL,
  float_minor BIGINT NOT NULL,
  CONSTRAINT drawer_float CHECK (float_minor >= 0)
);

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

-- What lies in a drawer as change is an account of its own: a close may fill it up or let some go.
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
  cheques_expected_minor BIGINT NOT NULL DEFAULT 0,
  cheques_counted_minor BIGINT NOT NULL DEFAULT 0,
  fund_change_minor BIGINT NOT NULL DEFAULT 0,
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
