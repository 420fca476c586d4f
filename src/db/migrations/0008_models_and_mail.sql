-- Machines of one model are found by their name, or by the name they are said to count as.
CREATE INDEX machine_model ON machine (lower(make || ' ' || model));
CREATE INDEX entry_family ON entry (lower(text)) WHERE field = 'machine.family';
CREATE INDEX entry_of_model ON entry (machine_id, field, id DESC) WHERE device LIKE 'model, %';

-- Where the customer is written to.
ALTER TABLE customer ADD COLUMN email text NOT NULL DEFAULT '' CHECK (length(email) <= 160);
