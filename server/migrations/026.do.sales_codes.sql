-- A short code by which a salesperson is named at the counter.
ALTER TABLE user ADD sales_code VARCHAR(4) NULL UNIQUE;

UPDATE user SET sales_code = CAST(id AS CHAR) WHERE id < 10000;
