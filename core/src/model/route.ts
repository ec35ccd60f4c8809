import { Type } from 'typebox';
import { Id, Name, Vec3 } from './figure.ts';

const closed = { additionalProperties: false };

export const ROUTE_KINDS = [
  'exhaust',
  'intake pipe',
  'charge pipe',
  'coolant hose',
  'loom',
  'cable',
  'brake line',
  'fuel line',
] as const;
export type RouteKind = (typeof ROUTE_KINDS)[number];

/** Something led through the bay: a tube swept along straight legs and bends, vehicle axes. */
export const Route = Type.Object(
  {
    id: Id,
    name: Name,
    kind: Type.Unsafe<RouteKind>({ type: 'string', enum: [...ROUTE_KINDS] }),
    diameterMm: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
    leastBendRadiusMm: Type.Number({ minimum: 0, maximum: 1000 }),
    pointsMm: Type.Array(Vec3, { minItems: 2, maxItems: 40 }),
    plusMinusMm: Type.Number({ minimum: 0, maximum: 100 }),
  },
  closed,
);
export type Route = Type.Static<typeof Route>;
