import { formatNumber, unitOf } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import { moved, poseOf } from '@sable/core/geometry';
import { outline, type Flat, type View } from '@sable/core/formats/drawing';
import type { LiveFit } from './live.ts';
import layout from '../../pieces/layout.module.css';

export interface Measured {
  readonly view: View;
  readonly from: Flat;
  readonly to?: Flat;
}

/** The corner of what is drawn that a picked point means, or the point itself where none is near. */
export function nearestCorner(live: LiveFit, view: View, picked: Flat, reachMm: number): Flat {
  const pose = poseOf(live.now().placement);
  const bodies = [...live.bay.map((b) => b.convex), ...live.solids.map((s) => moved(s.convex, pose))];
  let nearest = picked;
  let least = reachMm;
  for (const body of bodies)
    for (const corner of outline(body, view.flat)) {
      const d = Math.hypot(corner[0] - picked[0], corner[1] - picked[1]);
      if (d < least) {
        least = d;
        nearest = corner;
      }
    }
  return nearest;
}

const ACROSS: Readonly<Record<View['key'], readonly [string, string]>> = {
  side: ['along', 'up'],
  front: ['across', 'up'],
  plan: ['along', 'across'],
};

/** What the two points picked in a view lie apart. */
export function Measure({ measured }: { measured: Measured | undefined }) {
  const units = useUnits();
  const mm = (v: number) => `${formatNumber(v, 'lengthMm', units)} ${unitOf('lengthMm', units)}`;
  if (!measured?.to)
    return (
      <p className={`${layout['result']} small`} aria-live="polite">
        {measured
          ? 'Select the second point in the same view.'
          : 'Select two points in one view. Points snap to corners.'}
      </p>
    );
  const dx = Math.abs(measured.to[0] - measured.from[0]);
  const dy = Math.abs(measured.to[1] - measured.from[1]);
  const [u, v] = ACROSS[measured.view.key];
  return (
    <p className={`${layout['result']} num`} aria-live="polite">
      <b>{mm(Math.hypot(dx, dy))}</b>{' '}
      <span className="small muted">
        {mm(dx)} {u}, {mm(dy)} {v}
      </span>
    </p>
  );
}
