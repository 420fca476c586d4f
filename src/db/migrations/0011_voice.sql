-- Words spoken at the bench, kept by their fingerprint like a photo.
CREATE TABLE voice_note (
  key text PRIMARY KEY CHECK (key ~ '^[0-9a-f]{64}$'),
  kind text NOT NULL CHECK (kind IN ('audio/webm', 'audio/ogg', 'audio/mp4', 'audio/wav', 'audio/mpeg')),
  sound bytea NOT NULL,
  recorded_at timestamptz NOT NULL DEFAULT now(),
  CHECK (encode(sha256(sound), 'hex') = key)
);
CREATE TRIGGER voice_note_recorded BEFORE UPDATE OR DELETE ON voice_note FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER voice_note_kept BEFORE TRUNCATE ON voice_note FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What belongs to a practice job may be deleted, its voice notes too where nobody else names them; everything else is only ever added to.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND TG_TABLE_NAME IN ('entry', 'job_procedure', 'ownership') AND EXISTS (
    SELECT 1 FROM practice WHERE job_id = (to_jsonb(OLD) ->> 'job_id')::integer OR machine_id = (to_jsonb(OLD) ->> 'machine_id')::integer
  ) THEN
    RETURN OLD;
  END IF;
  IF TG_OP = 'DELETE' AND TG_TABLE_NAME IN ('photo', 'voice_note')
    AND EXISTS (SELECT 1 FROM entry e JOIN practice p ON p.job_id = e.job_id WHERE e.field ~ '^(photo|voice)\.\d+\.key$' AND e.text = to_jsonb(OLD) ->> 'key')
    AND NOT EXISTS (
      SELECT 1 FROM entry e WHERE e.field ~ '^(photo|voice)\.\d+\.key$' AND e.text = to_jsonb(OLD) ->> 'key'
        AND e.job_id NOT IN (SELECT job_id FROM practice)
    )
  THEN
    RETURN OLD;
  END IF;
  RAISE EXCEPTION 'MAVRIN_RECORDED: % is only ever added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;
