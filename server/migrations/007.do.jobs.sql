-- Heavy work with progress: any server may ask for it and stop it. When a running job last said
-- that it lives: one whose server is dead can be told.
CREATE TABLE job (
  id CHAR(36) NOT NULL PRIMARY KEY,
  number BIGINT UNSIGNED NOT NULL AUTO_INCREMENT UNIQUE,
  kind VARCHAR(30) NOT NULL,
  status ENUM('running', 'done', 'failed', 'stopped') NOT NULL,
  steps_done INT UNSIGNED NOT NULL DEFAULT 0,
  steps_total INT UNSIGNED NOT NULL DEFAULT 0,
  stop_asked BOOLEAN NOT NULL DEFAULT FALSE,
  result LONGTEXT NULL,
  user_id INT UNSIGNED NOT NULL,
  started_at DATETIME(3) NOT NULL,
  ended_at DATETIME(3) NULL,
  beat_at DATETIME(3) NULL,
  KEY job_latest (kind, status, number),
  CONSTRAINT job_user FOREIGN KEY (user_id) REFERENCES user (id)
);
