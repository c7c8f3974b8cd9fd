-- A document whose entry would have no line has none, and says so: the audit expects none then, and
-- proves by the document's own rows that it moved nothing.
ALTER TABLE document
  ADD without_effect BOOLEAN NOT NULL DEFAULT FALSE,
  ADD CONSTRAINT document_effect CHECK (without_effect = (entry_id IS NULL));
