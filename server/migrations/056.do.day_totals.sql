-- Days typed as totals of a till: several at once, undone as one. typed: what was sent, so that it can be
-- taken up again.
CREATE TABLE day_totals (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  from_date DATE NOT NULL,
  to_date DATE NOT NULL,
  total_minor BIGINT NOT NULL,
  typed MEDIUMTEXT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  CONSTRAINT day_totals_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- The tickets and the money beside them that it made, in their order.
CREATE TABLE day_totals_part (
  day_totals_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  sale_id BIGINT UNSIGNED NULL UNIQUE,
  drawer_act_id BIGINT UNSIGNED NULL UNIQUE,
  PRIMARY KEY (day_totals_id, position),
  CONSTRAINT day_totals_part_of FOREIGN KEY (day_totals_id) REFERENCES day_totals (id),
  CONSTRAINT day_totals_part_sale FOREIGN KEY (sale_id) REFERENCES sale (id),
  CONSTRAINT day_totals_part_act FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id),
  CONSTRAINT day_totals_part_one CHECK ((sale_id IS NULL) <> (drawer_act_id IS NULL))
);

CREATE TABLE day_totals_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  day_totals_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT day_totals_undo_of FOREIGN KEY (day_totals_id) REFERENCES day_totals (id)
);

