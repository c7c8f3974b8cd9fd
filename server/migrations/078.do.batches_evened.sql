-- 0: cards of two days in one batch are put against each other, where it is settled to the cent.
ALTER TABLE batch_difference DROP CONSTRAINT batch_difference_some;
