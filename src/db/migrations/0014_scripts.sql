/* Secrets by which scripts ask the compute contract: kept as digests, each ended once and for all. */
CREATE TABLE script_token (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name text NOT NULL CHECK (btrim(name) <> '' AND length(name) <= 80),
  digest text NOT NULL UNIQUE CHECK (digest ~ '^[0-9a-f]{64}$'),
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE TRIGGER script_token_recorded BEFORE UPDATE OR DELETE ON script_token FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER script_token_kept BEFORE TRUNCATE ON script_token FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

CREATE TABLE script_token_end (
  token_id integer PRIMARY KEY REFERENCES script_token,
  ended_at timestamptz NOT NULL DEFAULT now()
);
CREATE TRIGGER script_token_end_recorded BEFORE UPDATE OR DELETE ON script_token_end FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER script_token_end_kept BEFORE TRUNCATE ON script_token_end FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
