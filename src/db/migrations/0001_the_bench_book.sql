-- The bench book. What was recorded is only ever added to: corrections and undone entries are new rows that point at the old.

CREATE TABLE technician (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (btrim(name) <> '' AND length(name) <= 80),
  since timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE customer (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 120),
  phone text NOT NULL DEFAULT '' CHECK (length(phone) <= 60),
  added_at timestamptz NOT NULL DEFAULT now()
);

-- Identity columns mirror the newest machine.* entries, so that machines can be found and told apart.
CREATE TABLE machine (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  make text NOT NULL CHECK (btrim(make) <> ''),
  model text NOT NULL CHECK (btrim(model) <> ''),
  year integer CHECK (year BETWEEN 1900 AND 2100),
  registration text NOT NULL DEFAULT '',
  frame_number text NOT NULL DEFAULT '',
  added_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX machine_frame_number ON machine (lower(frame_number)) WHERE frame_number <> '';

CREATE TABLE ownership (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  customer_id integer NOT NULL REFERENCES customer,
  since timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX ownership_machine ON ownership (machine_id, id DESC);
CREATE INDEX ownership_customer ON ownership (customer_id);

CREATE TABLE job (
  id integer GENERATED ALWAYS AS IDENTITY (START WITH 101) PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  customer_id integer NOT NULL REFERENCES customer,
  promised_on date NOT NULL,
  taken_in_at timestamptz NOT NULL DEFAULT now(),
  handed_back_at timestamptz CHECK (handed_back_at >= taken_in_at)
);
CREATE INDEX job_machine ON job (machine_id, id DESC);
CREATE INDEX job_customer ON job (customer_id, id DESC);
CREATE INDEX job_on_stand ON job (promised_on) WHERE handed_back_at IS NULL;
CREATE INDEX job_handed_back ON job (handed_back_at DESC) WHERE handed_back_at IS NOT NULL;

-- Everything typed about a job or a machine: as typed, the unit it is in, and the canonical value read from it.
CREATE TABLE entry (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer REFERENCES job,
  machine_id integer REFERENCES machine,
  field text NOT NULL CHECK (field ~ '^[a-zA-Z]+(\.[a-zA-Z0-9]+)*$' AND length(field) <= 80),
  text text NOT NULL CHECK (length(text) <= 4000),
  unit text,
  value double precision CHECK (value > '-Infinity' AND value < 'Infinity'),
  recorded_at timestamptz NOT NULL DEFAULT now(),
  technician_id integer REFERENCES technician,
  device text NOT NULL DEFAULT 'by hand',
  undoes bigint UNIQUE REFERENCES entry,
  CHECK ((job_id IS NULL) <> (machine_id IS NULL)),
  CHECK (text <> '' OR value IS NULL)
);
CREATE INDEX entry_job ON entry (job_id, field, id DESC) WHERE job_id IS NOT NULL;
CREATE INDEX entry_machine ON entry (machine_id, field, id DESC) WHERE machine_id IS NOT NULL;

CREATE TABLE spring (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  wheel_end text NOT NULL CHECK (wheel_end IN ('rear', 'front')),
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 120),
  rate_text text NOT NULL,
  rate_n_per_mm double precision NOT NULL CHECK (rate_n_per_mm > 0 AND rate_n_per_mm < 'Infinity'),
  free_length_mm double precision CHECK (free_length_mm > 0 AND free_length_mm < 'Infinity'),
  solid_length_mm double precision CHECK (solid_length_mm > 0 AND solid_length_mm < free_length_mm),
  place text NOT NULL CHECK (place IN ('drawer', 'supplier')),
  added_at timestamptz NOT NULL DEFAULT now(),
  retired_at timestamptz
);
CREATE INDEX spring_listed ON spring (wheel_end, rate_n_per_mm) WHERE retired_at IS NULL;

-- Signed records. A correction points at what it corrects, in the same job.
CREATE TABLE rebuild (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  corrects integer,
  reason text NOT NULL DEFAULT '',
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'rebuild/%'),
  digest text NOT NULL CHECK (digest ~ '^[0-9a-f]{64}$'),
  technician_id integer NOT NULL REFERENCES technician,
  signed_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (id, job_id),
  FOREIGN KEY (corrects, job_id) REFERENCES rebuild (id, job_id),
  CHECK (corrects IS NULL OR btrim(reason) <> '')
);
CREATE UNIQUE INDEX rebuild_once_a_job ON rebuild (job_id) WHERE corrects IS NULL;
CREATE INDEX rebuild_job ON rebuild (job_id, id);

-- A set-up is an immutable snapshot with a parent: the lineage of a machine.
CREATE TABLE setup (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  job_id integer NOT NULL REFERENCES job,
  rebuild_id integer REFERENCES rebuild,
  parent_id integer,
  kind text NOT NULL CHECK (kind IN ('as-found', 'rebuild', 'correction')),
  reason text NOT NULL DEFAULT '',
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'setup/%'),
  recorded_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (id, machine_id),
  FOREIGN KEY (parent_id, machine_id) REFERENCES setup (id, machine_id)
);
CREATE INDEX setup_machine ON setup (machine_id, id);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'MAVRIN_RECORDED: % is only ever added to', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END $$;

CREATE TRIGGER entry_recorded BEFORE UPDATE OR DELETE ON entry FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER entry_kept BEFORE TRUNCATE ON entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER rebuild_recorded BEFORE UPDATE OR DELETE ON rebuild FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER rebuild_kept BEFORE TRUNCATE ON rebuild FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER setup_recorded BEFORE UPDATE OR DELETE ON setup FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER setup_kept BEFORE TRUNCATE ON setup FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER ownership_recorded BEFORE UPDATE OR DELETE ON ownership FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- From signing on, the walk, the choice and the rebuild stand; setting up, riding and notes on the job go on.
CREATE FUNCTION refuse_sealed_entry() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.job_id IS NOT NULL AND NEW.field !~ '^(set|ride|job)\.' AND EXISTS (SELECT 1 FROM rebuild WHERE job_id = NEW.job_id) THEN
    RAISE EXCEPTION 'MAVRIN_SEALED: job % is signed', NEW.job_id USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER entry_sealed BEFORE INSERT ON entry FOR EACH ROW EXECUTE FUNCTION refuse_sealed_entry();

-- A spring of the list is never rewritten: a wrong one is retired and a new one added, so that old choices keep their meaning.
CREATE FUNCTION only_retire_spring() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR (to_jsonb(NEW) - 'retired_at') <> (to_jsonb(OLD) - 'retired_at') THEN
    RAISE EXCEPTION 'MAVRIN_RECORDED: a spring is retired, not changed' USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER spring_recorded BEFORE UPDATE OR DELETE ON spring FOR EACH ROW EXECUTE FUNCTION only_retire_spring();

-- What can be found: one row for each job, machine and customer, kept by the use cases in the same transaction.
CREATE TABLE findable (
  kind text NOT NULL CHECK (kind IN ('job', 'machine', 'customer')),
  id integer NOT NULL,
  title text NOT NULL,
  words text NOT NULL,
  PRIMARY KEY (kind, id)
);
CREATE INDEX findable_words ON findable USING gin (words gin_trgm_ops);
