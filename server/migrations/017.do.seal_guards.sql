CREATE TRIGGER seal_sealed AFTER INSERT ON seal FOR EACH ROW
  DELETE FROM unsealed WHERE entry_id = NEW.entry_id;

CREATE TRIGGER seal_update BEFORE UPDATE ON seal FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: a seal is never changed';

CREATE TRIGGER seal_delete BEFORE DELETE ON seal FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'journal: a seal is never deleted';

CREATE TRIGGER document_update BEFORE UPDATE ON document FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'document: a number is never changed';

CREATE TRIGGER document_delete BEFORE DELETE ON document FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'document: a number is never deleted';
