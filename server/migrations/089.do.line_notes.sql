-- What a person noted of a line that he does not know yet, and on which day it asks again; the newest counts.
CREATE TABLE line_note (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  statement_line_id BIGINT UNSIGNED NOT NULL,
  note VARCHAR(200) NOT NULL,
  ask_on DATE NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  noted_at DATETIME(3) NOT NULL,
  KEY line_note_of (statement_line_id),
  CONSTRAINT line_note_line FOREIGN KEY (statement_line_id) REFERENCES statement_line (id),
  CONSTRAINT line_note_user FOREIGN KEY (user_id) REFERENCES user (id)
);
