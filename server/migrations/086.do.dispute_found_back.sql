-- A sale that was found for a dispute can be forgotten again: where the money stood then, and what was known before.
ALTER TABLE dispute_retold
  ADD COLUMN holder VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN scheme_before VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN last_four_before VARCHAR(4) NOT NULL DEFAULT '',
  ADD COLUMN standing BOOLEAN DEFAULT TRUE,
  ADD KEY dispute_retold_at (holder, standing);
UPDATE dispute_retold r
JOIN dispute x ON x.id = r.dispute_id
JOIN document d ON d.kind = 'disputeRetold' AND d.subject_id = r.id
LEFT JOIN entry_line l ON l.entry_id = d.entry_id AND l.holder NOT LIKE 'dispute %'
SET r.holder = COALESCE(l.holder, ''), r.scheme_before = x.scheme,
  r.last_four_before = x.last_four;
CREATE TABLE dispute_retold_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispute_retold_id BIGINT UNSIGNED NOT NULL UNIQUE,
  date DATE NOT NULL,
  CONSTRAINT dispute_retold_undo_of FOREIGN KEY (dispute_retold_id) REFERENCES dispute_retold (id)
);
