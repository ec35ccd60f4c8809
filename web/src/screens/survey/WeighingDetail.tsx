import type { Chassis } from '@sable/core';
import { fromCorners, type FourPads } from '@sable/core/questions/survey';
import type { Figure } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useKept } from '../../hooks/kept.ts';
import { FigureField } from '../../pieces/FigureField.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { Plain } from '../../pieces/figures.tsx';
import { PadsPanel } from './PadsPanel.tsx';
import { NameField } from './SeatsDetail.tsx';
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

type Weighing = Chassis['weighing'];

/** Axle loads from two axles or four pads, and the lengths that sums about the car rest on. */
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
            Weighed on two axles instead
          </Button>
        </>
      ) : (
        <>
          <div className={fields['figures']}>
            {(['frontKg', 'rearKg'] as const).map((key) => (
              <FigureField
                key={key}
                at={`/chassis/weighing/${key}`}
                label={key === 'frontKg' ? 'Front axle' : 'Rear axle'}
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
            Weighed on four pads
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
          label="What was aboard"
          value={weighing.aboard}
          onCommit={(aboard) => putWeighing({ ...weighing, aboard })}
        />
        <FigureField
          at="/chassis/weighing/fuelL"
          label="Fuel in it"
          quantity="volumeL"
          optional
          value={weighing.fuelL}
          min={0}
          max={500}
          onChange={(f) => putFigure('fuelL', f)}
        />
        <FigureField
          at="/chassis/weighing/comZMm"
          label="Height of the centre of mass"
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
            help="Minus is right; four pads tell it"
            typical={{ value: 0, plusMinus: 20, source: 'typical: near the middle' }}
            onChange={(f) => putFigure('comYMm', f)}
          />
        )}
      </div>
    </section>
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
