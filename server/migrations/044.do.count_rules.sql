-- A count that differs by more than this is asked for once more before it closes; null: never. Two people
-- sign each count where the shop wants it so.
ALTER TABLE counter_rule
  ADD COLUMN count_ask_above_minor BIGINT NULL DEFAULT 2000,
  ADD COLUMN count_two_sign BOOLEAN NOT NULL DEFAULT FALSE;
