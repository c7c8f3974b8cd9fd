-- What a list of documents shows and searches stands with each: its date, when it was made and by
-- whom, at which drawer, for which customer, and its figure, as they were when it was numbered. No
-- document changes, so neither do these.
ALTER TABLE document
  ADD COLUMN date DATE NULL,
  ADD COLUMN made_at DATETIME(3) NULL,
  ADD COLUMN user_id INT UNSIGNED NULL,
  ADD COLUMN drawer_id INT UNSIGNED NULL,
  ADD COLUMN customer_id INT UNSIGNED NULL,
  ADD COLUMN amount_minor BIGINT NOT NULL DEFAULT 0;

-- Numbers of documents never change; what was made before gets what it lacked.
DROP TRIGGER document_update;

UPDATE document d
JOIN entry e ON e.id = d.entry_id
LEFT JOIN drawer_session ds ON ds.id = e.drawer_session_id
SET d.date = e.date, d.made_at = e.posted_at, d.user_id = e.user_id, d.drawer_id = ds.drawer_id,
  d.amount_minor = (SELECT SUM(l.amount_minor) FROM entry_line l
    WHERE l.entry_id = e.id AND l.amount_minor > 0),
  d.customer_id = (SELECT MIN(a.customer_id) FROM entry_line l
    JOIN charge_account a ON a.id = l.charge_account_id
    WHERE l.entry_id = e.id HAVING COUNT(DISTINCT a.id) = 1);

UPDATE document d
JOIN customer_order x ON x.id = d.subject_id
SET d.date = x.date, d.made_at = x.made_at, d.user_id = x.user_id,
  d.customer_id = COALESCE(x.customer_id, d.customer_id), d.amount_minor = x.total_minor
WHERE d.kind IN ('quotation', 'order');

UPDATE document d
JOIN order_cancel k ON k.id = d.subject_id
JOIN customer_order x ON x.id = k.order_id
SET d.date = DATE(k.cancelled_at), d.made_at = k.cancelled_at, d.user_id = k.user_id,
  d.customer_id = COALESCE(x.customer_id, d.customer_id)
WHERE d.kind = 'orderCancel';

UPDATE document d
JOIN account_statement x ON x.id = d.subject_id
JOIN charge_account a ON a.id = x.charge_account_id
SET d.date = x.as_of, d.made_at = x.made_at, d.user_id = x.user_id,
  d.customer_id = a.customer_id, d.amount_minor = x.balance_minor
WHERE d.kind = 'accountStatement';

UPDATE document d
JOIN sale x ON x.id = d.subject_id
SET d.date = x.date, d.made_at = x.sold_at, d.user_id = x.user_id, d.drawer_id = x.drawer_id,
  d.customer_id = COALESCE(x.customer_id, d.customer_id), d.amount_minor = x.total_minor
WHERE d.kind = 'sale';

UPDATE document d
JOIN sale_void v ON v.id = d.subject_id
JOIN sale x ON x.id = v.sale_id
SET d.date = COALESCE(d.date, DATE(v.voided_at)), d.made_at = v.voided_at,
  d.user_id = v.user_id, d.customer_id = COALESCE(x.customer_id, d.customer_id), d.amount_minor = x.total_minor
WHERE d.kind = 'saleVoid';

UPDATE document d
JOIN credit_note x ON x.id = d.subject_id
JOIN sale s ON s.id = x.sale_id
SET d.date = x.issued_on, d.made_at = s.sold_at, d.user_id = s.user_id,
  d.customer_id = COALESCE(s.customer_id, d.customer_id), d.amount_minor = x.amount_minor
WHERE d.kind = 'creditNote';

UPDATE document d
JOIN settlement x ON x.id = d.subject_id
JOIN import_file f ON f.id = x.import_file_id
SET d.date = x.date, d.made_at = f.imported_at, d.user_id = x.user_id,
  d.amount_minor = x.net_minor
WHERE d.kind = 'settlement';

UPDATE document d
JOIN drawer_close x ON x.id = d.subject_id
JOIN drawer_session ds ON ds.id = x.drawer_session_id
SET d.date = x.date, d.made_at = x.closed_at, d.user_id = x.user_id, d.drawer_id = ds.drawer_id,
  d.amount_minor = x.counted_minor + x.cheques_counted_minor
WHERE d.kind = 'drawerClose';

-- What moved nothing and has no row of its own with a date: it was there by today.
UPDATE document SET date = CURRENT_DATE, made_at = NOW(3) WHERE date IS NULL;

ALTER TABLE document
  MODIFY COLUMN date DATE NOT NULL,
  MODIFY COLUMN made_at DATETIME(3) NOT NULL;

CREATE TRIGGER document_update BEFORE UPDATE ON document FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'document: a number is never changed';

-- Searched by its place in time, by its figure, by a number alone; kinds and customers for lists.
ALTER TABLE document
  ADD KEY document_made (date, made_at),
  ADD KEY document_amount (amount_minor),
  ADD KEY document_by_number (number),
  ADD KEY document_kind (kind, date, made_at),
  ADD KEY document_customer (customer_id, date, made_at),
  ADD CONSTRAINT document_user FOREIGN KEY (user_id) REFERENCES user (id),
  ADD CONSTRAINT document_drawer FOREIGN KEY (drawer_id) REFERENCES drawer (id),
  ADD CONSTRAINT document_for FOREIGN KEY (customer_id) REFERENCES customer (id);

ALTER TABLE statement_line
  ADD KEY statement_line_amount (amount_minor),
  ADD FULLTEXT KEY statement_line_text (text);
