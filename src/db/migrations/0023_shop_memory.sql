-- What this shop fitted on a model is looked for by machine whenever one of that model is opened.
CREATE INDEX likeness_of_machine ON likeness (machine_id);

-- What the application would have chosen for each end when its rebuild was signed, so that the shop sees how often both agreed. A mirror, kept by signing.
CREATE TABLE choice_told (
  job_id integer NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  at_end text NOT NULL CHECK (at_end IN ('front', 'rear')),
  fitted_n_per_mm double precision NOT NULL CHECK (fitted_n_per_mm > 0),
  p05_n_per_mm double precision NOT NULL,
  p50_n_per_mm double precision NOT NULL,
  p95_n_per_mm double precision NOT NULL,
  PRIMARY KEY (job_id, at_end)
);
