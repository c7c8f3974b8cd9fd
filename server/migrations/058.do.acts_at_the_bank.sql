-- Money beside the tickets that is in no drawer has no session; what moves at the bank waits in transit until a
-- line of the statement shows it.
ALTER TABLE drawer_act
  MODIFY drawer_session_id BIGINT UNSIGNED NULL,
  ADD COLUMN bank_account_id INT UNSIGNED NULL,
  ADD COLUMN match_group_id BIGINT UNSIGNED NULL,
  ADD KEY drawer_act_bank (bank_account_id, match_group_id),
  ADD KEY drawer_act_match (match_group_id),
  ADD CONSTRAINT drawer_act_bank_account FOREIGN KEY (bank_account_id) REFERENCES bank_account (id),
  ADD CONSTRAINT drawer_act_match_group FOREIGN KEY (match_group_id) REFERENCES match_group (id);
