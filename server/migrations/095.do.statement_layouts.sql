-- How a bank's own tables of lines are read, as a person made it out. `mapping` is a StatementMapping of core.
CREATE TABLE statement_layout (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  name VARCHAR(80) NOT NULL,
  mapping LONGTEXT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  saved_at DATETIME(3) NOT NULL,
  UNIQUE KEY statement_layout_name (bank_account_id, name),
  CONSTRAINT statement_layout_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT statement_layout_user FOREIGN KEY (user_id) REFERENCES user (id)
);
