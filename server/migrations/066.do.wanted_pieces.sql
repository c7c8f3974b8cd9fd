-- What should be in a drawer's float by denomination, so that change is fetched in time.
CREATE TABLE drawer_wanted (
  drawer_id INT UNSIGNED NOT NULL,
  denomination_minor INT UNSIGNED NOT NULL,
  pieces INT UNSIGNED NOT NULL,
  PRIMARY KEY (drawer_id, denomination_minor),
  CONSTRAINT drawer_wanted_of FOREIGN KEY (drawer_id) REFERENCES drawer (id)
);
