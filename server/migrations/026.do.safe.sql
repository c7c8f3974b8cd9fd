-- What waits in the safe, by the day that brought it. taken_minor is what slips took of it; a slip
-- takes by a versioned update of this row. A cheque waits in the safe by itself; cheques are
-- counted piece by piece. Which pot the money of a safe's item was taken into: a fund that is let
-- go brings what filled it.
CREATE TABLE safe_item (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_close_id BIGINT UNSIGNED NOT NULL,
  takings_day DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  taken_minor BIGINT NOT NULL DEFAULT 0,
  cheque_id BIGINT UNSIGNED NULL UNIQUE,
  found_id BIGINT UNSIGNED NULL,
  from_pot VARCHAR(60) NOT NULL DEFAULT 'cash',
  KEY safe_item_day (takings_day),
  CONSTRAINT safe_item_cheque FOREIGN KEY (cheque_id) REFERENCES cheque (id),
  CONSTRAINT safe_item_close FOREIGN KEY (drawer_close_id) REFERENCES drawer_close (id),
  CONSTRAINT safe_item_found FOREIGN KEY (found_id) REFERENCES cheque_found (id),
  CONSTRAINT safe_item_taken CHECK (amount_minor > 0 AND taken_minor BETWEEN 0 AND amount_minor
    OR amount_minor < 0 AND taken_minor IN (0,amount_minor))
);

-- A slip is recalled until it is matched: what it took lies in the safe again.
CREATE TABLE slip (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  bank_account_id INT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  bank_reference VARCHAR(40) NOT NULL,
  total_minor BIGINT NOT NULL,
  match_group_id BIGINT UNSIGNED NULL,
  user_id INT UNSIGNED NOT NULL,
  sent_at DATETIME(3) NOT NULL,
  standing BOOLEAN DEFAULT TRUE,
  CONSTRAINT slip_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  CONSTRAINT slip_match FOREIGN KEY (match_group_id) REFERENCES match_group (id),
  CONSTRAINT slip_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT slip_total CHECK (total_minor > 0),
  CONSTRAINT slip_recalled CHECK (standing <> 0 OR match_group_id IS NULL)
);

CREATE TABLE slip_item (
  slip_id BIGINT UNSIGNED NOT NULL,
  safe_item_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (slip_id, safe_item_id),
  CONSTRAINT slip_item_safe_item FOREIGN KEY (safe_item_id) REFERENCES safe_item (id),
  CONSTRAINT slip_item_slip FOREIGN KEY (slip_id) REFERENCES slip (id)
);

CREATE TABLE slip_recall (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  slip_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT slip_recall_of FOREIGN KEY (slip_id) REFERENCES slip (id)
);

CREATE SQL SECURITY INVOKER VIEW slip_item_now AS
SELECT x.slip_id, x.safe_item_id, x.amount_minor
FROM slip_item x JOIN slip s ON s.id = x.slip_id
WHERE s.standing;
