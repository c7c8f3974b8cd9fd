-- Pictures of the slips that go with money in and out, as they were decoded and written anew.
CREATE TABLE drawer_act_picture (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  drawer_act_id BIGINT UNSIGNED NOT NULL,
  picture MEDIUMBLOB NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  added_at DATETIME(3) NOT NULL,
  KEY drawer_act_picture_act (drawer_act_id),
  CONSTRAINT drawer_act_picture_of FOREIGN KEY (drawer_act_id) REFERENCES drawer_act (id),
  CONSTRAINT drawer_act_picture_user FOREIGN KEY (user_id) REFERENCES user (id)
);
