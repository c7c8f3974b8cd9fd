-- Which paper went out when, how and to whom. The first of a document is the original; later
-- ones are marked as copies.
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
  KEY paper_issue_subject (subject_kind, subject_id),
  CONSTRAINT paper_issue_user FOREIGN KEY (user_id) REFERENCES user (id)
);
