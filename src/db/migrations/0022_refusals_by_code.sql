-- What a trigger refuses is told by its SQLSTATE (class MV, ours), not by its words.
CREATE OR REPLACE FUNCTION refuse_sealed_entry() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.job_id IS NOT NULL AND NEW.field !~ '^(set|ride|job)\.' AND EXISTS (SELECT 1 FROM rebuild WHERE job_id = NEW.job_id) THEN
    RAISE EXCEPTION 'MAVRIN_SEALED: job % is signed', NEW.job_id USING ERRCODE = 'MV001';
  END IF;
  RETURN NEW;
END $$;

CREATE OR REPLACE FUNCTION refuse_practice() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM practice WHERE job_id = (to_jsonb(NEW) ->> 'job_id')::integer
      OR machine_id IN ((to_jsonb(NEW) ->> 'machine_id')::integer, (to_jsonb(NEW) ->> 'into_id')::integer)
      OR customer_id = (to_jsonb(NEW) ->> 'customer_id')::integer
  ) THEN
    RAISE EXCEPTION 'MAVRIN_PRACTICE: nothing of a practice job goes into the book' USING ERRCODE = 'MV002';
  END IF;
  RETURN NEW;
END $$;
