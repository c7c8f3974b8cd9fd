-- How files of processors are read, as a person made it out. `mapping` is a Mapping of core.
CREATE TABLE settlement_layout (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  processor_id INT UNSIGNED NOT NULL,
  name VARCHAR(80) NOT NULL,
  mapping LONGTEXT NOT NULL,
  user_id INT UNSIGNED NOT NULL,
  saved_at DATETIME(3) NOT NULL,
  UNIQUE KEY settlement_layout_name (processor_id, name),
  CONSTRAINT settlement_layout_processor FOREIGN KEY (processor_id) REFERENCES processor (id),
  CONSTRAINT settlement_layout_user FOREIGN KEY (user_id) REFERENCES user (id)
);

-- To whom the tax on a processor's fees is paid; null: nobody gives it back, and it is a fee.
ALTER TABLE processor
  ADD COLUMN fee_tax_authority_id INT UNSIGNED NULL,
  ADD CONSTRAINT processor_fee_tax FOREIGN KEY (fee_tax_authority_id) REFERENCES tax_authority (id);
