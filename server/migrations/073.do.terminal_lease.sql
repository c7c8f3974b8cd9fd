-- Who asks the terminal for a charge holds it by a lease and by no connection: a terminal may take
-- a minute, and one that is asked by a server that dies is free again when the lease ends.
ALTER TABLE terminal_charge ADD asking_until DATETIME(3) NULL;
