-- A short code by which a salesperson is named at the counter. auth_version rises when a password,
-- a PIN or a role changes: sessions from before end.
CREATE TABLE user (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  username VARCHAR(60) NOT NULL UNIQUE,
  name VARCHAR(120) NOT NULL,
  role ENUM('clerk', 'bookkeeper', 'manager') NOT NULL,
  password_hash VARCHAR(255) NOT NULL,
  pin_hash VARCHAR(255) NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE,
  sales_code VARCHAR(4) NULL UNIQUE,
  auth_version INT UNSIGNED NOT NULL DEFAULT 1
);

-- The columns that express-mysql-session reads and writes.
CREATE TABLE session (
  session_id VARCHAR(128) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  expires INT UNSIGNED NOT NULL,
  data MEDIUMTEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NULL,
  KEY session_expires (expires)
);

-- The columns that rate-limiter-flexible reads and writes.
CREATE TABLE rate_limit (
  `key` VARCHAR(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci NOT NULL PRIMARY KEY,
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

-- A device on which a person signed in once is trusted for him: others can't lock him out of it.
-- Only a hash of what its cookie holds is kept.
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
  CONSTRAINT failed_try_by FOREIGN KEY (by_user_id) REFERENCES user (id),
  CONSTRAINT failed_try_user FOREIGN KEY (user_id) REFERENCES user (id)
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

-- A clock that runs back or leaps is allowed once, up to an instant, by an approved act.
CREATE TABLE clock_allowed (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  until_at DATETIME(3) NOT NULL,
  approval_id BIGINT UNSIGNED NULL,
  CONSTRAINT clock_allowed_approval FOREIGN KEY (approval_id) REFERENCES approval (id)
);

-- Sessions from before end when a password, a PIN or a role changes.
CREATE TRIGGER user_changed BEFORE UPDATE ON user FOR EACH ROW
BEGIN
  IF NEW.password_hash <> OLD.password_hash OR NEW.role <> OLD.role
    OR NOT NEW.pin_hash <=> OLD.pin_hash THEN
    SET NEW.auth_version = OLD.auth_version + 1;
  END IF;
END;
