import type { MountTypeFigures } from '@sable/core';
import { systemOf, formatNumber, unitOf } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import { Plain } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import css from './mounts.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** Each type of mount on one scribed line: what it moves at the tightest gap against the room there is. */
export function MountTypes({ rows }: { rows: readonly MountTypeFigures[] }) {
  const units = useUnits();
  const gaps = rows.flatMap((r) => (r.gap ? [r.gap.roomMm - r.gap.movementMm] : []));
  const reach = Math.max(8, ...gaps.map(Math.abs)) * 1.15;
  const x = (mm: number) => 50 + (50 * mm) / reach;
  const tight = rows.find((r) => r.chosen)?.gap ?? rows[0]?.gap;
  const mm = (v: number | undefined) =>
    v === undefined
      ? '–'
      : formatNumber(v, 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'us' ? 2 : 1 });
  const preload = rows.some((r) => r.preloadN !== undefined);
  const cruise = rows.some((r) => r.cruisePct !== undefined);
  return (
    <section className="block">
      <h2>Types side by side, in the same size</h2>
      <Scrolled label="Kinds of mounts">
        <table className={`${layout['figures']} ${css['types']}`}>
          <thead>
            <tr>
              <th scope="col">Type</th>
              <th scope="col" style={{ minWidth: 220 }}>
                {tight
                  ? `Left at the tightest gap, ${unitOf('lengthMm', units)}; right of the line is room`
                  : 'Tightest gap'}
              </th>
              <th scope="col" className="r">
                Moves, {unitOf('lengthMm', units)}
              </th>
              <th scope="col" className="r">
                Sinks, {unitOf('lengthMm', units)}
              </th>
              <th scope="col" className="r">
                Load of rating
              </th>
              <th scope="col" className="r">
                Passes at idle
              </th>
              {cruise && (
                <th scope="col" className="r">
                  At cruise
                </th>
              )}
              {preload && (
                <th scope="col" className="r">
                  Forced in, {unitOf('forceN', units)}
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => {
              const left = r.gap && r.gap.roomMm - r.gap.movementMm;
              const colour = left === undefined ? '' : left < 0 ? 'blocked' : left <= 8 ? 'tight' : 'clear';
              return (
                <tr key={r.type} className={r.chosen ? 'is-current' : ''}>
                  <th scope="row">
                    {r.type}
                    {r.chosen ? ', as chosen' : ''}
                  </th>
                  <td className="track">
                    {left !== undefined && r.gap && (
                      <svg
                        viewBox="0 0 100 26"
                        preserveAspectRatio="none"
                        role="img"
                        aria-label={`${formatNumber(left, 'lengthMm', units, { digits: 1, signed: true })} ${unitOf('lengthMm', units)}, ${r.gap.part} to ${r.gap.obstacle}`}
                      >
                        <title>{`${r.gap.part} to ${r.gap.obstacle}`}</title>
                        <rect x="0" y="12.5" width="100" height="1" fill="var(--line)" />
                        <line
                          x1="50"
                          x2="50"
                          y1="0"
                          y2="26"
                          stroke="var(--ink)"
                          strokeWidth="1.2"
                          vectorEffect="non-scaling-stroke"
                        />
                        <rect x={x(left) - 1} y="6.5" width="2" height="13" fill={`var(--${colour})`} />
                      </svg>
                    )}
                  </td>
                  <td className="r">{mm(r.gap?.movementMm)}</td>
                  <td className="r">{mm(r.sagMm)}</td>
                  <td className="r">
                    <Plain value={r.loadPct} quantity="percent" digits={0} />
                  </td>
                  <td className="r">
                    <Plain value={r.idlePct} quantity="percent" digits={0} />
                  </td>
                  {cruise && (
                    <td className="r">
                      <Plain value={r.cruisePct} quantity="percent" digits={0} />
                    </td>
                  )}
                  {preload && (
                    <td className="r">
                      {r.preloadN === undefined ? '–' : formatNumber(r.preloadN, 'forceN', units, { digits: 0 })}
                    </td>
                  )}
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolled>
      <p className="muted small">
        Estimated: typical rubber hardness for each type, solid 20 kN/mm. Isolation is calculated from firing frequency
        and natural frequencies in roll and vertical; above 100 % vibration is amplified.
      </p>
    </section>
  );
}
