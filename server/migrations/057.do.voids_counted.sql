-- Voided after its drawer was counted: its cash stood against over and short.
ALTER TABLE sale_void ADD COLUMN counted BOOLEAN NOT NULL DEFAULT FALSE;
