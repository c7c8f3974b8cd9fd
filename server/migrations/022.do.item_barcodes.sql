-- A barcode is read by a scanner and names one item.
CREATE TABLE item_barcode (
  barcode VARCHAR(40) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL PRIMARY KEY,
  item_id INT UNSIGNED NOT NULL,
  KEY item_barcode_item (item_id),
  CONSTRAINT item_barcode_item FOREIGN KEY (item_id) REFERENCES item (id)
);
