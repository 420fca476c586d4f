-- The logbook: the procedure a job followed, photos, stock by moves, quotes, merged machines.

-- A procedure as the job took it: a copy, so that a later version of the book changes nothing that was done.
CREATE TABLE job_procedure (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  n integer NOT NULL CHECK (n BETWEEN 1 AND 99),
  page_versions integer NOT NULL CHECK (page_versions >= 0),
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'procedure/%'),
  taken_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (job_id, n)
);
CREATE TRIGGER job_procedure_recorded BEFORE UPDATE OR DELETE ON job_procedure FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER job_procedure_kept BEFORE TRUNCATE ON job_procedure FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Photos by their own fingerprint: the entry that names one seals it with the record.
CREATE TABLE photo (
  key text PRIMARY KEY CHECK (key ~ '^[0-9a-f]{64}$'),
  width_px integer NOT NULL CHECK (width_px > 0),
  height_px integer NOT NULL CHECK (height_px > 0),
  jpeg bytea NOT NULL,
  small_jpeg bytea NOT NULL,
  taken_at timestamptz NOT NULL DEFAULT now(),
  CHECK (encode(sha256(jpeg), 'hex') = key)
);
CREATE TRIGGER photo_recorded BEFORE UPDATE OR DELETE ON photo FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER photo_kept BEFORE TRUNCATE ON photo FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- The finished machine as it was handed back is a set-up of its own.
ALTER TABLE setup DROP CONSTRAINT setup_kind_check;
ALTER TABLE setup ADD CONSTRAINT setup_kind_check CHECK (kind IN ('as-found', 'rebuild', 'correction', 'as-set'));

-- Two entries for one machine: nothing is moved, the one points at the other, and may be taken apart again. The newest row of a machine counts.
CREATE TABLE machine_merge (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  into_id integer REFERENCES machine,
  reason text NOT NULL CHECK (btrim(reason) <> '' AND length(reason) <= 500),
  merged_at timestamptz NOT NULL DEFAULT now(),
  CHECK (into_id <> machine_id)
);
CREATE INDEX machine_merge_newest ON machine_merge (machine_id, id DESC);
CREATE INDEX machine_merge_into ON machine_merge (into_id);
CREATE TRIGGER machine_merge_recorded BEFORE UPDATE OR DELETE ON machine_merge FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER machine_merge_kept BEFORE TRUNCATE ON machine_merge FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

CREATE VIEW machine_merged AS
  SELECT machine_id, into_id FROM (SELECT DISTINCT ON (machine_id) machine_id, into_id FROM machine_merge ORDER BY machine_id, id DESC) newest
  WHERE into_id IS NOT NULL;

-- The machine that stands for this one: itself unless merged.
CREATE FUNCTION machine_root(wanted integer) RETURNS integer LANGUAGE sql STABLE AS $$
  WITH RECURSIVE up(id) AS (
    SELECT wanted UNION SELECT m.into_id FROM up JOIN machine_merged m ON m.machine_id = up.id
  )
  SELECT u.id FROM up u WHERE NOT EXISTS (SELECT 1 FROM machine_merged m WHERE m.machine_id = u.id)
$$;

-- A machine and everything merged into it.
CREATE FUNCTION machine_family(wanted integer) RETURNS SETOF integer LANGUAGE sql STABLE AS $$
  WITH RECURSIVE down(id) AS (
    SELECT wanted UNION SELECT m.machine_id FROM down JOIN machine_merged m ON m.into_id = down.id
  )
  SELECT id FROM down
$$;

CREATE FUNCTION refuse_merge_circle() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  LOCK TABLE machine_merge IN SHARE ROW EXCLUSIVE MODE;
  IF NEW.into_id IS NOT NULL AND NEW.into_id IN (SELECT machine_family(NEW.machine_id)) THEN
    RAISE EXCEPTION 'MAVRIN_CIRCLE: machine % already stands for %', NEW.machine_id, NEW.into_id USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER machine_merge_no_circle BEFORE INSERT ON machine_merge FOR EACH ROW EXECUTE FUNCTION refuse_merge_circle();

-- A set-up's parent may stand under another entry of the same machine.
ALTER TABLE setup DROP CONSTRAINT setup_parent_id_machine_id_fkey;
ALTER TABLE setup ADD FOREIGN KEY (parent_id) REFERENCES setup;
CREATE FUNCTION refuse_strange_parent() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.parent_id IS NOT NULL AND (SELECT machine_root(p.machine_id) FROM setup p WHERE p.id = NEW.parent_id) <> machine_root(NEW.machine_id) THEN
    RAISE EXCEPTION 'MAVRIN_PARENT: a set-up comes from one of the same machine' USING ERRCODE = 'foreign_key_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER setup_parent BEFORE INSERT ON setup FOR EACH ROW EXECUTE FUNCTION refuse_strange_parent();

-- The drawers beside shims: springs, oils, seals, kits. An item keeps its name; what lies there is the sum of its moves.
CREATE TABLE stock_item (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('spring', 'oil', 'seal', 'kit', 'other')),
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 120),
  unit text NOT NULL CHECK (unit IN ('piece', 'mL')),
  spring_id integer UNIQUE REFERENCES spring,
  added_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((kind = 'spring') = (spring_id IS NOT NULL))
);
CREATE UNIQUE INDEX stock_item_name ON stock_item (kind, lower(name)) WHERE spring_id IS NULL;
CREATE TRIGGER stock_item_recorded BEFORE UPDATE OR DELETE ON stock_item FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- What it costs, when to order more and from whom: the newest row counts.
CREATE TABLE stock_terms (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  item_id integer NOT NULL REFERENCES stock_item,
  price_minor bigint CHECK (price_minor >= 0),
  currency text CHECK (currency ~ '^[A-Z]{3}$'),
  reorder_at double precision CHECK (reorder_at >= 0 AND reorder_at < 'Infinity'),
  supplier text NOT NULL DEFAULT '' CHECK (length(supplier) <= 120),
  recorded_at timestamptz NOT NULL DEFAULT now(),
  CHECK ((price_minor IS NULL) = (currency IS NULL))
);
CREATE INDEX stock_terms_newest ON stock_terms (item_id, id DESC);
CREATE TRIGGER stock_terms_recorded BEFORE UPDATE OR DELETE ON stock_terms FOR EACH ROW EXECUTE FUNCTION refuse_change();

