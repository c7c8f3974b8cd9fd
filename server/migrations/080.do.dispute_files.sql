-- What goes with the evidence of a dispute: pictures as they were decoded and written anew, and PDFs.
CREATE TABLE dispute_file (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  dispute_id BIGINT UNSIGNED NOT NULL,
  name VARCHAR(200) NOT NULL,
  type ENUM('image/jpeg', 'application/pdf') NOT NULL,
  content MEDIUMBLOB NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  added_at DATETIME(3) NOT NULL,
  removed BOOLEAN NOT NULL DEFAULT FALSE,
  KEY dispute_file_of (dispute_id),
  CONSTRAINT dispute_file_dispute FOREIGN KEY (dispute_id) REFERENCES dispute (id),
  CONSTRAINT dispute_file_user FOREIGN KEY (user_id) REFERENCES user (id)
);
