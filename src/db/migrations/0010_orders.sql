-- What was ordered, by the name it stands under on the list to order; the newest row of a name counts, until a delivery of it is recorded.
CREATE TABLE order_tick (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 160),
  placed boolean NOT NULL,
  recorded_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX order_tick_newest ON order_tick (name, id DESC);
CREATE TRIGGER order_tick_recorded BEFORE UPDATE OR DELETE ON order_tick FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER order_tick_kept BEFORE TRUNCATE ON order_tick FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
