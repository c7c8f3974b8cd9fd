CREATE TABLE shop (
  id INT UNSIGNED NOT NULL PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  currency CHAR(3) NOT NULL,
  locale VARCHAR(35) NOT NULL,
  zone VARCHAR(64) NOT NULL,
  holiday_region VARCHAR(16) NOT NULL,
  cash_step_minor INT UNSIGNED NOT NULL,
  prices_include_tax BOOLEAN NOT NULL,
  tax_round_by ENUM('line', 'document') NOT NULL,
  tax_rounding ENUM('halfUp', 'halfEven', 'down') NOT NULL,
  blind_count BOOLEAN NOT NULL,
  demo BOOLEAN NOT NULL DEFAULT FALSE,
  CONSTRAINT shop_cash_step CHECK (cash_step_minor >= 1)
);

-- closed_through: posting on or before needs an approval. filed_through: nobody posts there.
CREATE TABLE period_lock (
  shop_id INT UNSIGNED NOT NULL PRIMARY KEY,
  closed_through DATE NULL,
  filed_through DATE NULL,
  CONSTRAINT period_lock_shop FOREIGN KEY (shop_id) REFERENCES shop (id)
);

-- The head and foot of the shop's papers. Mail comes from the shop's own address.
CREATE TABLE shop_paper (
  shop_id INT UNSIGNED NOT NULL PRIMARY KEY,
  address VARCHAR(300) NOT NULL DEFAULT '',
  email VARCHAR(120) NOT NULL DEFAULT '',
  tax_numbers VARCHAR(200) NOT NULL DEFAULT '',
  foot VARCHAR(300) NOT NULL DEFAULT '',
  page_size ENUM('a4', 'letter') NOT NULL DEFAULT 'letter',
  logo MEDIUMBLOB NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  CONSTRAINT shop_paper_shop FOREIGN KEY (shop_id) REFERENCES shop (id)
);
