-- A seal is made over everything a signature leaves: the set-ups are written first and name the record that follows them in the same transaction.
DO $$
DECLARE
  name_ text;
BEGIN
  SELECT conname INTO name_ FROM pg_constraint
    WHERE conrelid = 'setup'::regclass AND contype = 'f' AND confrelid = 'rebuild'::regclass;
  EXECUTE format('ALTER TABLE setup ALTER CONSTRAINT %I DEFERRABLE INITIALLY DEFERRED', name_);
END $$;
CREATE INDEX IF NOT EXISTS setup_rebuild ON setup (rebuild_id) WHERE rebuild_id IS NOT NULL;
CREATE INDEX IF NOT EXISTS shim_move_job ON shim_move (job_id) WHERE job_id IS NOT NULL;
