-- Lines of a statement that an earlier one had brought already.
CREATE TABLE statement_known (
  statement_id BIGINT UNSIGNED NOT NULL,
  statement_line_id BIGINT UNSIGNED NOT NULL,
  PRIMARY KEY (statement_id, statement_line_id),
  CONSTRAINT statement_known_statement FOREIGN KEY (statement_id) REFERENCES statement (id),
  CONSTRAINT statement_known_line FOREIGN KEY (statement_line_id) REFERENCES statement_line (id)
);
