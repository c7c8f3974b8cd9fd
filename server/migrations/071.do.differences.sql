-- A bag that the bank counted differently, as a person decided it: it goes with the match of its
-- line, and is undone with it.
ALTER TABLE match_group
  ADD bag_difference_minor BIGINT NOT NULL DEFAULT 0;

-- What no settlement will settle of a batch and scheme, or settled beyond the till, as a person
-- decided it. amount_minor: what it takes off the clearing, signed.
CREATE TABLE batch_difference (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  batch_id BIGINT UNSIGNED NOT NULL,
  scheme VARCHAR(40) NOT NULL,
  amount_minor BIGINT NOT NULL,
  standing BOOLEAN NULL DEFAULT TRUE,
  KEY batch_difference_of (batch_id, scheme),
  CONSTRAINT batch_difference_batch FOREIGN KEY (batch_id) REFERENCES batch (id),
  CONSTRAINT batch_difference_some CHECK (amount_minor <> 0)
);
CREATE TABLE batch_difference_undo (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  batch_difference_id BIGINT UNSIGNED NOT NULL UNIQUE,
  CONSTRAINT batch_difference_undo_of FOREIGN KEY (batch_difference_id)
    REFERENCES batch_difference (id)
);
