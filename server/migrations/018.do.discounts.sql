-- version: what competes for a sale (two drawers taking its goods back) updates it first.
-- used_minor: returned value that paid for what was sold on the same ticket.
ALTER TABLE sale
  ADD version INT UNSIGNED NOT NULL DEFAULT 0,
  ADD discount_minor BIGINT NOT NULL DEFAULT 0,
  ADD used_minor BIGINT NOT NULL DEFAULT 0;

-- list_minor: what the amount would be at the list price; null on sales that kept none.
ALTER TABLE sale_line
  ADD discount_minor BIGINT NOT NULL DEFAULT 0,
  ADD list_minor BIGINT NULL;
