-- The cash of an act by denomination, where it was counted.
CREATE TABLE drawer_act_piece (
  drawer_act_id BIGINT UNSIGNED NOT NULL,
  denomination_minor INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  PRIMARY KEY (drawer_act_id, denomination_minor),
  CONSTRAINT drawer_act_piece_of FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id)
);
