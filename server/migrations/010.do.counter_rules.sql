-- The counter's rules, one row a shop. Percentages as text of the exact decimal. voucher_days null:
-- vouchers have no end. cash_back_max_minor null: no cash back.
CREATE TABLE counter_rule (
  shop_id INT UNSIGNED NOT NULL PRIMARY KEY,
  return_days INT UNSIGNED NOT NULL DEFAULT 30,
  restocking_percent DECIMAL(6, 3) NOT NULL DEFAULT 20.000,
  restocking_taxed BOOLEAN NOT NULL DEFAULT FALSE,
  credit_days INT UNSIGNED NOT NULL DEFAULT 60,
  credit_warn_days INT UNSIGNED NOT NULL DEFAULT 10,
  approval_above_minor BIGINT NULL,
  original_tenders_first BOOLEAN NOT NULL DEFAULT TRUE,
  clerk_allowance_percent DECIMAL(6, 3) NOT NULL DEFAULT 10.000,
  bookkeeper_allowance_percent DECIMAL(6, 3) NOT NULL DEFAULT 25.000,
  prepayment_tax ENUM('atSale', 'atReceipt') NOT NULL DEFAULT 'atSale',
  quotation_days INT UNSIGNED NOT NULL DEFAULT 30,
  voucher_days INT UNSIGNED NULL,
  tips BOOLEAN NOT NULL DEFAULT FALSE,
  cash_back_max_minor BIGINT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  CONSTRAINT counter_rule_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT counter_rule_percent CHECK (restocking_percent <= 100
    AND clerk_allowance_percent <= 100 AND bookkeeper_allowance_percent <= 100)
);

-- Why goods come back; the fee for taking them back is kept where the reason says so.
CREATE TABLE return_reason (
  code VARCHAR(20) NOT NULL PRIMARY KEY,
  name VARCHAR(60) NOT NULL,
  restocking BOOLEAN NOT NULL,
  position INT UNSIGNED NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE
);
