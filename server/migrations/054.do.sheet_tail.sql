-- Frozen sheets that no seal vouches for yet. Filled and emptied by triggers, as the tail of entries is: the
-- sealer asks it several times a second, however many days were closed.
CREATE TABLE unsealed_sheet (
  day_close_id BIGINT UNSIGNED NOT NULL PRIMARY KEY
);
INSERT INTO unsealed_sheet (day_close_id)
SELECT c.id FROM day_close c
LEFT JOIN sealed_sheet s ON s.day_close_id = c.id WHERE s.day_close_id IS NULL;

CREATE TRIGGER day_close_frozen AFTER INSERT ON day_close FOR EACH ROW
  INSERT INTO unsealed_sheet (day_close_id) VALUES (NEW.id);

CREATE TRIGGER sealed_sheet_sealed AFTER INSERT ON sealed_sheet FOR EACH ROW
  DELETE FROM unsealed_sheet WHERE day_close_id = NEW.day_close_id;
