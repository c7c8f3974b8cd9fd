-- Customers are searched from every place by the beginnings of their words.
ALTER TABLE customer ADD FULLTEXT KEY customer_words (search);
