-- Room for name, phone twice, e-mail and number, and for letters that take more signs when plain.
ALTER TABLE customer
  MODIFY COLUMN search VARCHAR(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL;
