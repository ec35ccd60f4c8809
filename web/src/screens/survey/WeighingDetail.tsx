import type { Chassis } from '@sable/core';
import { fromCorners, heightByLifting, weighingChange, type FourPads } from '@sable/core/questions/survey';
import { InputError, type Figure } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useKept } from '../../hooks/kept.ts';
import { FigureField } from '../../pieces/FigureField.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { Plain } from '../../pieces/figures.tsx';
import { PadsPanel } from './PadsPanel.tsx';
import { NameField } from './SeatsDetail.tsx';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';
import fields from '../../pieces/fields.module.css';
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
const NOTHING = {};
/** As the schema of the car allows. */
const MOST_EARLIER = 20;

type Weighing = Chassis['weighing'];

/** Axle loads from two axles or four scale pads, and the lengths that sums about the car rest on. */
export function WeighingDetail({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const { weighing } = chassis;
  const [onPads, setOnPads] = useState(false);
  const [byCorners, setByCorners] = useState(false);
  const put = (more: Partial<Chassis>) => save('chassis', chassis, { ...chassis, ...more });
  const putWeighing = (next: Weighing) => put({ weighing: next });
  const putFigure = (key: 'frontKg' | 'rearKg' | 'comYMm' | 'comZMm' | 'fuelL', f: Figure | undefined) => {
    const { [key]: _old, ...rest } = weighing;
    putWeighing(f ? { ...rest, [key]: f } : rest);
  };
  const putCorners = (corners: FourPads) => {
    const { crossPct: _cross, ...loads } = fromCorners(
      corners,
      chassis.trackFrontMm?.value,
      chassis.trackRearMm?.value,
    );
    putWeighing({ ...weighing, corners, ...loads });
  };
  const { frontKg, rearKg } = weighing;
  return (
    <section>
      <h2>Corner weights</h2>
      <p className="say muted">
        Level floor, correct tyre pressures, suspension settled, no driver. Four corner scales also give the lateral
        weight distribution.
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
          Read corner scales
        </Button>
      )}
      {weighing.corners || byCorners ? (
        <>
          <Corners corners={weighing.corners} onCorners={putCorners} />
          <Button
            onClick={() => {
              const { corners: _gone, ...rest } = weighing;
              setByCorners(false);
              if (weighing.corners) putWeighing(rest);
            }}
          >
            Axle loads instead of corner weights
          </Button>
        </>
      ) : (
        <>
          <div className={fields['figures']}>
            {(['frontKg', 'rearKg'] as const).map((key) => (
              <FigureField
                key={key}
                at={`/chassis/weighing/${key}`}
                label={key === 'frontKg' ? 'Front axle load' : 'Rear axle load'}
                quantity="massKg"
                optional
                value={weighing[key]}
                min={20}
                max={5000}
                onChange={(f) => putFigure(key, f)}
              />
            ))}
          </div>
          <Button sx={{ mt: 1.5 }} onClick={() => setByCorners(true)}>
            Use corner weights
          </Button>
        </>
      )}
      {frontKg && rearKg && (
        <p className="small muted num" style={{ marginTop: 8 }}>
          <Plain value={frontKg.value + rearKg.value} quantity="massKg" /> in all
          {weighing.corners && <CornerWords chassis={chassis} corners={weighing.corners} />}.
        </p>
      )}
      <div className={fields['figures']} style={{ marginTop: 12 }}>
        <NameField
          label="Load during weighing"
          value={weighing.aboard}
          onCommit={(aboard) => putWeighing({ ...weighing, aboard })}
        />
        <FigureField
          at="/chassis/weighing/fuelL"
          label="Fuel in tank"
          quantity="volumeL"
          optional
          value={weighing.fuelL}
          min={0}
          max={500}
          onChange={(f) => putFigure('fuelL', f)}
        />
        <FigureField
          at="/chassis/weighing/comZMm"
          label="Centre of mass height"
          quantity="lengthMm"
          optional
          value={weighing.comZMm}
          min={100}
          max={2000}
          help="Lift the rear and weigh the front again"
          typical={{ value: 540, plusMinus: 60, source: 'typical of small saloons' }}
          onChange={(f) => putFigure('comZMm', f)}
        />
        {!weighing.corners && (
          <FigureField
            at="/chassis/weighing/comYMm"
            label="Centre of mass, left of the middle"
            quantity="lengthMm"
            optional
            value={weighing.comYMm}
            min={-500}
            max={500}
            help="Negative = right; measured with four scale pads"
            typical={{ value: 0, plusMinus: 20, source: 'typical: near the middle' }}
            onChange={(f) => putFigure('comYMm', f)}
          />
        )}
      </div>
      <Lifted chassis={chassis} onWeighing={putWeighing} />
      <Earlier chassis={chassis} onChange={put} />
    </section>
  );
}

type Lift = NonNullable<Weighing['lifted']>;
const LIFT: readonly WholeField<Lift>[] = [
  {
    key: 'frontKg',
    label: 'Front axle, rear lifted',
    quantity: 'massKg',
    figure: true,
    min: 20,
    max: 5000,
    at: '/chassis/weighing/lifted/frontKg',
  },
  {
    key: 'liftMm',
    label: 'Rear hubs lifted by',
    quantity: 'lengthMm',
    figure: true,
    min: 50,
    max: 1500,
    at: '/chassis/weighing/lifted/liftMm',
  },
  {
    key: 'hubMm',
    label: 'Front hubs, height',
    quantity: 'lengthMm',
    figure: true,
    min: 100,
    max: 800,
    at: '/chassis/weighing/lifted/hubMm',
  },
];

