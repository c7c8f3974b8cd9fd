-- What the columns of a till's file are, by its heads: known again when such a file comes the next time.
CREATE TABLE totals_layout (
  layout_hash CHAR(64) NOT NULL PRIMARY KEY,
  layout TEXT NOT NULL,
  meanings TEXT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  saved_at DATETIME(3) NOT NULL,
  CONSTRAINT totals_layout_user FOREIGN KEY (user_id) REFERENCES user (id)
);
