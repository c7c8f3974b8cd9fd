-- The last day whose sheet was closed, beside the shop's locks: what is posted after it need not look for a sheet.
ALTER TABLE shop ADD COLUMN last_sheet DATE NULL;
UPDATE shop SET last_sheet = (SELECT MAX(date) FROM day_close);
