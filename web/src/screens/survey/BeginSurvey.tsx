import type { Chassis } from '@sable/core';
import { readTyreCode } from '@sable/core/questions/gearing';
import type { Figure } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';

const measured = (value: number, plusMinus: number): Figure => ({ value, plusMinus, evidence: 'measured' });
const estimated = (value: number, plusMinus: number): Figure => ({ value, plusMinus, evidence: 'estimated' });

interface Begin {
  name: string;
  year: number;
  body: Chassis['body'];
  drive: Chassis['drive'];
  engineLies: Chassis['engineLies'];
  wheelbaseMm: number;
  trackFrontMm: number;
  trackRearMm: number;
  frontKg: number;
  rearKg: number;
  tyreCode: string;
  axleRatio: number;
}

const BODIES = ['small saloon', 'estate', 'hatch', 'pickup'] as const;

/** The few things without which nothing about a car can be reckoned; everything else is taped afterwards. */
export function BeginSurvey() {
  const { save } = useBuildActions();
  const [car, setCar] = useState<Begin>({
    name: '',
    year: 1975,
    body: 'small saloon',
    drive: 'rear',
    engineLies: 'longitudinal',
    wheelbaseMm: 2300,
    trackFrontMm: 1270,
    trackRearMm: 1260,
    frontKg: 450,
    rearKg: 400,
    tyreCode: '165/80R13',
    axleRatio: 3.9,
  });
  const [fault, setFault] = useState<string>();
  const put = (more: Partial<Begin>) => setCar({ ...car, ...more });
  const begin = () => {
    if (car.name.trim() === '')
      return setFault('Give the car a name: make-believe or chassis number, whatever you call it.');
    try {
      readTyreCode(car.tyreCode);
    } catch (e) {
      return setFault(e instanceof Error ? e.message : 'The tyre code can’t be read; write it like 165/80R13.');
    }
    save('chassis', null, chassisOf(car));
  };
  const length = (key: 'wheelbaseMm' | 'trackFrontMm' | 'trackRearMm', label: string) => (
    <QuantityField
      label={label}
      quantity="lengthMm"
      value={car[key]}
      min={500}
      max={6000}
      onCommit={(v) => v !== undefined && put({ [key]: v })}
    />
  );
  const mass = (key: 'frontKg' | 'rearKg', label: string) => (
    <QuantityField
      label={label}
      quantity="massKg"
      value={car[key]}
      min={20}
      max={5000}
      onCommit={(v) => v !== undefined && put({ [key]: v })}
    />
  );
  return (
    <div className="main">
      <div className="answer">
        <p className="say big">Nobody has measured this car yet</p>
        <p className="say muted">
          Begin with what is on the papers and what two axles weigh; then walk round the bay with a tape. Drag and grip
          are estimated until you know better.
        </p>
      </div>
      <div className={layout['form-grid']} style={{ maxWidth: 860, marginTop: 18 }}>
        <TextField label="Car" value={car.name} onChange={(e) => put({ name: e.target.value })} />
        <QuantityField
          label="Year"
          quantity="number"
          digits={0}
          value={car.year}
          min={1900}
          max={2100}
          onCommit={(v) => v !== undefined && put({ year: Math.round(v) })}
        />
        <ChoiceField
          label="Body"
          value={car.body}
          choices={BODIES.map((b) => ({ value: b, label: b }))}
          onCommit={(v) => put({ body: v as Begin['body'] })}
        />
        <ChoiceField
          label="Driven wheels"
          value={car.drive}
          choices={(['rear', 'front', 'all'] as const).map((d) => ({ value: d, label: d }))}
          onCommit={(v) => put({ drive: v as Begin['drive'] })}
        />
        <ChoiceField
          label="Engine lies"
          value={car.engineLies}
          choices={(['longitudinal', 'transverse'] as const).map((d) => ({ value: d, label: d }))}
          onCommit={(v) => put({ engineLies: v as Begin['engineLies'] })}
        />
        {length('wheelbaseMm', 'Wheelbase')}
        {length('trackFrontMm', 'Track, front')}
        {length('trackRearMm', 'Track, rear')}
        {mass('frontKg', 'Front axle')}
        {mass('rearKg', 'Rear axle')}
        <TextField label="Tyres" value={car.tyreCode} onChange={(e) => put({ tyreCode: e.target.value.trim() })} />
        <QuantityField
          label="Final drive"
          quantity="ratio"
          digits={2}
          value={car.axleRatio}
          min={1}
          max={20}
          onCommit={(v) => v !== undefined && put({ axleRatio: v })}
        />
      </div>
      {fault && (
        <p role="alert" className="fault">
          {fault}
        </p>
      )}
      <Button variant="contained" color="primary" onClick={begin} sx={{ mt: 2 }}>
        Begin the survey
      </Button>
    </div>
  );
}

function chassisOf(car: Begin): Chassis {
  const nothing = { low: 0, likely: 0, high: 0, evidence: 'measured' as const };
  return {
    name: car.name.trim(),
    year: car.year,
    body: car.body,
    drive: car.drive,
    engineLies: car.engineLies,
    wheelbaseMm: measured(car.wheelbaseMm, 3),
    trackFrontMm: measured(car.trackFrontMm, 4),
    trackRearMm: measured(car.trackRearMm, 4),
    weighing: {
      frontKg: measured(car.frontKg, 2),
      rearKg: measured(car.rearKg, 2),
      comYMm: estimated(0, 15),
      comZMm: estimated(540, 40),
      aboard: 'nobody aboard',
      driverAboard: false,
      fuelL: estimated(20, 5),
    },
    tankL: estimated(45, 5),
    dragAreaM2: estimated(0.75, 0.1),
    rollingCoefficient: estimated(0.013, 0.002),
    axleEfficiency: estimated(0.96, 0.01),
    axleRatios: [{ ratio: car.axleRatio, fitted: true, price: nothing }],
    tyres: [
      {
        code: car.tyreCode,
        fitted: true,
        dryGrip: estimated(0.9, 0.05),
        wetGrip: estimated(0.6, 0.06),
        massKgEach: estimated(13, 2),
        price: nothing,
      },
    ],
    obstacles: [],
    pads: [],
    ports: [],
    lumps: [],
    tape: [],
    installFrom: ['above'],
  };
}
