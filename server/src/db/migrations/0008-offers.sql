-- Offers that somebody wrote down: rows of the library, retired when they are gone.
CREATE TABLE offer (
  id text PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  engine_id text REFERENCES engine (id),
  gearbox_id text REFERENCES gearbox (id),
  price double precision CHECK (price >= 0),
  retired boolean NOT NULL DEFAULT false,
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  doc jsonb NOT NULL
);
CREATE INDEX offer_engine ON offer (engine_id);

ALTER TABLE library_log DROP CONSTRAINT library_log_kind_check;
ALTER TABLE library_log ADD CONSTRAINT library_log_kind_check
  CHECK (kind IN ('engines', 'gearboxes', 'parts', 'families', 'offers'));
