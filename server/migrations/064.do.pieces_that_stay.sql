-- Of the pieces of a count those that stay in the drawer as its float; null where no choice comes to just that.
ALTER TABLE drawer_count ADD COLUMN stays INT UNSIGNED NULL;
