-- A practice job: worked through like any other, and deleted without a trace. Nothing that others rest on may come of it.
CREATE TABLE practice (
  job_id integer PRIMARY KEY REFERENCES job,
  machine_id integer NOT NULL REFERENCES machine,
  customer_id integer NOT NULL REFERENCES customer,
  case_id text NOT NULL CHECK (case_id ~ '^[a-z0-9-]+$')
);

-- What belongs to a practice job may be deleted; everything else is only ever added to.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND TG_TABLE_NAME IN ('entry', 'job_procedure', 'ownership') AND EXISTS (
    SELECT 1 FROM practice WHERE job_id = (to_jsonb(OLD) ->> 'job_id')::integer OR machine_id = (to_jsonb(OLD) ->> 'machine_id')::integer
  ) THEN
    RETURN OLD;
  END IF;
  -- A photo taken in practice, and named by nobody else.
  IF TG_OP = 'DELETE' AND TG_TABLE_NAME = 'photo'
    AND EXISTS (SELECT 1 FROM entry e JOIN practice p ON p.job_id = e.job_id WHERE e.field LIKE 'photo.%.key' AND e.text = to_jsonb(OLD) ->> 'key')
    AND NOT EXISTS (
      SELECT 1 FROM entry e WHERE e.field LIKE 'photo.%.key' AND e.text = to_jsonb(OLD) ->> 'key'
        AND e.job_id NOT IN (SELECT job_id FROM practice)
    )
  THEN
    RETURN OLD;
  END IF;
  RAISE EXCEPTION 'MAVRIN_RECORDED: % is only ever added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;

-- Signed, quoted, ridden, counted, merged: never in practice.
CREATE FUNCTION refuse_practice() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM practice WHERE job_id = (to_jsonb(NEW) ->> 'job_id')::integer
      OR machine_id IN ((to_jsonb(NEW) ->> 'machine_id')::integer, (to_jsonb(NEW) ->> 'into_id')::integer)
      OR customer_id = (to_jsonb(NEW) ->> 'customer_id')::integer
  ) THEN
    RAISE EXCEPTION 'MAVRIN_PRACTICE: nothing of a practice job goes into the book' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER rebuild_not_practice BEFORE INSERT ON rebuild FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER setup_not_practice BEFORE INSERT ON setup FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER quote_not_practice BEFORE INSERT ON quote FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER trial_not_practice BEFORE INSERT ON trial FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER logger_run_not_practice BEFORE INSERT ON logger_run FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER shim_move_not_practice BEFORE INSERT ON shim_move FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER stock_move_not_practice BEFORE INSERT ON stock_move FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER machine_merge_not_practice BEFORE INSERT ON machine_merge FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER service_reminder_not_practice BEFORE INSERT ON service_reminder FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER job_not_practice BEFORE INSERT ON job FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER ownership_not_practice BEFORE INSERT ON ownership FOR EACH ROW EXECUTE FUNCTION refuse_practice();
CREATE TRIGGER job_hand_back_not_practice BEFORE UPDATE ON job FOR EACH ROW EXECUTE FUNCTION refuse_practice();
