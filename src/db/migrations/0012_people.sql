-- What somebody is to the shop; the newest counts, and one without is a technician.
CREATE TABLE technician_role (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  technician_id integer NOT NULL REFERENCES technician,
  role text NOT NULL CHECK (role IN ('technician', 'counter', 'owner')),
  given_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX technician_role_newest ON technician_role (technician_id, id DESC);
CREATE TRIGGER technician_role_recorded BEFORE UPDATE OR DELETE ON technician_role FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER technician_role_kept BEFORE TRUNCATE ON technician_role FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Who is signed in where. Of the secret in the browser only its digest is kept. What ended stays, with its end.
CREATE TABLE session (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  technician_id integer NOT NULL REFERENCES technician,
  digest text NOT NULL UNIQUE CHECK (digest ~ '^[0-9a-f]{64}$'),
  device text NOT NULL DEFAULT '' CHECK (length(device) <= 120),
  address text NOT NULL DEFAULT '' CHECK (length(address) <= 80),
  begun_at timestamptz NOT NULL DEFAULT now(),
  ends_at timestamptz NOT NULL CHECK (ends_at > begun_at),
  ended_at timestamptz
);
CREATE INDEX session_open ON session (technician_id) WHERE ended_at IS NULL;

-- Who did what when. No typed text is in it: what was written stands in the records themselves.
CREATE TABLE audit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL DEFAULT clock_timestamp(),
  technician_id integer,
  /* As the name was then: '' for the shop's own computer, where nobody signed in. */
  who text NOT NULL DEFAULT '',
  address text NOT NULL DEFAULT '',
  act text NOT NULL CHECK (btrim(act) <> ''),
  job_id integer,
  machine_id integer,
  request text NOT NULL DEFAULT ''
);
CREATE INDEX audit_job ON audit (job_id, id DESC) WHERE job_id IS NOT NULL;
CREATE INDEX audit_words ON audit USING gin ((who || ' ' || act) gin_trgm_ops);
CREATE TRIGGER audit_recorded BEFORE UPDATE OR DELETE ON audit FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER audit_kept BEFORE TRUNCATE ON audit FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
