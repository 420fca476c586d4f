-- Instruments the shop reads from: where each is reached, and what was marked on it. What one sends is nobody's reading until somebody takes it.
CREATE TABLE instrument (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 60),
  kind text NOT NULL CHECK (kind IN ('scale', 'tester', 'dyno', 'logger', 'gauge', 'calliper')),
  address text NOT NULL CHECK (length(address) <= 200),
  added_at timestamptz NOT NULL DEFAULT now(),
  retired_at timestamptz
);
CREATE UNIQUE INDEX instrument_name ON instrument (lower(name)) WHERE retired_at IS NULL;

-- One rule for whatever is retired: springs go by it too.
CREATE FUNCTION only_retire() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR (to_jsonb(NEW) - 'retired_at') <> (to_jsonb(OLD) - 'retired_at') THEN
    RAISE EXCEPTION 'MAVRIN_RECORDED: of % rows are retired, not changed', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
DROP TRIGGER spring_recorded ON spring;
DROP FUNCTION only_retire_spring();
CREATE TRIGGER spring_recorded BEFORE UPDATE OR DELETE ON spring FOR EACH ROW EXECUTE FUNCTION only_retire();
CREATE TRIGGER instrument_recorded BEFORE UPDATE OR DELETE ON instrument FOR EACH ROW EXECUTE FUNCTION only_retire();

-- A zero: it reads so much with nothing on it. A calibration: so much above its zero is known to be so much.
CREATE TABLE instrument_mark (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  instrument_id integer NOT NULL REFERENCES instrument,
  kind text NOT NULL CHECK (kind IN ('zero', 'calibration')),
  channel text NOT NULL CHECK (channel ~ '^[a-z][a-z0-9-]*$'),
  unit text NOT NULL,
  read double precision NOT NULL CHECK (read > '-Infinity' AND read < 'Infinity'),
  known double precision NOT NULL CHECK (known > '-Infinity' AND known < 'Infinity'),
  technician_id integer REFERENCES technician,
  marked_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX instrument_mark_newest ON instrument_mark (instrument_id, kind, channel, id DESC);
CREATE TRIGGER instrument_mark_recorded BEFORE UPDATE OR DELETE ON instrument_mark FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER instrument_mark_kept BEFORE TRUNCATE ON instrument_mark FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
