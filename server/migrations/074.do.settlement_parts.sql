-- What a settlement has beside gross, refunds and fees; above zero it lowers what is paid.
ALTER TABLE settlement
  ADD COLUMN tax_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN chargebacks_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN chargeback_fees_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN reserve_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN adjustments_minor BIGINT NOT NULL DEFAULT 0,
  ADD COLUMN merchant VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN stated VARCHAR(80) NOT NULL DEFAULT '',
  DROP CONSTRAINT settlement_sum,
  ADD CONSTRAINT settlement_sum CHECK (net_minor = gross_minor - refunds_minor - fee_minor
    - tax_minor - chargebacks_minor - chargeback_fees_minor - reserve_minor - adjustments_minor);
