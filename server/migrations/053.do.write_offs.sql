-- Whether the tax in what is written off is owed no more.
ALTER TABLE account_rule ADD write_off_adjusts_tax BOOLEAN NOT NULL DEFAULT FALSE;
