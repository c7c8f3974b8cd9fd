-- The department that an expense, or other money in, is for.
ALTER TABLE drawer_act_part
  ADD COLUMN department_id INT UNSIGNED NULL,
  ADD CONSTRAINT drawer_act_part_department FOREIGN KEY (department_id) REFERENCES department (id);
