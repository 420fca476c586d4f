-- A picture may lie outside the base, in a store of its own; its row keeps its name and its size.
ALTER TABLE photo ALTER COLUMN jpeg DROP NOT NULL;
ALTER TABLE photo ALTER COLUMN small_jpeg DROP NOT NULL;
ALTER TABLE photo ADD CONSTRAINT photo_whole CHECK ((jpeg IS NULL) = (small_jpeg IS NULL));
