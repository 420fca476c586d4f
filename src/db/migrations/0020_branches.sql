-- A chain of shops in one book: machines, jobs and stock belong to a branch, records are read across. A process says by its session at which branch it stands
-- (mavrin.branch); '' where there are none. What was there before belongs to none.
ALTER TABLE job ADD COLUMN branch text NOT NULL DEFAULT '' CHECK (length(branch) <= 40);
ALTER TABLE job ALTER COLUMN branch SET DEFAULT coalesce(current_setting('mavrin.branch', true), '');
ALTER TABLE stock_move ADD COLUMN branch text NOT NULL DEFAULT '' CHECK (length(branch) <= 40);
ALTER TABLE stock_move ALTER COLUMN branch SET DEFAULT coalesce(current_setting('mavrin.branch', true), '');
ALTER TABLE shim_move ADD COLUMN branch text NOT NULL DEFAULT '' CHECK (length(branch) <= 40);
ALTER TABLE shim_move ALTER COLUMN branch SET DEFAULT coalesce(current_setting('mavrin.branch', true), '');
ALTER TABLE order_tick ADD COLUMN branch text NOT NULL DEFAULT '' CHECK (length(branch) <= 40);
ALTER TABLE order_tick ALTER COLUMN branch SET DEFAULT coalesce(current_setting('mavrin.branch', true), '');
ALTER TABLE instrument ADD COLUMN branch text NOT NULL DEFAULT '' CHECK (length(branch) <= 40);
ALTER TABLE instrument ALTER COLUMN branch SET DEFAULT coalesce(current_setting('mavrin.branch', true), '');
DROP INDEX instrument_name;
CREATE UNIQUE INDEX instrument_name ON instrument (branch, lower(name)) WHERE retired_at IS NULL;

-- Where a machine belongs: the newest row counts, and every move stays. A practice machine belongs nowhere.
CREATE TABLE machine_branch (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  machine_id integer NOT NULL REFERENCES machine,
  branch text NOT NULL CHECK (length(branch) <= 40),
  reason text NOT NULL DEFAULT '' CHECK (length(reason) <= 300),
  moved_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX machine_branch_newest ON machine_branch (machine_id, id DESC);
CREATE TRIGGER machine_branch_recorded BEFORE UPDATE OR DELETE ON machine_branch FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER machine_branch_kept BEFORE TRUNCATE ON machine_branch FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
