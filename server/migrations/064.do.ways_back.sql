-- Only the last membership of a tender counts: this view is how every statement asks.
CREATE SQL SECURITY INVOKER VIEW batch_now AS
SELECT m.sale_tender_id, m.batch_id
FROM batch_member m
WHERE NOT EXISTS (
  SELECT 1 FROM batch_member later
  WHERE later.sale_tender_id = m.sale_tender_id AND later.id > m.id);

-- A settlement is undone until it is matched, and its file may come again then. What the processor
-- carries of a negative net goes to its balance; the next settlement clears that first.
-- cleared_by_id: the one that did.
ALTER TABLE import_file
  ADD standing BOOLEAN NULL DEFAULT TRUE,
  DROP KEY content_hash,
  ADD UNIQUE KEY import_file_once (content_hash, standing);
ALTER TABLE settlement
  ADD standing BOOLEAN NULL DEFAULT TRUE,
  ADD to_bank_minor BIGINT NOT NULL DEFAULT 0,
  ADD carried_minor BIGINT NOT NULL DEFAULT 0,
  ADD cleared_by_id BIGINT UNSIGNED NULL;
UPDATE settlement SET to_bank_minor = net_minor;
ALTER TABLE settlement
  ADD UNIQUE KEY settlement_once (processor_id, reference, date, standing),
  DROP KEY settlement_reference,
  ADD CONSTRAINT settlement_cleared_by FOREIGN KEY (cleared_by_id) REFERENCES settlement (id),
  ADD CONSTRAINT settlement_parts CHECK (net_minor = to_bank_minor + carried_minor
    AND to_bank_minor >= 0),
  ADD CONSTRAINT settlement_undone CHECK (standing OR match_group_id IS NULL);
CREATE TABLE settlement_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  settlement_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT settlement_undo_of FOREIGN KEY (settlement_id) REFERENCES settlement (id)
);
CREATE SQL SECURITY INVOKER VIEW settled_now AS
SELECT x.settlement_id, x.batch_id, x.scheme, x.amount_minor
FROM settled x JOIN settlement g ON g.id = x.settlement_id
WHERE g.standing;

-- A slip is recalled until it is matched: what it took lies in the safe again.
ALTER TABLE slip
  ADD standing BOOLEAN NULL DEFAULT TRUE,
  ADD CONSTRAINT slip_recalled CHECK (standing OR match_group_id IS NULL);
CREATE TABLE slip_recall (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  slip_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT slip_recall_of FOREIGN KEY (slip_id) REFERENCES slip (id)
);
CREATE SQL SECURITY INVOKER VIEW slip_item_now AS
SELECT x.slip_id, x.safe_item_id, x.amount_minor
FROM slip_item x JOIN slip s ON s.id = x.slip_id
WHERE s.standing;

-- A cheque that was missing at its count and is found later: it comes back from over and short.
CREATE TABLE cheque_found (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  cheque_id BIGINT UNSIGNED NOT NULL UNIQUE,
  amount_minor BIGINT NOT NULL,
  CONSTRAINT cheque_found_of FOREIGN KEY (cheque_id) REFERENCES cheque (id)
);
ALTER TABLE safe_item
  ADD found_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT safe_item_found FOREIGN KEY (found_id) REFERENCES cheque_found (id);

-- What became of a voucher after its last day, each by an approval.
CREATE TABLE voucher_change (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  voucher_id BIGINT UNSIGNED NOT NULL,
  kind ENUM('extended', 'expired') NOT NULL,
  valid_until_before DATE NOT NULL,
  valid_until DATE NOT NULL,
  expired_minor BIGINT NOT NULL,
  approval_id BIGINT UNSIGNED NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  changed_at DATETIME(3) NOT NULL,
  KEY voucher_change_of (voucher_id),
  CONSTRAINT voucher_change_voucher FOREIGN KEY (voucher_id) REFERENCES voucher (id),
  CONSTRAINT voucher_change_approval FOREIGN KEY (approval_id) REFERENCES approval (id),
  CONSTRAINT voucher_change_user FOREIGN KEY (user_id) REFERENCES user (id)
);
ALTER TABLE voucher ADD KEY voucher_until (valid_until);

-- A voucher that is taken back whole and unused, whatever day it was sold on.
ALTER TABLE sale_extra
  MODIFY kind ENUM('voucher', 'voucherBack', 'prepayment', 'prepaymentBack', 'tip', 'cashBack',
    'accountPayment', 'creditOut', 'chequePaid') NOT NULL,
  DROP CONSTRAINT sale_extra_of,
  ADD CONSTRAINT sale_extra_of CHECK (
    (kind IN ('voucher', 'voucherBack')) = (voucher_id IS NOT NULL)
    AND (kind IN ('prepayment', 'prepaymentBack')) = (order_id IS NOT NULL)
    AND (kind IN ('accountPayment', 'creditOut')) = (charge_account_id IS NOT NULL)
    AND (kind = 'chequePaid') = (returned_cheque_id IS NOT NULL));

-- Whether settlements settled all that the till has of a batch, by each scheme: kept at each
-- settlement and its undoing, so that the list of what is open reads only that.
ALTER TABLE batch
  ADD settled_whole BOOLEAN NOT NULL DEFAULT FALSE,
  ADD KEY batch_open (settled_whole, batch_date);
