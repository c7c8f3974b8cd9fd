-- Accounts stand in the order of their search text, which begins with the name: a page of what is
-- found is read from this index and ends where the page is full.
ALTER TABLE customer ADD KEY customer_by_search (search);
