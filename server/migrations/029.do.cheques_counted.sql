-- A cheque waits in the safe by itself; cheques are counted piece by piece.
ALTER TABLE safe_item
  ADD cheque_id BIGINT UNSIGNED NULL UNIQUE,
  ADD CONSTRAINT safe_item_cheque FOREIGN KEY (cheque_id) REFERENCES cheque (id);

ALTER TABLE drawer_close
  ADD cheques_expected_minor BIGINT NOT NULL DEFAULT 0,
  ADD cheques_counted_minor BIGINT NOT NULL DEFAULT 0;
