-- Under which number the processor knows the shop.
ALTER TABLE processor ADD COLUMN merchant_number VARCHAR(40) NOT NULL DEFAULT '';
