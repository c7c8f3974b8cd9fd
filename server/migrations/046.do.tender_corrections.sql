-- A ticket without goods that gives a wrong tender of another back and takes the right one; the receipt
-- that it corrects stays as it was. `corrects_counted`: that drawer was counted, so that its cash stands
-- against over and short.
ALTER TABLE sale
  ADD COLUMN corrects_sale_id BIGINT UNSIGNED NULL,
  ADD COLUMN corrects_counted BOOLEAN NOT NULL DEFAULT FALSE,
  ADD CONSTRAINT sale_corrects FOREIGN KEY (corrects_sale_id) REFERENCES sale (id);
