-- A customer's name, telephone and mail can be put right, two entries of one person be made one, and both be erased on request. What was changed stays on record until erased.
ALTER TABLE customer ADD COLUMN erased_at timestamptz;

CREATE TABLE customer_change (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  customer_id integer NOT NULL REFERENCES customer,
  kind text NOT NULL CHECK (kind IN ('edited', 'merged', 'erased')),
  -- As it stood before; null where the customer was erased since.
  before jsonb,
  -- Of a merge: the entry it became one with, and the jobs and ownerships that were its own.
  into_id integer REFERENCES customer CHECK (into_id <> customer_id),
  moved jsonb,
  CHECK ((kind = 'merged') = (into_id IS NOT NULL)),
  reason text NOT NULL DEFAULT '' CHECK (length(reason) <= 300),
  technician_id integer REFERENCES technician,
  changed_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX customer_change_of ON customer_change (customer_id, id DESC);
CREATE UNIQUE INDEX customer_merged_once ON customer_change (customer_id) WHERE kind = 'merged';
CREATE FUNCTION only_erase_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR NEW.before IS NOT NULL OR (to_jsonb(NEW) - 'before') <> (to_jsonb(OLD) - 'before') THEN
    RAISE EXCEPTION 'MAVRIN_RECORDED: % is only ever added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER customer_change_recorded BEFORE UPDATE OR DELETE ON customer_change FOR EACH ROW EXECUTE FUNCTION only_erase_change();
CREATE TRIGGER customer_change_kept BEFORE TRUNCATE ON customer_change FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Whose a machine was stays on record; two entries of one person becoming one changes the number it is kept under and nothing else.
DROP TRIGGER ownership_recorded ON ownership;
CREATE FUNCTION only_merge_owner() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND EXISTS (SELECT 1 FROM practice WHERE machine_id = OLD.machine_id) THEN
    RETURN OLD;
  END IF;
  IF TG_OP = 'DELETE' OR (to_jsonb(NEW) - 'customer_id') <> (to_jsonb(OLD) - 'customer_id')
    OR NOT EXISTS (SELECT 1 FROM customer_change WHERE kind = 'merged' AND customer_id = OLD.customer_id AND into_id = NEW.customer_id) THEN
    RAISE EXCEPTION 'MAVRIN_RECORDED: % is only ever added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER ownership_recorded BEFORE UPDATE OR DELETE ON ownership FOR EACH ROW EXECUTE FUNCTION only_merge_owner();

-- A name erased from a signed record. Records from version 4 on are sealed by a key in place of the name, and their seal holds without it; of older ones the digest of what is left
-- stands here.
CREATE TABLE record_erasure (
  rebuild_id integer PRIMARY KEY REFERENCES rebuild,
  digest text NOT NULL CHECK (digest ~ '^[0-9a-f]{64}$'),
  erased_at timestamptz NOT NULL DEFAULT now()
);
CREATE TRIGGER record_erasure_recorded BEFORE UPDATE OR DELETE ON record_erasure FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER record_erasure_kept BEFORE TRUNCATE ON record_erasure FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Of a signed record the customer's name alone may go, once the erasure is on record; nothing else of it is ever changed.
CREATE FUNCTION only_erase_name() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR (to_jsonb(NEW) - 'document') <> (to_jsonb(OLD) - 'document') OR (NEW.document - 'customer') <> (OLD.document - 'customer')
    OR NEW.document #> '{customer}' <> ((OLD.document #> '{customer}') - 'salt') || '{"name": ""}'
    OR NOT EXISTS (SELECT 1 FROM record_erasure WHERE rebuild_id = OLD.id) THEN
    RAISE EXCEPTION 'MAVRIN_RECORDED: % is only ever added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
DROP TRIGGER rebuild_recorded ON rebuild;
CREATE TRIGGER rebuild_recorded BEFORE UPDATE OR DELETE ON rebuild FOR EACH ROW EXECUTE FUNCTION only_erase_name();

-- Every promised day a job had, with why it was moved.
CREATE TABLE promise_change (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  before date NOT NULL,
  after date NOT NULL CHECK (after <> before),
  reason text NOT NULL DEFAULT '' CHECK (length(reason) <= 300),
  technician_id integer REFERENCES technician,
  changed_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX promise_change_job ON promise_change (job_id, id DESC);
CREATE TRIGGER promise_change_recorded BEFORE UPDATE OR DELETE ON promise_change FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER promise_change_kept BEFORE TRUNCATE ON promise_change FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Branches that were ever opened: one that has done nothing yet can receive a machine.
CREATE TABLE branch (
  name text PRIMARY KEY CHECK (length(name) BETWEEN 1 AND 40),
  since timestamptz NOT NULL DEFAULT now()
);
