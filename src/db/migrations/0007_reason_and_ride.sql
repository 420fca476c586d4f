-- Re-tuning: one change a ride, each a set-up of its own; what the rider said; what was decided; what the shop learnt from it; logged rides.

ALTER TABLE setup DROP CONSTRAINT setup_kind_check;
ALTER TABLE setup ADD CONSTRAINT setup_kind_check CHECK (kind IN ('as-found', 'rebuild', 'correction', 'as-set', 'ride'));

-- A ride to be made: on one change, or on the machine as it was handed back. The token opens its sheet on the rider's phone.
CREATE TABLE trial (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  n integer NOT NULL CHECK (n BETWEEN 1 AND 200),
  from_setup_id integer NOT NULL REFERENCES setup,
  setup_id integer NOT NULL REFERENCES setup,
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'trial/%'),
  token text NOT NULL UNIQUE CHECK (token ~ '^[a-z2-7]{26}$'),
  planned_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (job_id, n),
  CHECK ((document -> 'change' = 'null'::jsonb) = (from_setup_id = setup_id))
);
CREATE INDEX trial_setup ON trial (setup_id);
CREATE TRIGGER trial_recorded BEFORE UPDATE OR DELETE ON trial FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER trial_kept BEFORE TRUNCATE ON trial FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

CREATE TABLE trial_decision (
  trial_id integer PRIMARY KEY REFERENCES trial,
  decision text NOT NULL CHECK (decision IN ('keep', 'revert', 'bracket')),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 500),
  decided_at timestamptz NOT NULL DEFAULT now()
);
CREATE TRIGGER trial_decision_recorded BEFORE UPDATE OR DELETE ON trial_decision FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER trial_decision_kept BEFORE TRUNCATE ON trial_decision FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Never more than one change between rides.
CREATE FUNCTION refuse_second_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM 1 FROM job WHERE id = NEW.job_id FOR UPDATE;
  IF EXISTS (SELECT 1 FROM trial t WHERE t.job_id = NEW.job_id AND NOT EXISTS (SELECT 1 FROM trial_decision d WHERE d.trial_id = t.id)) THEN
    RAISE EXCEPTION 'MAVRIN_ONE_CHANGE: job % has a ride not decided', NEW.job_id USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER trial_one_change BEFORE INSERT ON trial FOR EACH ROW EXECUTE FUNCTION refuse_second_change();

-- What the rider said of a ride, from the bench or from the phone; the newest counts.
CREATE TABLE trial_ride (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  trial_id integer NOT NULL REFERENCES trial,
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'ride/%'),
  source text NOT NULL CHECK (source IN ('bench', 'phone')),
  recorded_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX trial_ride_trial ON trial_ride (trial_id, id DESC);
CREATE FUNCTION refuse_ride_decided() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (SELECT 1 FROM trial_decision WHERE trial_id = NEW.trial_id) THEN
    RAISE EXCEPTION 'MAVRIN_DECIDED: trial % is decided', NEW.trial_id USING ERRCODE = 'integrity_constraint_violation';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER trial_ride_open BEFORE INSERT ON trial_ride FOR EACH ROW EXECUTE FUNCTION refuse_ride_decided();
