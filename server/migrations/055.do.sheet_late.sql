-- What came on a day's sheet after it was closed, from the moment at which it came.
CREATE TABLE sheet_late (
  kind VARCHAR(30) NOT NULL,
  subject_id BIGINT UNSIGNED NOT NULL,
  day_close_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (kind, subject_id),
  KEY sheet_late_close (day_close_id),
  CONSTRAINT sheet_late_document FOREIGN KEY (kind, subject_id) REFERENCES document (kind, subject_id),
  CONSTRAINT sheet_late_of FOREIGN KEY (day_close_id) REFERENCES day_close (id)
);
INSERT INTO sheet_late (kind, subject_id, day_close_id)
SELECT d.kind, d.subject_id, MAX(c.id)
FROM day_close c
JOIN document d ON d.date = c.date AND d.made_at > c.closed_at
LEFT JOIN day_reopen r ON r.day_close_id = c.id
WHERE d.kind IN ('sale', 'saleVoid', 'drawerClose', 'moneyOut', 'moneyOutUndo', 'moneyIn',
    'moneyInUndo', 'drop', 'dropUndo', 'floatUp', 'floatUpUndo')
  AND (r.id IS NULL OR r.reopened_at > d.made_at)
GROUP BY d.kind, d.subject_id;
