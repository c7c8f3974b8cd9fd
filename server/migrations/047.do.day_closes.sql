-- The sheet of a day as it was closed: its paper in words and figures, frozen under its hash. Reopened, it
-- stays and stands no more; the next one is a version of its own.
CREATE TABLE day_close (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  date DATE NOT NULL,
  version INT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  closed_at DATETIME(3) NOT NULL,
  note VARCHAR(300) NOT NULL,
  content MEDIUMTEXT NOT NULL,
  hash CHAR(64) NOT NULL,
  standing BOOLEAN NULL DEFAULT TRUE,
  UNIQUE KEY day_close_version (date, version),
  UNIQUE KEY day_close_standing (date, standing),
  CONSTRAINT day_close_user FOREIGN KEY (user_id) REFERENCES user (id)
);

CREATE TABLE day_reopen (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  day_close_id BIGINT UNSIGNED NOT NULL UNIQUE,
  user_id INT UNSIGNED NOT NULL,
  reopened_at DATETIME(3) NOT NULL,
  reason VARCHAR(200) NOT NULL,
  CONSTRAINT day_reopen_of FOREIGN KEY (day_close_id) REFERENCES day_close (id),
  CONSTRAINT day_reopen_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- The seal that vouches for a frozen sheet: its hash is part of what that seal's hash is made of.
CREATE TABLE sealed_sheet (
  day_close_id BIGINT UNSIGNED NOT NULL PRIMARY KEY,
  number BIGINT UNSIGNED NOT NULL,
  KEY sealed_sheet_number (number),
  CONSTRAINT sealed_sheet_of FOREIGN KEY (day_close_id) REFERENCES day_close (id)
);
