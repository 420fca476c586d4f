-- What a page sent once is done once: the key it was sent by, whose it was, and what it was answered. Kept a month, and in no archive.
CREATE TABLE delivered (
  key uuid PRIMARY KEY,
  author text NOT NULL,
  path text NOT NULL,
  answer jsonb,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX delivered_at ON delivered (at);
