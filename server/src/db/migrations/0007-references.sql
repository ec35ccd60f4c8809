-- What a car came with is held like what its candidates are to get: a row that is not in the library means nothing.
UPDATE build SET chassis = chassis - 'originalEngineId'
  WHERE NOT EXISTS (SELECT 1 FROM engine WHERE id = chassis ->> 'originalEngineId');
UPDATE build SET chassis = chassis - 'originalGearboxId'
  WHERE NOT EXISTS (SELECT 1 FROM gearbox WHERE id = chassis ->> 'originalGearboxId');
ALTER TABLE build
  ADD COLUMN original_engine_id text GENERATED ALWAYS AS (chassis ->> 'originalEngineId') STORED REFERENCES engine (id),
  ADD COLUMN original_gearbox_id text GENERATED ALWAYS AS (chassis ->> 'originalGearboxId') STORED REFERENCES gearbox (id);

-- An id that comes back after its build was erased goes on counting: whoever saw the old one can't write over the new one.
CREATE TABLE erased_build (
  id text PRIMARY KEY,
  version integer NOT NULL CHECK (version > 0)
);
