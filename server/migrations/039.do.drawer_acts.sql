-- Money that goes into a drawer or out of it beside the tickets: paid out, other money in, the owner's,
-- a drop to the safe. Its parts name what it was for, each with the tax that was inside of it.
CREATE TABLE drawer_act (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  kind VARCHAR(20) NOT NULL,
  drawer_session_id BIGINT UNSIGNED NOT NULL,
  date DATE NOT NULL,
  amount_minor BIGINT NOT NULL,
  party VARCHAR(80) NOT NULL,
  words VARCHAR(200) NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  made_at DATETIME(3) NOT NULL,
  undone BOOLEAN NOT NULL DEFAULT FALSE,
  KEY drawer_act_day (date),
  KEY drawer_act_party (party, id),
  CONSTRAINT drawer_act_session FOREIGN KEY (drawer_session_id) REFERENCES drawer_session (id),
  CONSTRAINT drawer_act_user FOREIGN KEY (user_id) REFERENCES user (id),
  CONSTRAINT drawer_act_amount CHECK (amount_minor > 0)
);

CREATE TABLE drawer_act_part (
  drawer_act_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  account_role VARCHAR(30) NOT NULL,
  tax_code_id INT UNSIGNED NULL,
  net_minor BIGINT NOT NULL,
  tax_minor BIGINT NOT NULL,
  words VARCHAR(100) NOT NULL,
  PRIMARY KEY (drawer_act_id, position),
  CONSTRAINT drawer_act_part_account FOREIGN KEY (account_role) REFERENCES account (role),
  CONSTRAINT drawer_act_part_code FOREIGN KEY (tax_code_id) REFERENCES tax_code (id),
  CONSTRAINT drawer_act_part_of FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id)
);

-- Input tax by authority, as it was taken apart: it is never computed again.
CREATE TABLE drawer_act_tax (
  drawer_act_id BIGINT UNSIGNED NOT NULL,
  position INT UNSIGNED NOT NULL,
  authority_id INT UNSIGNED NOT NULL,
  tax_minor BIGINT NOT NULL,
  PRIMARY KEY (drawer_act_id, position, authority_id),
  CONSTRAINT drawer_act_tax_authority FOREIGN KEY (authority_id) REFERENCES tax_authority (id),
  CONSTRAINT drawer_act_tax_part FOREIGN KEY (drawer_act_id, position)
    REFERENCES drawer_act_part (drawer_act_id, position)
);

-- After its drawer was counted, what is undone stands against over and short.
CREATE TABLE drawer_act_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_act_id BIGINT UNSIGNED NOT NULL UNIQUE,
  counted BOOLEAN NOT NULL,
  CONSTRAINT drawer_act_undo_of FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id)
);
