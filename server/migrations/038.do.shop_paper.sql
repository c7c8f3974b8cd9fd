-- The head and foot of the shop's papers.
CREATE TABLE shop_paper (
  shop_id INT UNSIGNED NOT NULL PRIMARY KEY,
  address VARCHAR(300) NOT NULL DEFAULT '',
  tax_numbers VARCHAR(200) NOT NULL DEFAULT '',
  foot VARCHAR(300) NOT NULL DEFAULT '',
  page_size ENUM('a4', 'letter') NOT NULL DEFAULT 'letter',
  logo MEDIUMBLOB NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  CONSTRAINT shop_paper_shop FOREIGN KEY (shop_id) REFERENCES shop (id)
);

INSERT INTO shop_paper (shop_id) SELECT id FROM shop;
