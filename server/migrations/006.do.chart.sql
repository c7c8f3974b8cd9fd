CREATE TABLE account (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  role VARCHAR(30) NOT NULL UNIQUE,
  number VARCHAR(10) NOT NULL UNIQUE,
  type ENUM('asset', 'liability', 'equity', 'income', 'expense') NOT NULL
);
