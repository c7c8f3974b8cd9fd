-- pays_gross: settlements bring gross less refunds, and fees are billed by the month. bills_fees: what a
-- month costs is billed and debited by itself, also where settlements are net.
ALTER TABLE processor
  ADD COLUMN pays_gross BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN bills_fees BOOLEAN NOT NULL DEFAULT FALSE,
  ADD CONSTRAINT processor_bills CHECK (bills_fees OR NOT pays_gross);