CREATE TABLE stock_move (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  item_id integer NOT NULL REFERENCES stock_item,
  kind text NOT NULL CHECK (kind IN ('received', 'reserved', 'released', 'used', 'returned', 'counted')),
  moved double precision NOT NULL DEFAULT 0 CHECK (moved > '-Infinity' AND moved < 'Infinity'),
  held double precision NOT NULL DEFAULT 0 CHECK (held > '-Infinity' AND held < 'Infinity'),
  job_id integer REFERENCES job,
  batch text NOT NULL DEFAULT '' CHECK (length(batch) <= 60),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 300),
  recorded_at timestamptz NOT NULL DEFAULT now(),
  CHECK (CASE kind WHEN 'reserved' THEN moved = 0 AND held > 0 AND job_id IS NOT NULL WHEN 'released' THEN moved = 0 AND held < 0 AND job_id IS NOT NULL
    WHEN 'used' THEN moved < 0 AND held = 0 WHEN 'counted' THEN held = 0 ELSE moved > 0 AND held = 0 END)
);
CREATE INDEX stock_move_item ON stock_move (item_id);
CREATE INDEX stock_move_job ON stock_move (job_id) WHERE job_id IS NOT NULL;
CREATE TRIGGER stock_move_recorded BEFORE UPDATE OR DELETE ON stock_move FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER stock_move_kept BEFORE TRUNCATE ON stock_move FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Shims are set aside for a job the same way.
ALTER TABLE shim_move ADD COLUMN held integer NOT NULL DEFAULT 0;
ALTER TABLE shim_move DROP CONSTRAINT shim_move_moved_check;
ALTER TABLE shim_move DROP CONSTRAINT shim_move_kind_check;
ALTER TABLE shim_move ADD CONSTRAINT shim_move_kind_check CHECK (kind IN ('received', 'reserved', 'released', 'used', 'returned', 'counted'));
ALTER TABLE shim_move ADD CONSTRAINT shim_move_moved_check CHECK (CASE kind WHEN 'reserved' THEN moved = 0 AND held > 0 AND job_id IS NOT NULL
  WHEN 'released' THEN moved = 0 AND held < 0 AND job_id IS NOT NULL ELSE moved <> 0 AND held = 0 END);

-- A quote as it was offered, and the answer to it.
CREATE TABLE quote (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'quote/%'),
  offered_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX quote_job ON quote (job_id, id DESC);
CREATE TRIGGER quote_recorded BEFORE UPDATE OR DELETE ON quote FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TABLE quote_answer (
  quote_id integer PRIMARY KEY REFERENCES quote,
  accepted boolean NOT NULL,
  words text NOT NULL DEFAULT '' CHECK (length(words) <= 300),
  answered_at timestamptz NOT NULL DEFAULT now()
);
CREATE TRIGGER quote_answer_recorded BEFORE UPDATE OR DELETE ON quote_answer FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- Springs, shims and stock are found by words too.
ALTER TABLE findable DROP CONSTRAINT findable_kind_check;
ALTER TABLE findable ADD CONSTRAINT findable_kind_check CHECK (kind IN ('job', 'machine', 'customer', 'spring', 'shim', 'stock'));
INSERT INTO findable (kind, id, title, words)
  SELECT 'spring', id, 'Spring ' || name || ', ' || rate_text, lower('spring ' || name || ' ' || rate_text || ' ' || wheel_end) FROM spring WHERE retired_at IS NULL;
INSERT INTO findable (kind, id, title, words)
  SELECT 'shim', min(id), 'Shim ' || diameter_mm || ' × ' || thickness_mm || ', post ' || inner_mm, lower('shim ' || diameter_mm || 'x' || thickness_mm || ' ' || diameter_mm || ' × ' || thickness_mm)
  FROM shim_move GROUP BY inner_mm, diameter_mm, thickness_mm;

-- When each end of a machine is due again: reckoned by the use cases whenever a job is signed or handed back, or the rules change. A mirror, not a record.
CREATE TABLE service_due (
  machine_id integer NOT NULL REFERENCES machine,
  wheel_end text NOT NULL CHECK (wheel_end IN ('rear', 'front')),
  basis jsonb NOT NULL,
  rule text NOT NULL,
  due_on date,
  words text NOT NULL,
  PRIMARY KEY (machine_id, wheel_end)
);
CREATE INDEX service_due_on ON service_due (due_on) WHERE due_on IS NOT NULL;

-- That the owner was reminded, and when.
CREATE TABLE service_reminder (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  wheel_end text NOT NULL CHECK (wheel_end IN ('rear', 'front')),
  reminded_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX service_reminder_machine ON service_reminder (machine_id, wheel_end, id DESC);
CREATE TRIGGER service_reminder_recorded BEFORE UPDATE OR DELETE ON service_reminder FOR EACH ROW EXECUTE FUNCTION refuse_change();