CREATE TRIGGER trial_ride_recorded BEFORE UPDATE OR DELETE ON trial_ride FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER trial_ride_kept BEFORE TRUNCATE ON trial_ride FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What a decision says of a cause: the cure helped the complaint, or it did not; with the statements as they stood when it was planned.
CREATE TABLE outcome (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  trial_id integer NOT NULL REFERENCES trial,
  cause text NOT NULL CHECK (cause ~ '^[a-z0-9-]+$'),
  complaint text NOT NULL CHECK (complaint ~ '^[a-z-]+$'),
  helped boolean NOT NULL,
  statements jsonb NOT NULL CHECK (jsonb_typeof(statements) = 'object'),
  recorded_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (trial_id, cause, complaint)
);
CREATE INDEX outcome_cause ON outcome (cause);
CREATE TRIGGER outcome_recorded BEFORE UPDATE OR DELETE ON outcome FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER outcome_kept BEFORE TRUNCATE ON outcome FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Outcomes of a cause before this no longer count: nothing is deleted, and the reason stands beside it.
CREATE TABLE learning_reset (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  cause text NOT NULL CHECK (cause ~ '^[a-z0-9-]+$'),
  after_outcome integer NOT NULL,
  reason text NOT NULL CHECK (btrim(reason) <> '' AND length(reason) <= 500),
  reset_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX learning_reset_newest ON learning_reset (cause, id DESC);
CREATE TRIGGER learning_reset_recorded BEFORE UPDATE OR DELETE ON learning_reset FOR EACH ROW EXECUTE FUNCTION refuse_change();

-- Rides of the travel logger, as the file was written, with what was read from it.
CREATE TABLE logger_run (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  job_id integer NOT NULL REFERENCES job,
  moment text NOT NULL CHECK (moment IN ('before', 'after')),
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 120),
  device text NOT NULL CHECK (device IN ('file', 'simulated')),
  csv text NOT NULL CHECK (length(csv) <= 8000000),
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE 'log/%'),
  recorded_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX logger_run_job ON logger_run (job_id, id DESC);
CREATE TRIGGER logger_run_recorded BEFORE UPDATE OR DELETE ON logger_run FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER logger_run_kept BEFORE TRUNCATE ON logger_run FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- What makes one job like another: a mirror kept by the use cases, so that the like are found among many. Not a record.
CREATE TABLE likeness (
  job_id integer PRIMARY KEY REFERENCES job,
  machine_id integer NOT NULL REFERENCES machine,
  setup_id integer REFERENCES setup,
  type text NOT NULL,
  use text NOT NULL,
  rider_kg double precision,
  machine_kg double precision,
  rear_travel_mm double precision,
  front_travel_mm double precision,
  feel text NOT NULL
);
CREATE INDEX likeness_of_type ON likeness (type);

-- Jobs that were ridden before there was such a mirror.
WITH said AS (
  SELECT DISTINCT ON (job_id, field) job_id, field, text, value FROM entry
  WHERE job_id IS NOT NULL AND field IN ('rider.mass', 'use', 'ride.feel') ORDER BY job_id, field, id DESC
), figure AS (
  SELECT DISTINCT ON (machine_id, field) machine_id, field, text, value FROM entry
  WHERE machine_id IS NOT NULL AND field IN ('machine.type', 'machine.weighed.rear', 'machine.weighed.front', 'machine.total', 'machine.travel.rear', 'machine.travel.front')
  ORDER BY machine_id, field, id DESC
), newest AS (SELECT DISTINCT ON (job_id) job_id, id FROM setup WHERE kind <> 'as-found' ORDER BY job_id, id DESC)
INSERT INTO likeness (job_id, machine_id, setup_id, type, use, rider_kg, machine_kg, rear_travel_mm, front_travel_mm, feel)
SELECT j.id, j.machine_id, n.id,
  coalesce(nullif((SELECT text FROM figure f WHERE f.machine_id = j.machine_id AND field = 'machine.type'), ''), 'road'),
  coalesce(nullif((SELECT text FROM said s WHERE s.job_id = j.id AND field = 'use'), ''), 'road'),
  (SELECT value FROM said s WHERE s.job_id = j.id AND field = 'rider.mass'),
  coalesce((SELECT sum(value) FROM figure f WHERE f.machine_id = j.machine_id AND field LIKE 'machine.weighed.%' HAVING count(value) = 2),
    (SELECT value FROM figure f WHERE f.machine_id = j.machine_id AND field = 'machine.total')),
  (SELECT value FROM figure f WHERE f.machine_id = j.machine_id AND field = 'machine.travel.rear'),
  (SELECT value FROM figure f WHERE f.machine_id = j.machine_id AND field = 'machine.travel.front'),
  coalesce((SELECT text FROM said s WHERE s.job_id = j.id AND field = 'ride.feel'), '')
FROM job j JOIN newest n ON n.job_id = j.id;
