-- What may be done to an obstacle became a list of ways, each with its own allowance, money and hours.
CREATE FUNCTION obstacle_with_ways(o jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN jsonb_typeof(o -> 'may' -> 0) = 'string' OR o ? 'allowanceMm' OR o ? 'cost' OR o ? 'hours' THEN
    (o - 'allowanceMm' - 'cost' - 'hours') || jsonb_build_object('may', COALESCE(
      (SELECT jsonb_agg(jsonb_build_object(
         'do', way,
         'allowanceMm', COALESCE(o -> 'allowanceMm', '0'::jsonb),
         'cost', COALESCE(o -> 'cost', '0'::jsonb),
         'hours', COALESCE(o -> 'hours', '0'::jsonb)))
       FROM jsonb_array_elements(o -> 'may') AS way), '[]'::jsonb))
  ELSE o END
$$;

CREATE FUNCTION chassis_with_ways(c jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN jsonb_typeof(c -> 'obstacles') = 'array' THEN
    jsonb_set(c, '{obstacles}', COALESCE(
      (SELECT jsonb_agg(obstacle_with_ways(o.value) ORDER BY o.ordinality)
       FROM jsonb_array_elements(c -> 'obstacles') WITH ORDINALITY AS o), '[]'::jsonb))
  ELSE c END
$$;

-- A lug that may come off became a direction, a depth and what it takes; a bare yes says none of these.
CREATE FUNCTION without_bare_trim(d jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT regexp_replace(regexp_replace(d::text, '"mayTrim": (true|false), ', '', 'g'), ', "mayTrim": (true|false)', '', 'g')::jsonb
$$;

UPDATE build SET chassis = chassis_with_ways(chassis) WHERE chassis IS NOT NULL;
UPDATE change_log SET before = chassis_with_ways(before), after = chassis_with_ways(after) WHERE target = 'chassis';
UPDATE engine SET doc = without_bare_trim(doc) WHERE doc::text LIKE '%"mayTrim": %';
UPDATE gearbox SET doc = without_bare_trim(doc) WHERE doc::text LIKE '%"mayTrim": %';
UPDATE part SET doc = without_bare_trim(doc) WHERE doc::text LIKE '%"mayTrim": %';

DROP FUNCTION obstacle_with_ways(jsonb);
DROP FUNCTION chassis_with_ways(jsonb);
DROP FUNCTION without_bare_trim(jsonb);
