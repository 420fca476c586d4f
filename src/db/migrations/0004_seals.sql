-- A technician signs with a passcode; only its salted hash is kept, the newest serves.
CREATE TABLE passcode (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  technician_id integer NOT NULL REFERENCES technician,
  salt text NOT NULL CHECK (salt ~ '^[0-9a-f]{32}$'),
  hash text NOT NULL CHECK (hash ~ '^[0-9a-f]{64}$'),
  set_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX passcode_newest ON passcode (technician_id, id DESC);
CREATE TRIGGER passcode_recorded BEFORE UPDATE OR DELETE ON passcode FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER passcode_kept BEFORE TRUNCATE ON passcode FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Every signed record carries the seal of the one before it: sha256(seal before ‖ digest). A record changed, left out or put in between breaks every seal after it.
ALTER TABLE rebuild ADD COLUMN seal text;
ALTER TABLE rebuild DISABLE TRIGGER rebuild_recorded;
DO $$
DECLARE
  record_ record;
  last_ text := '';
BEGIN
  FOR record_ IN SELECT id, digest FROM rebuild ORDER BY id LOOP
    last_ := encode(sha256(convert_to(last_ || record_.digest, 'UTF8')), 'hex');
    UPDATE rebuild SET seal = last_ WHERE id = record_.id;
  END LOOP;
END $$;
ALTER TABLE rebuild ENABLE TRIGGER rebuild_recorded;
ALTER TABLE rebuild ALTER COLUMN seal SET NOT NULL;
ALTER TABLE rebuild ADD CONSTRAINT rebuild_sealed CHECK (seal ~ '^[0-9a-f]{64}$');

CREATE FUNCTION require_seal() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  before_ text;
BEGIN
  -- One signature at a time: the chain has one end.
  LOCK TABLE rebuild IN SHARE ROW EXCLUSIVE MODE;
  SELECT seal INTO before_ FROM rebuild ORDER BY id DESC LIMIT 1;
  IF NEW.seal <> encode(sha256(convert_to(coalesce(before_, '') || NEW.digest, 'UTF8')), 'hex') THEN
    RAISE EXCEPTION 'MAVRIN_SEAL: the seal does not follow from the one before' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER rebuild_follows BEFORE INSERT ON rebuild FOR EACH ROW EXECUTE FUNCTION require_seal();
