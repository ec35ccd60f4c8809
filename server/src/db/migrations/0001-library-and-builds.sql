-- The library: real columns for what is searched, sorted or summed, the whole row as the schema has it in doc.
CREATE TABLE engine (
  id text PRIMARY KEY,
  name text NOT NULL,
  family text NOT NULL,
  cylinders integer NOT NULL CHECK (cylinders BETWEEN 1 AND 16),
  displacement_l double precision NOT NULL CHECK (displacement_l > 0),
  price_likely double precision NOT NULL CHECK (price_likely >= 0),
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  doc jsonb NOT NULL
);
CREATE INDEX engine_family ON engine (family, name);

CREATE TABLE gearbox (
  id text PRIMARY KEY,
  name text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('manual', 'automatic', 'dual clutch', 'sequential')),
  gears integer NOT NULL CHECK (gears BETWEEN 1 AND 12),
  mass_kg double precision NOT NULL CHECK (mass_kg > 0),
  price_likely double precision NOT NULL CHECK (price_likely >= 0),
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  doc jsonb NOT NULL
);

CREATE TABLE part (
  id text PRIMARY KEY,
  name text NOT NULL,
  class text NOT NULL,
  mass_kg double precision NOT NULL,
  price_likely double precision NOT NULL CHECK (price_likely >= 0),
  discontinued boolean NOT NULL,
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  doc jsonb NOT NULL
);
CREATE INDEX part_class ON part (class, name);

-- One car getting one swap. Everything about it carries one version.
CREATE TABLE build (
  id text PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  currency text NOT NULL CHECK (currency ~ '^[A-Z]{3}$'),
  version integer NOT NULL DEFAULT 1 CHECK (version > 0),
  brief jsonb NOT NULL,
  chassis jsonb,
  decision jsonb NOT NULL,
  -- The library rows of the chosen candidate as they were when it was chosen.
  decision_snapshot jsonb,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE candidate (
  build_id text NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  id text NOT NULL,
  position integer NOT NULL,
  letter text NOT NULL CHECK (letter ~ '^[A-Z]$'),
  engine_id text NOT NULL REFERENCES engine (id),
  gearbox_id text NOT NULL REFERENCES gearbox (id),
  doc jsonb NOT NULL,
  PRIMARY KEY (build_id, id),
  UNIQUE (build_id, letter)
);

CREATE TABLE candidate_part (
  build_id text NOT NULL,
  candidate_id text NOT NULL,
  part_id text NOT NULL REFERENCES part (id),
  PRIMARY KEY (build_id, candidate_id, part_id),
  FOREIGN KEY (build_id, candidate_id) REFERENCES candidate (build_id, id) ON DELETE CASCADE
);

-- Every write leaves a row, from which undo and history come. An undo is a new change that restores the old content.
CREATE TABLE change_log (
  seq bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  build_id text NOT NULL REFERENCES build (id) ON DELETE CASCADE,
  version integer NOT NULL,
  target text NOT NULL,
  before jsonb,
  after jsonb,
  words text NOT NULL,
  client text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('do', 'undo', 'redo')),
  of_seq bigint REFERENCES change_log (seq),
  at timestamptz NOT NULL DEFAULT now(),
  CHECK ((kind = 'do') = (of_seq IS NULL))
);
CREATE INDEX change_log_build ON change_log (build_id, seq);
