-- Documents that moved nothing have no entry to say when they were made and by whom: their own row
-- says it, else the command that made them. Those still lack their person.
DROP TRIGGER document_update;

UPDATE document d
JOIN allocation x ON x.id = d.subject_id
SET d.date = x.date, d.made_at = x.made_at, d.user_id = x.user_id
WHERE d.user_id IS NULL AND d.kind IN ('allocation', 'allocationUndo');

UPDATE document d
JOIN command c ON c.document_number = CONCAT(d.series, '-', d.number)
SET d.date = DATE(c.created_at), d.made_at = c.created_at, d.user_id = c.user_id
WHERE d.user_id IS NULL;

CREATE TRIGGER document_update BEFORE UPDATE ON document FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'document: a number is never changed';
