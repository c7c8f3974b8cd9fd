-- What may be paid out of a drawer without a manager; null: any amount.
ALTER TABLE counter_rule ADD COLUMN paid_out_free_minor BIGINT NULL;
