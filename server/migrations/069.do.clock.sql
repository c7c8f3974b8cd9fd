-- A clock that runs back or leaps is allowed once, up to an instant, by an approved act.
CREATE TABLE clock_allowed (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  until_at DATETIME(3) NOT NULL,
  approval_id BIGINT UNSIGNED NULL,
  CONSTRAINT clock_allowed_approval FOREIGN KEY (approval_id) REFERENCES approval (id)
);
