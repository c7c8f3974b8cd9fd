CREATE TABLE user (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  username VARCHAR(60) NOT NULL UNIQUE,
  name VARCHAR(120) NOT NULL,
  role ENUM('clerk', 'bookkeeper', 'manager') NOT NULL,
  password_hash VARCHAR(255) NOT NULL,
  pin_hash VARCHAR(255) NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE
);

-- The columns that express-mysql-session reads and writes.
CREATE TABLE session (
  session_id VARCHAR(128) COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  expires INT UNSIGNED NOT NULL,
  data MEDIUMTEXT COLLATE utf8mb4_bin NULL,
  KEY session_expires (expires)
);

-- The columns that rate-limiter-flexible reads and writes.
CREATE TABLE rate_limit (
  `key` VARCHAR(255) CHARACTER SET utf8mb4 NOT NULL PRIMARY KEY,
  points INT NOT NULL DEFAULT 0,
  expire BIGINT UNSIGNED NULL
);

-- A manager's or bookkeeper's word that a broken rule may stand; kept with the entry.
CREATE TABLE approval (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  approver_id INT UNSIGNED NOT NULL,
  asked_by_id INT UNSIGNED NOT NULL,
  rules JSON NOT NULL,
  reason VARCHAR(300) NOT NULL,
  approved_at DATETIME(3) NOT NULL,
  CONSTRAINT approval_approver FOREIGN KEY (approver_id) REFERENCES user (id),
  CONSTRAINT approval_asked_by FOREIGN KEY (asked_by_id) REFERENCES user (id),
  CONSTRAINT approval_reason CHECK (CHAR_LENGTH(TRIM(reason)) > 0)
);

-- Idempotency: the key is inserted first in its transaction; a refusal rolls it back.
CREATE TABLE command (
  idempotency_key CHAR(36) NOT NULL PRIMARY KEY,
  user_id INT UNSIGNED NOT NULL,
  hash CHAR(64) NOT NULL,
  answer LONGTEXT NULL,
  document_number VARCHAR(20) NULL,
  created_at DATETIME(3) NOT NULL,
  CONSTRAINT command_user FOREIGN KEY (user_id) REFERENCES user (id)
);
