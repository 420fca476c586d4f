-- What another shop handed over with a machine: its records as they were sealed there, beside the machine's own. They are no links of this book's chain.
CREATE TABLE handed_over (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  shop text NOT NULL,
  document jsonb NOT NULL CHECK (document ->> 'format' = 'mavrin-machine/1'),
  /* Of the file machine.json, as it came: the same one is not taken in twice. */
  digest text NOT NULL CHECK (digest ~ '^[0-9a-f]{64}$'),
  received_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (machine_id, digest)
);
CREATE TRIGGER handed_over_recorded BEFORE UPDATE OR DELETE ON handed_over FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER handed_over_kept BEFORE TRUNCATE ON handed_over FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
