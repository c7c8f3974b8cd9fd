-- What of the safe's cash filled a drawer's float up, by the item that it was taken of.
CREATE TABLE drawer_act_safe (
  drawer_act_id BIGINT UNSIGNED NOT NULL,
  safe_item_id BIGINT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  PRIMARY KEY (drawer_act_id, safe_item_id),
  CONSTRAINT drawer_act_safe_of FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id),
  CONSTRAINT drawer_act_safe_item FOREIGN KEY (safe_item_id) REFERENCES safe_item (id),
  CONSTRAINT drawer_act_safe_amount CHECK (amount_minor > 0)
);
