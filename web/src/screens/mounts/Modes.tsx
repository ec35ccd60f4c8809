import type { MountsFigures } from '@sable/core';
import { formatNumber } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import type { Shown } from './MountsDrawing.tsx';
import css from './mounts.module.css';

/** The six motions on one scale of frequency, with the firing of idle and the line below which it is kept back. */
export function Modes({
  figures,
  shown,
  onShow,
}: {
  figures: MountsFigures;
  shown: Shown;
  onShow: (shown: Shown) => void;
}) {
  const units = useUnits();
  const { modes, idle } = figures;
  const firing = idle?.firingHz;
  const line = firing && firing / Math.SQRT2;
  const most = Math.max(...modes.map((m) => m.hz), firing ?? 0) * 1.08;
  const x = (hz: number) => (100 * hz) / most;
  const hz = (v: number) => formatNumber(v, 'frequencyHz', units, { digits: 1 });
  return (
    <section className="block">
      <h2>Natural frequencies, Hz</h2>
      <div className={css['modes']}>
        {modes.map((m, i) => {
          const firingShakes = m.motion === 'roll' || m.motion === 'up and down';
          const colour =
            line === undefined || !firingShakes ? 'var(--muted)' : m.hz > line ? 'var(--tight)' : 'var(--clear)';
          return (
            <Row key={`${m.motion} ${m.hz}`}>
              <button
                type="button"
                aria-pressed={shown.kind === 'mode' && shown.index === i}
                onClick={() => onShow({ kind: 'mode', index: i })}
              >
                {m.motion}
              </button>
              <svg viewBox="0 0 100 22" preserveAspectRatio="none" aria-hidden>
                <rect x="0" y="10.5" width="100" height="1" fill="var(--line)" />
                {line !== undefined && (
                  <line
                    x1={x(line)}
                    x2={x(line)}
                    y1="0"
                    y2="22"
                    stroke="var(--ink)"
                    strokeWidth="1.2"
                    vectorEffect="non-scaling-stroke"
                  />
                )}
                <rect x={x(m.hz) - 1.5} y="4" width="3" height="14" fill={colour} />
              </svg>
              <span className="num">{hz(m.hz)}</span>
            </Row>
          );
        })}
      </div>
      {firing !== undefined && line !== undefined && (
        <p className="muted small">
          Firing at idle {hz(firing)} Hz shakes roll and up and down: left of the line, {hz(line)} Hz, the mounts
          isolate.
        </p>
      )}
    </section>
  );
}

function Row({ children }: { children: React.ReactNode }) {
  return <>{children}</>;
}
