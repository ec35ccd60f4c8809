-- Photos and receipts, by the SHA-256 of their bytes: the same one is kept once, and one that is kept never changes.
CREATE TABLE picture (
  id text PRIMARY KEY CHECK (id ~ '^[0-9a-f]{64}$'),
  type text NOT NULL,
  bytes bytea NOT NULL,
  kept_at timestamptz NOT NULL DEFAULT now()
);
