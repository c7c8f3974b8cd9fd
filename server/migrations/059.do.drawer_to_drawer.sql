-- Cash that goes from one drawer to another lies in the session that took it up.
ALTER TABLE drawer_act
  ADD COLUMN to_session_id BIGINT UNSIGNED NULL,
  ADD CONSTRAINT drawer_act_to_session FOREIGN KEY (to_session_id) REFERENCES drawer_session (id);
