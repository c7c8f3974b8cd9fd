-- account_number: the liability account of this authority in the accountant's chart; empty: the
-- common account of tax payable.
ALTER TABLE tax_authority ADD account_number VARCHAR(10) NOT NULL DEFAULT '';
