import type { AdapterPlate, PlateHole } from '@sable/core';
import { plateOutline } from '@sable/core/formats/drawing';
import { overlay, turnedBy } from '@sable/core/questions/plates';
import { formatNumber, formatQuantity } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import css from './holes.module.css';

/** Both patterns as they lie over each other, clashes with the metal that they leave. */
export function PatternsDrawn({ plate }: { plate: AdapterPlate }) {
  const units = useUnits();
  const found = overlay(plate.engineHoles, plate.gearboxHoles, plate.clockingDeg);
  const outline = plateOutline(plate);
  const x = [...outline.map((p) => p[0]), 0];
  const y = [...outline.map((p) => p[1]), 0];
  const [x0, x1, y0, y1] = [Math.min(...x), Math.max(...x), Math.min(...y), Math.max(...y)];
  const px = Math.max(x1 - x0, 1) / 420;
  const placed = new Map<string, readonly [number, number]>([
    ...plate.engineHoles.map((h) => [`a${h.id}`, [h.uMm, h.vMm]] as const),
    ...plate.gearboxHoles.map((h) => [`b${h.id}`, turnedBy(h, plate.clockingDeg)] as const),
  ]);
  const clashing = new Set(found.clashes.flatMap((c) => [`a${c.a}`, `b${c.b}`]));
  const hole = (h: PlateHole, key: string, ofGearbox: boolean) => {
    const [u, v] = placed.get(key)!;
    const colour = clashing.has(key) ? 'var(--blocked)' : ofGearbox ? 'var(--cc)' : 'var(--ink)';
    return (
      <g key={key}>
        <circle
          cx={u}
          cy={-v}
          r={h.diameterMm / 2}
          fill={h.dowel ? colour : 'none'}
          fillOpacity="0.35"
          stroke={colour}
          strokeWidth={1.6 * px}
          strokeDasharray={ofGearbox ? `${4 * px} ${2 * px}` : undefined}
        />
        <text x={u} y={-v - h.diameterMm / 2 - 3 * px} textAnchor="middle" fill={colour} style={{ fontSize: 12 * px }}>
          {h.id}
        </text>
      </g>
    );
  };
  const one = plate.engineHoles.length === 0 || plate.gearboxHoles.length === 0;
  const words = one
    ? `${placed.size} holes around the shaft axis`
    : found.clashes.length === 0
      ? `No holes clash; ${found.least ? `least metal ${formatQuantity(found.least.ligamentMm, 'lengthMm', units, { digits: 1 })} between ${found.least.a} and ${found.least.b}` : 'every hole serves both'}`
      : `${found.clashes.length} clash: ${found.clashes
          .slice(0, 4)
          .map((c) => `${c.a} and ${c.b} ${formatQuantity(c.ligamentMm, 'lengthMm', units, { digits: 1 })}`)
          .join(', ')}`;
  return (
    <figure className={css['drawn']}>
      <svg viewBox={`${x0 - 8} ${-y1 - 8} ${x1 - x0 + 16} ${y1 - y0 + 16}`} role="img" aria-label={words}>
        <polygon
          points={outline.map((p) => `${p[0].toFixed(2)},${(-p[1]).toFixed(2)}`).join(' ')}
          fill="var(--panel)"
          stroke="var(--line)"
          strokeWidth={px}
        />
        <path d={`M -14 0 H 14 M 0 -14 V 14`} stroke="var(--muted)" strokeWidth={px} />
        {plate.engineHoles.map((h) => hole(h, `a${h.id}`, false))}
        {plate.gearboxHoles.map((h) => hole(h, `b${h.id}`, true))}
      </svg>
      <figcaption>
        {words}.
        {!one &&
          ` Gearbox turned by ${formatNumber(plate.clockingDeg, 'angleDeg', units, { digits: 2 })}°, its holes dashed.`}
      </figcaption>
    </figure>
  );
}
