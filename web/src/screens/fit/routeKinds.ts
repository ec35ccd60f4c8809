import type { Route, RouteKind } from '@sable/core';

/** Usual sizes of what is led through a bay, mm: a place to begin from, to be changed. */
export const USUAL: Readonly<Record<RouteKind, Pick<Route, 'diameterMm' | 'leastBendRadiusMm'>>> = {
  exhaust: { diameterMm: 51, leastBendRadiusMm: 76 },
  'intake pipe': { diameterMm: 70, leastBendRadiusMm: 70 },
  'charge pipe': { diameterMm: 57, leastBendRadiusMm: 57 },
  'coolant hose': { diameterMm: 38, leastBendRadiusMm: 60 },
  loom: { diameterMm: 30, leastBendRadiusMm: 60 },
  cable: { diameterMm: 10, leastBendRadiusMm: 120 },
  'brake line': { diameterMm: 5, leastBendRadiusMm: 20 },
  'fuel line': { diameterMm: 8, leastBendRadiusMm: 30 },
};
