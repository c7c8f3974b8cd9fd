-- Groups of movements and statement lines that belong together. A bag that the bank counted
-- differently, as a person decided it: it goes with the match of its line, and is undone with it.
CREATE TABLE match_group (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  certain BOOLEAN NOT NULL,
  grade INT UNSIGNED NOT NULL,
  round INT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  matched_at DATETIME(3) NOT NULL,
  bag_difference_minor BIGINT NOT NULL DEFAULT 0,
  CONSTRAINT match_group_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT match_group_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT match_group_grade CHECK (grade BETWEEN 1 AND 3)
);

CREATE TABLE match_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  match_group_id BIGINT UNSIGNED NOT NULL UNIQUE,
  user_id INT UNSIGNED NOT NULL,
  undone_at DATETIME(3) NOT NULL,
  CONSTRAINT match_undo_group FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT match_undo_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- The groups whose settling left this one without a rival: undoing one undoes this one too.
CREATE TABLE match_lean (
  match_group_id BIGINT UNSIGNED NOT NULL,
  leans_on_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (match_group_id, leans_on_id),
  CONSTRAINT match_lean_group FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT match_lean_on FOREIGN KEY (leans_on_id) REFERENCES match_group (id)
);

CREATE TABLE match_member (
  match_group_id BIGINT UNSIGNED NOT NULL,
  kind VARCHAR(20) NOT NULL,
  member_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (match_group_id, kind, member_id),
  KEY match_member_of (kind, member_id),
  CONSTRAINT match_member_group FOREIGN KEY (match_group_id) REFERENCES match_group (id)
);
