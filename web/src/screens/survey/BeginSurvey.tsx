import { BODIES, type Chassis } from '@sable/core';
import { readTyreCode } from '@sable/core/questions/gearing';
import type { Figure, Quantity } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useKept } from '../../hooks/kept.ts';
import { FigureField } from '../../pieces/FigureField.tsx';
import { ChoiceField, firstFault, QuantityField } from '../../pieces/fields.tsx';
import fields from '../../pieces/fields.module.css';
import layout from '../../pieces/layout.module.css';

/** What is entered so far; what nobody has entered is absent. */
interface Begun {
  readonly name: string;
  readonly year?: number;
  readonly body?: Chassis['body'];
  readonly drive?: Chassis['drive'];
  readonly engineLies?: Chassis['engineLies'];
  readonly figures: Partial<Record<FigureKey, Figure>>;
  readonly tyreCode: string;
  readonly axleRatio?: number;
}

const NOTHING: Begun = { name: '', figures: {}, tyreCode: '' };

const FIGURES = [
  ['wheelbaseMm', 'Wheelbase', 'lengthMm', 500, 6000],
  ['trackFrontMm', 'Track, front', 'lengthMm', 500, 3000],
  ['trackRearMm', 'Track, rear', 'lengthMm', 500, 3000],
  ['frontKg', 'Front axle load', 'massKg', 20, 5000],
  ['rearKg', 'Rear axle load', 'massKg', 20, 5000],
] as const satisfies readonly (readonly [string, string, Quantity, number, number])[];
type FigureKey = (typeof FIGURES)[number][0];

const NEEDED = [
  ['body', 'body'],
  ['drive', 'driven wheels'],
  ['engineLies', 'engine orientation'],
] as const;

/** What the papers and two axles on a scale say of a car; only what it is has to be there, the rest can be entered later. */
export function BeginSurvey() {
  const { save } = useBuildActions();
  const form = useRef<HTMLDivElement>(null);
  const { build } = useBuild();
  const [car, setCar] = useKept(`sable-begun/${build.id}/survey`, NOTHING);
  const [fault, setFault] = useState<string>();
  const put = (more: Partial<Begun>) => setCar({ ...car, ...more });
  const begin = () => {
    const wrong = firstFault(form.current);
    if (wrong) {
      wrong.focus();
      return setFault(`${wrong.ariaLabel ?? 'A field'} is not valid: correct or clear it first.`);
    }
    if (car.name.trim() === '') return setFault('Car: enter a name, such as its model or chassis number.');
    const open = NEEDED.filter(([key]) => !car[key]).map(([, label]) => label);
    if (open.length > 0) return setFault(`Choose ${open.join(', ')}.`);
    if (car.tyreCode !== '') {
      try {
        readTyreCode(car.tyreCode);
      } catch (e) {
        return setFault(e instanceof Error ? e.message : 'Tyres: enter a code such as 165/80R13.');
      }
    }
    save('chassis', null, chassisOf(car));
    setCar(NOTHING);
  };
  const choice = <K extends 'body' | 'drive' | 'engineLies'>(key: K, label: string, of: readonly string[]) => (
    <ChoiceField
      label={label}
      value={car[key] ?? ''}
      choices={of.map((b) => ({ value: b, label: b }))}
      onCommit={(v) => put({ [key]: v })}
    />
  );
  return (
    <div className="main" ref={form}>
      <div className="answer">
        <p className="say big">No vehicle data yet</p>
        <p className="say muted">
          Enter the vehicle papers and axle loads; then measure the bay with a tape. Only name and layout are required;
          empty fields stay unknown.
        </p>
      </div>
      <div className={layout['form-grid']} style={{ maxWidth: 860, marginTop: 18 }}>
        <TextField label="Car" value={car.name} onChange={(e) => put({ name: e.target.value })} />
        {choice('body', 'Body type', BODIES)}
        {choice('drive', 'Driven wheels', ['rear', 'front', 'all'])}
        {choice('engineLies', 'Engine orientation', ['longitudinal', 'transverse'])}
        <QuantityField
          label="Year"
          quantity="number"
          optional
          whole
          value={car.year}
          min={1900}
          max={2100}
          onCommit={(year) => setCar(without(car, 'year', year))}
        />
        <TextField
          label="Tyres"
          value={car.tyreCode}
          placeholder="165/80R13"
          onChange={(e) => put({ tyreCode: e.target.value.trim() })}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <QuantityField
          label="Final drive"
          quantity="ratio"
          digits={2}
          optional
          at="/chassis/axleRatios/0/ratio"
          value={car.axleRatio}
          min={1}
          max={20}
          onCommit={(axleRatio) => setCar(without(car, 'axleRatio', axleRatio))}
        />
      </div>
      <div className={fields['figures']} style={{ maxWidth: 860, marginTop: 12 }}>
        {FIGURES.map(([key, label, quantity, min, max]) => (
          <FigureField
            key={key}
            at={key.endsWith('Kg') ? `/chassis/weighing/${key}` : `/chassis/${key}`}
            label={label}
            quantity={quantity}
            optional
            min={min}
            max={max}
            value={car.figures[key]}
            onChange={(f) => put({ figures: without(car.figures, key, f) })}
          />
        ))}
      </div>
      {fault && (
        <p role="alert" className="fault">
          {fault}
        </p>
      )}
      <Button variant="contained" color="primary" onClick={begin} sx={{ mt: 2 }}>
        Create survey
      </Button>
    </div>
  );
}

/** The same with a field set, or without it where there is nothing to set. */
function without<T extends object, K extends keyof T>(of: T, key: K, value: T[K] | undefined): T {
  const { [key]: _old, ...rest } = of;
  return (value === undefined ? rest : { ...rest, [key]: value }) as T;
}

function chassisOf({ name, year, body, drive, engineLies, figures, tyreCode, axleRatio }: Begun): Chassis {
  const { frontKg, rearKg, ...lengths } = figures;
  return {
    name: name.trim(),
    ...(year === undefined ? {} : { year }),
    body: body!,
    drive: drive!,
    engineLies: engineLies!,
    ...lengths,
    weighing: {
      ...(frontKg ? { frontKg } : {}),
      ...(rearKg ? { rearKg } : {}),
      aboard: '',
      driverAboard: false,
    },
    axleRatios: axleRatio === undefined ? [] : [{ ratio: axleRatio, fitted: true }],
    tyres: tyreCode === '' ? [] : [{ code: tyreCode, fitted: true }],
    obstacles: [],
    pads: [],
    ports: [],
    lumps: [],
    tape: [],
  };
}
