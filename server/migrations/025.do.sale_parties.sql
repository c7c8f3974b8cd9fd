-- Who bought and who sold. customer_name stands on the paper, from the list or typed once;
-- exempt_certificate: why no tax was charged.
ALTER TABLE sale
  ADD customer_id INT UNSIGNED NULL,
  ADD customer_name VARCHAR(120) NULL,
  ADD exempt_certificate VARCHAR(40) NULL,
  ADD salesperson_id INT UNSIGNED NULL,
  ADD CONSTRAINT sale_customer FOREIGN KEY (customer_id) REFERENCES customer (id),
  ADD CONSTRAINT sale_salesperson FOREIGN KEY (salesperson_id) REFERENCES user (id);
