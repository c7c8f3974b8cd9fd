-- Of the pieces of a denomination so many full rolls were counted.
ALTER TABLE drawer_count ADD COLUMN rolls INT UNSIGNED NOT NULL DEFAULT 0;
-- Who signed beside the one who counted.
ALTER TABLE drawer_close
  ADD COLUMN witness_id INT UNSIGNED NULL,
  ADD CONSTRAINT drawer_close_witness FOREIGN KEY (witness_id) REFERENCES user (id);

-- A count that was made again: what the counts before it came to, cash and cheques.
CREATE TABLE drawer_count_before (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_session_id BIGINT UNSIGNED NOT NULL,
  counted_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  counted_at DATETIME(3) NOT NULL,
  CONSTRAINT drawer_count_before_session FOREIGN KEY (drawer_session_id)
    REFERENCES drawer_session (id),
  CONSTRAINT drawer_count_before_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- What the terminal's report says of a session's cards, beside what the till took by them then.
CREATE TABLE drawer_close_card (
  drawer_close_id BIGINT UNSIGNED NOT NULL,
  pot VARCHAR(80) NOT NULL,
  till_minor BIGINT NOT NULL,
  terminal_minor BIGINT NOT NULL,
  PRIMARY KEY (drawer_close_id, pot),
  CONSTRAINT drawer_close_card_of FOREIGN KEY (drawer_close_id) REFERENCES drawer_close (id)
);
