-- The first of tens of thousands of machines in the order they are shown, without sorting them all.
CREATE INDEX machine_in_order ON machine (make, model, id);
