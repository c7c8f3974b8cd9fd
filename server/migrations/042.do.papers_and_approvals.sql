-- Mail comes from the shop's own address.
ALTER TABLE shop_paper ADD COLUMN email VARCHAR(120) NOT NULL DEFAULT '' AFTER address;

-- One original of each paper, whoever asks for it at the same time.
UPDATE paper_issue p
JOIN (SELECT MIN(id) AS first, kind, subject_kind, subject_id
      FROM paper_issue GROUP BY kind, subject_kind, subject_id) o
  ON o.kind = p.kind AND o.subject_kind = p.subject_kind AND o.subject_id = p.subject_id
SET p.copy = p.id <> o.first;
ALTER TABLE paper_issue
  ADD COLUMN original BOOLEAN AS (IF(copy, NULL, TRUE)) PERSISTENT,
  ADD UNIQUE KEY paper_issue_original (kind, subject_kind, subject_id, original);

-- Who approved the prices of a kept ticket.
ALTER TABLE customer_order
  ADD COLUMN approval_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT customer_order_approval FOREIGN KEY (approval_id) REFERENCES approval (id);
