-- A build is open, archived or deleted; a deleted one is whole until it is erased.
ALTER TABLE build
  ADD COLUMN shelf text NOT NULL DEFAULT 'open' CHECK (shelf IN ('open', 'archived', 'deleted'));
