import { fitSheet } from '@sable/core/formats/drawing';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { SheetOut } from '../../pieces/SheetOut.tsx';
import type { LiveFit } from './live.ts';
import css from './fit.module.css';

/** Three dimensioned views with the tightest gaps, on A3 at a stated scale. */
export function DrawingOut({ live }: { live: LiveFit }) {
  const { build } = useBuild();
  const units = useUnits();
  const { candidate } = live.subject;
  const sheet = () =>
    fitSheet({ ...live.subject, candidate: { ...candidate, placement: live.now().placement } }, live.movement, units, {
      buildName: build.name,
      date: new Date().toISOString().slice(0, 10),
    });
  return (
    <section className={css['block-small']}>
      <h3>Export drawing, A3</h3>
      <div className="row" style={{ marginTop: 6 }}>
        <SheetOut sheet={sheet} name={`${build.id}-${candidate.letter}-fit`} />
      </div>
    </section>
  );
}
