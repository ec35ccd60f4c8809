import type { FourPads } from '@sable/core/questions/survey';
import { type Figure, formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { api } from '../../hooks/api.ts';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import css from './survey.module.css';

const PADS = [
  ['frontLeft', 'Front left'],
  ['frontRight', 'Front right'],
  ['rearLeft', 'Rear left'],
  ['rearRight', 'Rear right'],
] as const;
type Pad = (typeof PADS)[number][0];

interface Reading {
  readonly kg: Readonly<Record<Pad, number>>;
  readonly steady: Readonly<Record<Pad, boolean>>;
}

/** What the pads are good for, kg. */
const PAD_KG = 0.5;

/** Four pads under the car, read as they settle; weighed in when all four stand still. */
export function PadsPanel({ onWeighed, onClose }: { onWeighed: (c: FourPads) => void; onClose: () => void }) {
  const { build } = useBuild();
  const units = useUnits();
  const [reading, setReading] = useState<Reading>();
  const [lost, setLost] = useState(false);
  useEffect(() => {
    const source = new EventSource(api.scalesUrl(build.id));
    source.onmessage = (e) => {
      setReading(JSON.parse(e.data as string) as Reading);
      setLost(false);
    };
    source.onerror = () => setLost(true);
    return () => source.close();
  }, [build.id]);
  const steady = reading !== undefined && PADS.every(([p]) => reading.steady[p]);
  const total = reading && PADS.reduce((s, [p]) => s + reading.kg[p], 0);
  // These pads were under no car: what they read is never kept as measured.
  const figure = (kg: number): Figure => ({
    value: kg,
    plusMinus: PAD_KG,
    evidence: 'estimated',
    source: 'simulated scale pads',
  });
  return (
    <section className={css['pads']} aria-label="Corner scales">
      <p className="say" aria-live="polite">
        {lost
          ? 'No signal from the corner scales. Trying again…'
          : !reading
            ? 'Connecting to corner scales…'
            : steady
              ? `Stable, total ${formatNumber(total!, 'massKg', units, { digits: 1 })} ${unitOf('massKg', units)}`
              : 'Settling. Do not touch the car.'}
      </p>
      <div className={css['pads-plan']}>
        {PADS.map(([pad, label]) => (
          <div key={pad} data-steady={reading?.steady[pad] ?? false}>
            <small>{label}</small>
            <b className="num">{reading ? formatNumber(reading.kg[pad], 'massKg', units, { digits: 1 }) : '–'}</b>
            <small>{reading?.steady[pad] ? 'steady' : 'settling'}</small>
          </div>
        ))}
      </div>
      <div style={{ display: 'flex', gap: 8 }}>
        <Button
          variant="contained"
          color="primary"
          disabled={!steady}
          onClick={() =>
            reading &&
            onWeighed({
              frontLeftKg: figure(reading.kg.frontLeft),
              frontRightKg: figure(reading.kg.frontRight),
              rearLeftKg: figure(reading.kg.rearLeft),
              rearRightKg: figure(reading.kg.rearRight),
            })
          }
        >
          Save corner weights
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
      <p className="muted small">
        Simulated scale pads: readings are generated from the survey and saved as estimated. Real scale pads connect in
        the same way.
      </p>
    </section>
  );
}
