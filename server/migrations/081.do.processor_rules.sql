-- Days in which a dispute is to be answered (0: nobody said), and what a processor holds in reserve: a
-- percentage of sales (empty: none) for so many days.
ALTER TABLE processor
  ADD COLUMN dispute_days INT UNSIGNED NOT NULL DEFAULT 0,
  ADD COLUMN reserve_percent VARCHAR(12) NOT NULL DEFAULT '',
  ADD COLUMN reserve_days INT UNSIGNED NOT NULL DEFAULT 0;
