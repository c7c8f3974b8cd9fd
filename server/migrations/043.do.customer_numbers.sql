-- A customer's number, the shop's own: typed, or C- with the row's id; found like the name.
ALTER TABLE customer
  ADD COLUMN number VARCHAR(20) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci NULL AFTER id,
  ADD UNIQUE KEY customer_number (number);
UPDATE customer
SET number = CONCAT('C-', id), search = LEFT(CONCAT(search, ' c-', id), 320);
