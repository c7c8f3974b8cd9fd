ALTER TABLE tender MODIFY kind ENUM('cash', 'card', 'storeCredit') NOT NULL;
INSERT INTO tender (code, name, kind, position, shortcut)
SELECT 'credit', 'Store credit', 'storeCredit', 90, 's' FROM shop
WHERE NOT EXISTS (SELECT 1 FROM tender WHERE kind = 'storeCredit');
