-- The counter's rules, one row a shop. Percentages as text of the exact decimal.
CREATE TABLE counter_rule (
  shop_id INT UNSIGNED NOT NULL PRIMARY KEY,
  return_days INT UNSIGNED NOT NULL DEFAULT 30,
  restocking_percent DECIMAL(6, 3) NOT NULL DEFAULT 20,
  restocking_taxed BOOLEAN NOT NULL DEFAULT FALSE,
  credit_days INT UNSIGNED NOT NULL DEFAULT 60,
  credit_warn_days INT UNSIGNED NOT NULL DEFAULT 10,
  approval_above_minor BIGINT NULL,
  original_tenders_first BOOLEAN NOT NULL DEFAULT TRUE,
  clerk_allowance_percent DECIMAL(6, 3) NOT NULL DEFAULT 10,
  bookkeeper_allowance_percent DECIMAL(6, 3) NOT NULL DEFAULT 25,
  CONSTRAINT counter_rule_shop FOREIGN KEY (shop_id) REFERENCES shop (id),
  CONSTRAINT counter_rule_percent CHECK (restocking_percent <= 100
    AND clerk_allowance_percent <= 100 AND bookkeeper_allowance_percent <= 100)
);
INSERT INTO counter_rule (shop_id) SELECT id FROM shop;

-- Why goods come back; the fee for taking them back is kept where the reason says so.
CREATE TABLE return_reason (
  code VARCHAR(20) NOT NULL PRIMARY KEY,
  name VARCHAR(60) NOT NULL,
  restocking BOOLEAN NOT NULL,
  position INT UNSIGNED NOT NULL,
  active BOOLEAN NOT NULL DEFAULT TRUE
);
INSERT INTO return_reason (code, name, restocking, position) VALUES
  ('wrongItem', 'Wrong item or size', FALSE, 1),
  ('faulty', 'Faulty', FALSE, 2),
  ('notNeeded', 'No longer needed', FALSE, 3),
  ('specialOrder', 'Ordered specially', TRUE, 4);
