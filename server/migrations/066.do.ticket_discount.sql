-- Of all that was taken off a ticket, what was off the whole of it; the rest was off its lines.
ALTER TABLE allocation ADD KEY allocation_date (date);
ALTER TABLE sale ADD ticket_discount_minor BIGINT NOT NULL DEFAULT 0;
