-- Springs with a force table, lists of suppliers, what the tester found, and the Shop book in versions.

-- A supplier's list as imported: what the columns meant, and the day it is of.
CREATE TABLE spring_list (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  supplier text NOT NULL CHECK (btrim(supplier) <> '' AND length(supplier) <= 120),
  file_name text NOT NULL CHECK (length(file_name) <= 200),
  listed_on date NOT NULL,
  mapping jsonb NOT NULL,
  imported_at timestamptz NOT NULL DEFAULT now()
);

ALTER TABLE spring ADD COLUMN force_table jsonb CHECK (jsonb_typeof(force_table) = 'array');
ALTER TABLE spring ADD COLUMN list_id integer REFERENCES spring_list;
CREATE INDEX spring_of_list ON spring (list_id) WHERE list_id IS NOT NULL;

-- Readings of the spring tester with what was fitted to them. The newest counts; none is ever rewritten.
CREATE TABLE spring_measurement (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  spring_id integer NOT NULL REFERENCES spring,
  points jsonb NOT NULL CHECK (jsonb_array_length(points) >= 2),
  model text NOT NULL CHECK (model IN ('linear', 'progressive')),
  rate_n_per_mm double precision NOT NULL CHECK (rate_n_per_mm > 0 AND rate_n_per_mm < 'Infinity'),
  rate_standard_error double precision CHECK (rate_standard_error >= 0 AND rate_standard_error < 'Infinity'),
  seat_offset_mm double precision NOT NULL CHECK (seat_offset_mm > '-Infinity' AND seat_offset_mm < 'Infinity'),
  force_table jsonb CHECK (jsonb_typeof(force_table) = 'array'),
  device text NOT NULL,
  technician_id integer REFERENCES technician,
  measured_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX spring_measurement_newest ON spring_measurement (spring_id, id DESC);

-- Pages of the Shop book. A change is a new version with its reason; the newest counts.
CREATE TABLE book_page (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind ~ '^[a-z-]+$'),
  key text NOT NULL CHECK (key ~ '^[a-z0-9-]+$' AND length(key) <= 60),
  document jsonb NOT NULL CHECK (document ->> 'version' LIKE kind || '/%'),
  reason text NOT NULL CHECK (btrim(reason) <> '' AND length(reason) <= 500),
  recorded_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX book_page_newest ON book_page (kind, key, id DESC);

CREATE TRIGGER spring_list_recorded BEFORE UPDATE OR DELETE ON spring_list FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER spring_measurement_recorded BEFORE UPDATE OR DELETE ON spring_measurement FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER spring_measurement_kept BEFORE TRUNCATE ON spring_measurement FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER book_page_recorded BEFORE UPDATE OR DELETE ON book_page FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER book_page_kept BEFORE TRUNCATE ON book_page FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
