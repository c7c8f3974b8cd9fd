-- What the shop decides of all its charge accounts.
CREATE TABLE account_rule (
  id TINYINT UNSIGNED NOT NULL PRIMARY KEY DEFAULT 1,
  grace_days SMALLINT UNSIGNED NOT NULL DEFAULT 7,
  discount_base ENUM('gross', 'net') NOT NULL DEFAULT 'gross',
  part_earns BOOLEAN NOT NULL DEFAULT FALSE,
  discount_adjusts_tax BOOLEAN NOT NULL DEFAULT TRUE,
  late_percent DECIMAL(5, 3) NOT NULL DEFAULT 1.5,
  late_grace_days SMALLINT UNSIGNED NOT NULL DEFAULT 10,
  late_minimum_minor BIGINT NOT NULL DEFAULT 0,
  cheque_fee_minor BIGINT NOT NULL DEFAULT 0,
  clerk_write_off_minor BIGINT NOT NULL DEFAULT 0,
  bookkeeper_write_off_minor BIGINT NOT NULL DEFAULT 500,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  CONSTRAINT account_rule_one CHECK (id = 1)
);
INSERT INTO account_rule (id) VALUES (1);
