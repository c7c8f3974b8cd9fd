-- A statement of the shop's own card, checked against what was paid with it: each movement stands on one statement alone.
CREATE TABLE card_statement (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  date DATE NOT NULL,
  due_on DATE NULL,
  balance_before_minor BIGINT NOT NULL,
  balance_minor BIGINT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  standing BOOLEAN NULL DEFAULT TRUE,
  UNIQUE KEY card_statement_once (date, standing),
  CONSTRAINT card_statement_user FOREIGN KEY (user_id) REFERENCES user (id)
);
CREATE TABLE card_statement_item (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  card_statement_id BIGINT UNSIGNED NOT NULL,
  drawer_act_id BIGINT UNSIGNED NOT NULL,
  standing BOOLEAN NULL DEFAULT TRUE,
  UNIQUE KEY card_statement_item_once (drawer_act_id, standing),
  CONSTRAINT card_statement_item_of FOREIGN KEY (card_statement_id) REFERENCES card_statement (id),
  CONSTRAINT card_statement_item_act FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id)
);
CREATE TABLE card_statement_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  card_statement_id BIGINT UNSIGNED NOT NULL UNIQUE,
  reason VARCHAR(200) NOT NULL,
  CONSTRAINT card_statement_undo_of FOREIGN KEY (card_statement_id) REFERENCES card_statement (id)
);
