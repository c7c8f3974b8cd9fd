-- auth_version rises when a password, a PIN or a role changes: sessions from before end.
ALTER TABLE user ADD auth_version INT UNSIGNED NOT NULL DEFAULT 1;

-- A device on which a person signed in once is trusted for him: others can't lock him out of it. Only a
-- hash of what its cookie holds is kept.
CREATE TABLE trusted_device (
  device_hash CHAR(64) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  since DATETIME(3) NOT NULL,
  PRIMARY KEY (device_hash, user_id),
  CONSTRAINT trusted_device_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- Failed tries at a password or a PIN, shown to the manager. Names that nobody has are not kept.
CREATE TABLE failed_try (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  kind ENUM('password', 'pin') NOT NULL,
  user_id INT UNSIGNED NULL,
  by_user_id INT UNSIGNED NULL,
  address VARCHAR(60) NOT NULL,
  tried_at DATETIME(3) NOT NULL,
  KEY failed_try_at (tried_at),
  CONSTRAINT failed_try_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT failed_try_by FOREIGN KEY (by_user_id) REFERENCES user (id)
);

-- When a running job last said that it lives: one whose server is dead can be told.
ALTER TABLE job ADD beat_at DATETIME(3) NULL;

-- A paper goes out after it is kept, so that nothing waits for mail or a printer: what could not go
-- leaves the next one the original.
ALTER TABLE paper_issue
  ADD state ENUM('going', 'done', 'failed') NOT NULL DEFAULT 'done',
  DROP KEY paper_issue_original,
  DROP COLUMN original;
ALTER TABLE paper_issue
  ADD COLUMN original BOOLEAN AS (IF(copy OR state = 'failed', NULL, TRUE)) PERSISTENT,
  ADD UNIQUE KEY paper_issue_original (kind, subject_kind, subject_id, original);
