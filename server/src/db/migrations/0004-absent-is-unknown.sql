-- What nobody has entered is absent: a row is kept as soon as it has a name.
ALTER TABLE engine
  ALTER COLUMN family DROP NOT NULL,
  ALTER COLUMN cylinders DROP NOT NULL,
  ALTER COLUMN displacement_l DROP NOT NULL,
  ALTER COLUMN price_likely DROP NOT NULL;
ALTER TABLE gearbox
  ALTER COLUMN mass_kg DROP NOT NULL,
  ALTER COLUMN price_likely DROP NOT NULL;
ALTER TABLE part
  ALTER COLUMN mass_kg DROP NOT NULL,
  ALTER COLUMN price_likely DROP NOT NULL,
  ALTER COLUMN discontinued DROP NOT NULL;
