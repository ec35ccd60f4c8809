import { toDisplay, unitOf } from '@sable/core/units';
import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { useUnits } from '../../hooks/settings.tsx';
import type { WrappedInTime } from '../../workers/scans.ts';
import { AXIS, GRID, niceTicks } from '../chart.ts';
import { worthOf } from './placed.ts';

/** What each piece more was worth: how far they stood off against how many there were, and the time that it took. */
export function ScanTrade({ wrapped, withinMm }: { wrapped: WrappedInTime; withinMm: number }) {
  const units = useUnits();
  const { steps } = wrapped;
  const rows = worthOf(steps, wrapped.pieces.length).map(({ pieces, standsOffMm }) => ({
    pieces,
    off: toDisplay(standsOffMm, 'lengthMm', units),
  }));
  const top = Math.max(...rows.map((r) => r.off), toDisplay(withinMm, 'lengthMm', units));
  const ticks = niceTicks(0, top * 1.05, 3);
  const unit = unitOf('lengthMm', units);
  return (
    <figure aria-label="Deviation compared with the number of shapes">
      <LineChart
        width={320}
        height={130}
        data={rows}
        margin={{ top: 8, right: 12, bottom: 2, left: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid {...GRID} />
        <XAxis dataKey="pieces" type="number" domain={[0, 'dataMax']} allowDecimals={false} {...AXIS} />
        <YAxis domain={[0, ticks.at(-1) ?? top]} ticks={ticks} width={44} unit={` ${unit}`} {...AXIS} />
        <ReferenceLine y={toDisplay(withinMm, 'lengthMm', units)} stroke="var(--muted)" strokeDasharray="4 3" />
        <Line
          type="stepAfter"
          dataKey="off"
          stroke="var(--c-a)"
          strokeWidth={2}
          dot={{ r: 2.5 }}
          isAnimationActive={false}
        />
      </LineChart>
      <figcaption className="small muted">
        Deviation over number of shapes; dashed: target. {steps.at(-1)!.seconds.toFixed(1)} s in all.
      </figcaption>
    </figure>
  );
}
