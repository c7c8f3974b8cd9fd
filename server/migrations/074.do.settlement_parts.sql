-- What a settlement has beside gross, refunds and fees; above zero it lowers what is paid.
-- difference_minor, differing: processor − till as it was found when the file came, and in how many
-- cards, or batches and schemes.
ALTER TABLE settlement
  ADD COLUMN tax_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN chargebacks_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN chargeback_fees_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN reserve_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN adjustments_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN merchant VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN stated VARCHAR(80) NOT NULL DEFAULT '',
  ADD COLUMN difference_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN differing INT UNSIGNED NOT NULL DEFAULT 0,
  DROP CONSTRAINT settlement_sum,
  ADD CONSTRAINT settlement_sum CHECK (net_minor = gross_minor - refunds_minor - fee_minor
    - tax_minor - chargebacks_minor - chargeback_fees_minor - reserve_minor - adjustments_minor);
