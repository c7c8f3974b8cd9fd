-- What lies in a drawer as change is an account of its own: a close may fill it up or let some go.
ALTER TABLE drawer_close
  ADD fund_change_minor BIGINT NOT NULL DEFAULT 0;
-- Which pot the money of a safe's item was taken into: a fund that is let go brings what filled it.
ALTER TABLE safe_item
  ADD from_pot VARCHAR(60) NOT NULL DEFAULT 'cash';
