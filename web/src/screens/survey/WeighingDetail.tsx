import type { Chassis } from '@sable/core';
import { fromCorners, type FourPads } from '@sable/core/questions/survey';
import type { Figure, Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { Plain } from '../../pieces/figures.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { PadsPanel } from './PadsPanel.tsx';
import { DrivelineDetail } from './DrivelineDetail.tsx';
import { SpringsDetail } from './SpringsDetail.tsx';
import { NameField } from './SeatsDetail.tsx';
import layout from '../../pieces/layout.module.css';
import css from './survey.module.css';

const CORNERS = [
  ['frontLeftKg', 'Front left'],
  ['frontRightKg', 'Front right'],
  ['rearLeftKg', 'Rear left'],
  ['rearRightKg', 'Rear right'],
] as const;
/** What a hired set of pads is good for, kg. */
const PAD_KG = 1;

/** Axle loads from two axles or four pads, and the lengths that sums about the car rest on. */
export function WeighingDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const { weighing } = chassis;
  const [onPads, setOnPads] = useState(false);
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const measured = (old: Figure, value: number): Figure => ({ ...old, value, evidence: 'measured' });
  const putCorners = (corners: FourPads) => {
    const { frontKg, rearKg, comYMm } = fromCorners(corners, chassis.trackFrontMm.value, chassis.trackRearMm.value);
    put({ weighing: { ...weighing, corners, frontKg, rearKg, comYMm } });
  };
  const total = weighing.frontKg.value + weighing.rearKg.value;
  const car: readonly (readonly [
    keyof Chassis & ('wheelbaseMm' | 'trackFrontMm' | 'trackRearMm' | 'tankL'),
    string,
    Quantity,
  ])[] = [
    ['wheelbaseMm', 'Wheelbase', 'lengthMm'],
    ['trackFrontMm', 'Track, front', 'lengthMm'],
    ['trackRearMm', 'Track, rear', 'lengthMm'],
    ['tankL', 'Tank', 'volumeL'],
  ];
  return (
    <section>
      <h2>Weighing</h2>
      <p className="say muted">
        Level floor, tyres at pressure, suspension settled, nobody aboard. Four pads also tell where the weight lies
        sideways.
      </p>
      {onPads ? (
        <PadsPanel
          onWeighed={(corners) => {
            putCorners(corners);
            setOnPads(false);
          }}
          onClose={() => setOnPads(false)}
        />
      ) : (
        <Button sx={{ mb: 1.5 }} onClick={() => setOnPads(true)}>
          Read the pads
        </Button>
      )}
      {weighing.corners ? (
        <>
          <div className={`${layout['form-grid']} ${css['corners']}`}>
            {CORNERS.map(([key, label]) => (
              <QuantityField
                key={key}
                label={label}
                quantity="massKg"
                digits={1}
                value={weighing.corners![key].value}
                min={1}
                onCommit={(v) =>
                  v !== undefined && putCorners({ ...weighing.corners!, [key]: measured(weighing.corners![key], v) })
                }
              />
            ))}
          </div>
          <p className="say num" style={{ marginTop: 10 }}>
            Front <Plain value={weighing.frontKg.value} quantity="massKg" />, rear{' '}
            <Plain value={weighing.rearKg.value} quantity="massKg" />, centre{' '}
            <Plain value={Math.abs(weighing.comYMm.value)} quantity="lengthMm" />{' '}
            {weighing.comYMm.value >= 0 ? 'left' : 'right'} of the middle. Cross weight{' '}
            <Plain
              value={fromCorners(weighing.corners, chassis.trackFrontMm.value, chassis.trackRearMm.value).crossPct}
              quantity="percent"
              digits={1}
            />
            .
          </p>
          <Button
            onClick={() => {
              const { corners: _gone, ...rest } = weighing;
              put({ weighing: rest });
            }}
          >
            Weighed on two axles instead
          </Button>
        </>
      ) : (
        <>
          <div className={layout['form-grid']}>
            {(['frontKg', 'rearKg'] as const).map((key) => (
              <QuantityField
                key={key}
                at={`/chassis/weighing/${key}`}
                label={key === 'frontKg' ? 'Front axle' : 'Rear axle'}
                quantity="massKg"
                digits={1}
                value={weighing[key].value}
                min={1}
                onCommit={(v) =>
                  v !== undefined && put({ weighing: { ...weighing, [key]: measured(weighing[key], v) } })
                }
              />
            ))}
          </div>
          <Button
            sx={{ mt: 1.5 }}
            onClick={() => {
              const half = (f: Figure): Figure => ({ value: f.value / 2, plusMinus: PAD_KG, evidence: 'estimated' });
              putCorners({
                frontLeftKg: half(weighing.frontKg),
                frontRightKg: half(weighing.frontKg),
                rearLeftKg: half(weighing.rearKg),
                rearRightKg: half(weighing.rearKg),
              });
            }}
          >
            Weighed on four pads
          </Button>
        </>
      )}
      <p className="small muted num" style={{ marginTop: 8 }}>
        <Plain value={total} quantity="massKg" /> in all.
      </p>
      <div className={layout['form-grid']} style={{ marginTop: 12 }}>
        <NameField
          label="What was aboard"
          value={weighing.aboard}
          onCommit={(aboard) => put({ weighing: { ...weighing, aboard } })}
        />
        <QuantityField
          label="Fuel in it"
          quantity="volumeL"
          value={weighing.fuelL.value}
          min={0}
          onCommit={(v) => v !== undefined && put({ weighing: { ...weighing, fuelL: measured(weighing.fuelL, v) } })}
        />
        <QuantityField
          at="/chassis/weighing/comZMm"
          label="Height of the centre of mass"
          quantity="lengthMm"
          value={weighing.comZMm.value}
          min={1}
          help="Lift the rear and weigh the front again; estimated until then."
          onCommit={(v) => v !== undefined && put({ weighing: { ...weighing, comZMm: measured(weighing.comZMm, v) } })}
        />
      </div>
      <h2 style={{ marginTop: 22 }}>The car</h2>
      <div className={layout['form-grid']} style={{ marginTop: 12 }}>
        {car.map(([key, label, quantity]) => (
          <QuantityField
            key={key}
            at={`/chassis/${key}`}
            label={label}
            quantity={quantity}
            value={chassis[key].value}
            min={1}
            onCommit={(v) => v !== undefined && put({ [key]: measured(chassis[key], v) })}
          />
        ))}
      </div>
      <SpringsDetail chassis={chassis} />
      <DrivelineDetail chassis={chassis} />
    </section>
  );
}