/** The height of the centre of mass from the front axle weighed again with the rear lifted. */
function Lifted({ chassis, onWeighing }: { chassis: Chassis; onWeighing: (next: Weighing) => void }) {
  const { weighing } = chassis;
  const [fault, setFault] = useState<string>();
  const keep = (lifted: Lift | undefined) => {
    setFault(undefined);
    const { lifted: _old, ...rest } = weighing;
    if (!lifted) return onWeighing(rest);
    try {
      const comZMm = heightByLifting(chassis, lifted);
      if (!comZMm) setFault('The height follows once both axles are weighed level and the wheelbase is entered.');
      onWeighing({ ...rest, lifted, ...(comZMm ? { comZMm } : {}) });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      setFault(error.message);
    }
  };
  return (
    <>
      <WholeForm
        name="lifted"
        title="Height by lifting: block the springs, lift the rear by its hubs, weigh the front again"
        fields={LIFT}
        stored={weighing.lifted}
        onKeep={keep}
      />
      {fault && (
        <p role="alert" className="fault">
          {fault}
        </p>
      )}
      <p className="small muted">
        Stay clear of a car lifted at one end: chock the wheels, fit axle stands, then measure.
      </p>
    </>
  );
}

/** How the car was weighed before, each against how it stands now. */
function Earlier({ chassis, onChange }: { chassis: Chassis; onChange: (more: Partial<Chassis>) => void }) {
  const { weighing, earlierWeighings = [] } = chassis;
  const known = weighing.frontKg !== undefined || weighing.rearKg !== undefined;
  const put = (next: typeof earlierWeighings) => onChange({ earlierWeighings: next });
  return (
    <>
      <div className="row" style={{ marginTop: 16 }}>
        <Button
          disabled={!known || earlierWeighings.length >= MOST_EARLIER}
          onClick={() =>
            put([
              ...earlierWeighings,
              {
                id: `w-${Math.random().toString(36).slice(2, 8)}`,
                when: new Date().toISOString().slice(0, 10),
                weighing,
              },
            ])
          }
        >
          Keep and weigh again
        </Button>
        <span className="small muted">Before and after strip-down, or with the new engine in: both stay.</span>
      </div>
      {earlierWeighings.length > 0 && (
        <table className={layout['figures']} style={{ marginTop: 10 }}>
          <thead>
            <tr>
              <th scope="col">Weighed before</th>
              <th scope="col">Front</th>
              <th scope="col">Rear</th>
              <th scope="col">Since then</th>
              <th scope="col">
                <span className="visually-hidden">Delete</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {earlierWeighings.map((e) => (
              <tr key={e.id}>
                <th scope="row">
                  until {e.when}
                  {e.weighing.aboard && <small className="muted"> {e.weighing.aboard}</small>}
                </th>
                <td className="r num">
                  <Plain value={e.weighing.frontKg?.value} quantity="massKg" />
                </td>
                <td className="r num">
                  <Plain value={e.weighing.rearKg?.value} quantity="massKg" />
                </td>
                <td className="r num">
                  <Plain value={weighingChange(e.weighing, weighing).totalKg} quantity="massKg" signed />
                </td>
                <td>
                  <Button
                    aria-label={`Delete the weighing until ${e.when}`}
                    onClick={() => put(earlierWeighings.filter((x) => x.id !== e.id))}
                  >
                    Delete
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** Four pads; nothing is stored before each of them has been read. */
function Corners({ corners, onCorners }: { corners: FourPads | undefined; onCorners: (corners: FourPads) => void }) {
  const { build } = useBuild();
  const [begun, setBegun] = useKept<Partial<FourPads>>(`sable-begun/${build.id}/corners`, NOTHING);
  const now: Partial<FourPads> = corners ?? begun;
  return (
    <>
      <div className={`${layout['form-grid']} ${css['corners']}`}>
        {CORNERS.map(([key, label]) => (
          <QuantityField
            key={key}
            label={label}
            quantity="massKg"
            digits={1}
            value={now[key]?.value}
            min={1}
            max={3000}
            onCommit={(v) => {
              if (v === undefined) return;
              const next = {
                ...now,
                [key]: { plusMinus: PAD_KG, ...now[key], value: v, evidence: 'measured' as const },
              };
              if (CORNERS.every(([k]) => next[k])) {
                setBegun(NOTHING);
                onCorners(next as FourPads);
              } else setBegun(next);
            }}
          />
        ))}
      </div>
      {!corners && (
        <p className="small muted" style={{ marginTop: 6 }}>
          {CORNERS.filter(([k]) => !now[k])
            .map(([, label]) => label.toLowerCase())
            .join(', ')}{' '}
          missing: waits in this browser, kept in the survey once all four are read.
        </p>
      )}
    </>
  );
}

function CornerWords({ chassis, corners }: { chassis: Chassis; corners: FourPads }) {
  const { comYMm, crossPct } = fromCorners(corners, chassis.trackFrontMm?.value, chassis.trackRearMm?.value);
  return (
    <>
      {': front '}
      <Plain value={chassis.weighing.frontKg?.value} quantity="massKg" />, rear{' '}
      <Plain value={chassis.weighing.rearKg?.value} quantity="massKg" />
      {comYMm && (
        <>
          , centre <Plain value={Math.abs(comYMm.value)} quantity="lengthMm" /> {comYMm.value >= 0 ? 'left' : 'right'}{' '}
          of the middle
        </>
      )}
      . Cross weight <Plain value={crossPct} quantity="percent" digits={1} />
    </>
  );
}
