-- Shims by size, counted as a ledger: what lies in the drawer is the sum of its moves; none is ever rewritten.
CREATE TABLE shim_move (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  inner_mm double precision NOT NULL CHECK (inner_mm > 0 AND inner_mm < 100),
  diameter_mm double precision NOT NULL CHECK (diameter_mm > inner_mm AND diameter_mm < 200),
  thickness_mm double precision NOT NULL CHECK (thickness_mm > 0 AND thickness_mm < 5),
  moved integer NOT NULL CHECK (moved <> 0),
  kind text NOT NULL CHECK (kind IN ('received', 'used', 'returned', 'counted')),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 300),
  job_id integer REFERENCES job,
  recorded_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX shim_move_size ON shim_move (inner_mm, diameter_mm, thickness_mm);

CREATE TRIGGER shim_move_recorded BEFORE UPDATE OR DELETE ON shim_move FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER shim_move_kept BEFORE TRUNCATE ON shim_move FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
