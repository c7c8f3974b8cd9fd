-- A ticket put aside, to be taken up again once, at any drawer.
CREATE TABLE parked_ticket (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  label VARCHAR(80) NOT NULL,
  ticket JSON NOT NULL,
  total_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  parked_at DATETIME(3) NOT NULL,
  taken_up_at DATETIME(3) NULL,
  CONSTRAINT parked_ticket_user FOREIGN KEY (user_id) REFERENCES user (id)
);
