-- What was agreed with a processor: append-only, the newest of a day counts; one without a plan takes
-- those of its day back. `plan` is a FeePlan of core, as it was typed.
CREATE TABLE fee_plan (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  from_date DATE NOT NULL,
  plan LONGTEXT NULL,
  user_id INT UNSIGNED NOT NULL,
  at DATETIME(3) NOT NULL,
  KEY fee_plan_of (processor_id, from_date, id),
  CONSTRAINT fee_plan_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT fee_plan_user FOREIGN KEY (user_id) REFERENCES user (id)
);
