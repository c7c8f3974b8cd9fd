-- Which paper went out when, how and to whom. The first of a document is the original; later ones
-- are marked as copies. One original of each paper, whoever asks for it at the same time. A paper
-- goes out after it is kept, so that nothing waits for mail or a printer: what could not go leaves
-- the next one the original. One request sends a paper: whoever asks again meanwhile finds it
-- claimed.
CREATE TABLE paper_issue (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  kind ENUM('receipt', 'invoice', 'creditNote', 'quotation', 'order', 'deliveryNote') NOT NULL,
  subject_kind ENUM('sale', 'order', 'creditNote') NOT NULL,
  subject_id BIGINT UNSIGNED NOT NULL,
  format ENUM('page', 'roll') NOT NULL,
  how ENUM('pdf', 'mail', 'slip') NOT NULL,
  sent_to VARCHAR(120) NULL,
  copy BOOLEAN NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  issued_at DATETIME(3) NOT NULL,
  state ENUM('going', 'sending', 'done', 'failed') NOT NULL DEFAULT 'done',
  original BOOLEAN GENERATED ALWAYS AS (if(`copy` <> 0 or `state` = 'failed',NULL,1)) STORED,
  UNIQUE KEY paper_issue_original (kind, subject_kind, subject_id, original),
  KEY paper_issue_subject (subject_kind, subject_id),
  CONSTRAINT paper_issue_user FOREIGN KEY (user_id) REFERENCES user (id)
);
