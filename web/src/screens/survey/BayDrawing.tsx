import type { Chassis } from '@sable/core';
import { convexOf } from '@sable/core/geometry';
import { useMemo } from 'react';
import { ThreeViews, type DrawnSolid } from '../../pieces/ThreeViews.tsx';

/** The bay as it stands, with the body in hand drawn in dye. */
export function BayDrawing({ chassis, chosen }: { chassis: Chassis; chosen: string }) {
  const { solids, frame } = useMemo(() => {
    const drawn = chassis.obstacles
      .filter((o) => o.role !== 'ground line' && o.role !== 'reach zone')
      .map<DrawnSolid>((o) => ({
        id: o.id,
        name: o.name,
        convex: convexOf(o.shape),
        kind: o.id === chosen ? 'powertrain' : 'obstacle',
      }));
    // The body in hand lies on top.
    const solids = [...drawn].sort((a, b) => Number(a.kind === 'powertrain') - Number(b.kind === 'powertrain'));
    const near = solids.filter((s) => s.id === chosen || !/^(floor|rail)/.test(s.id));
    return { solids, frame: near };
  }, [chassis, chosen]);
  if (solids.length === 0 || frame.length === 0) return null;
  return (
    <section className="block">
      <h2>Engine bay</h2>
      <ThreeViews solids={solids} frame={frame} colour="var(--dye)" />
    </section>
  );
}
