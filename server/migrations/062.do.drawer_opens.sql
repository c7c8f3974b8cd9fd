-- A drawer that is opened with its float counted: what differs from the fund is over or short, with a reason.
CREATE TABLE drawer_open (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_session_id BIGINT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  usual_minor BIGINT NOT NULL,
  expected_minor BIGINT NOT NULL,
  counted_minor BIGINT NOT NULL,
  difference_minor BIGINT NOT NULL,
  note VARCHAR(300) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  opened_at DATETIME(3) NOT NULL,
  undone BOOLEAN NOT NULL DEFAULT FALSE,
  KEY drawer_open_session (drawer_session_id),
  CONSTRAINT drawer_open_session_of FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT drawer_open_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT drawer_open_difference CHECK (difference_minor = counted_minor - expected_minor)
);

CREATE TABLE drawer_open_piece (
  drawer_open_id BIGINT UNSIGNED NOT NULL,
  denomination_minor INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  PRIMARY KEY (drawer_open_id, denomination_minor),
  CONSTRAINT drawer_open_piece_of FOREIGN KEY (drawer_open_id) REFERENCES drawer_open (id)
);
