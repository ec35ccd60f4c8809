-- The library can be edited: rows are retired, never deleted while a build may hold them, and every write is logged.
ALTER TABLE engine ADD COLUMN retired boolean NOT NULL DEFAULT false;
ALTER TABLE gearbox ADD COLUMN retired boolean NOT NULL DEFAULT false;
ALTER TABLE part ADD COLUMN retired boolean NOT NULL DEFAULT false;

CREATE TABLE family (
  id text PRIMARY KEY,
  name text NOT NULL UNIQUE CHECK (name <> ''),
  retired boolean NOT NULL DEFAULT false,
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  doc jsonb NOT NULL
);

CREATE TABLE library_log (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('engines', 'gearboxes', 'parts', 'families')),
  row_id text NOT NULL,
  version integer NOT NULL,
  before jsonb,
  after jsonb,
  words text NOT NULL,
  client text NOT NULL,
  step text NOT NULL CHECK (step IN ('do', 'undo', 'redo')),
  of_seq bigint REFERENCES library_log (seq),
  at timestamptz NOT NULL DEFAULT now(),
  CHECK ((step = 'do') = (of_seq IS NULL))
);
CREATE INDEX library_log_client ON library_log (client, seq);
CREATE INDEX library_log_row ON library_log (kind, row_id, seq);

-- Offers of the yard that somebody keeps an eye on, as they stood when they were marked: offers vanish.
CREATE TABLE watched (
  id text PRIMARY KEY,
  price double precision NOT NULL CHECK (price >= 0),
  note text NOT NULL DEFAULT '',
  doc jsonb NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
