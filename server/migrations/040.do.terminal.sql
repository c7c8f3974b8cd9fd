-- What the card terminal was asked, by our own reference: asked again, the same charge is found
-- and never made twice. resolved_at: the money of an approved charge that no ticket took was
-- given back at the terminal.
CREATE TABLE terminal_charge (
  reference CHAR(36) NOT NULL PRIMARY KEY,
  tender_id INT UNSIGNED NOT NULL,
  amount_minor BIGINT NOT NULL,
  status ENUM('asked', 'approved', 'declined') NOT NULL,
  last_four CHAR(4) NULL,
  authorisation VARCHAR(40) NULL,
  user_id INT UNSIGNED NOT NULL,
  asked_at DATETIME(3) NOT NULL,
  resolved_at DATETIME(3) NULL,
  KEY terminal_charge_authorisation (authorisation),
  CONSTRAINT terminal_charge_tender FOREIGN KEY (tender_id) REFERENCES tender (id),
  CONSTRAINT terminal_charge_user FOREIGN KEY (user_id) REFERENCES user (id)
);
