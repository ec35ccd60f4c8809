import {
  CAR_THINGS,
  carGaps,
  STATIONS,
  type CarGap,
  TEMPLATES,
  mirrored,
  missingOf,
  otherSideOf,
  templateOf,
  templatesOf,
  withTape,
  type Station,
  type Template,
} from '@sable/core/questions/survey';
import { convexOf } from '@sable/core/geometry';
import type { Chassis, Obstacle, Taped } from '@sable/core';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useFieldFocus, useWantedField } from '../../pieces/fieldFocus.ts';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import { BayDrawing } from './BayDrawing.tsx';
import { BeginSurvey } from './BeginSurvey.tsx';
import { BodyDetail } from './BodyDetail.tsx';
import { CarDetail } from './CarDetail.tsx';
import { CarDrawing } from './CarDrawing.tsx';
import { CarList } from './CarList.tsx';
import { Claims } from './Claims.tsx';
import { DrivelineDetail } from './DrivelineDetail.tsx';
import { FittedDetail } from './FittedDetail.tsx';
import { SeatsDetail } from './SeatsDetail.tsx';
import { SeatsDrawing } from './SeatsDrawing.tsx';
import { ServicesDetail } from './ServicesDetail.tsx';
import { SpringsDetail } from './SpringsDetail.tsx';
import { WeighingDetail } from './WeighingDetail.tsx';
import layout from '../../pieces/layout.module.css';
import css from './survey.module.css';

const CAR = [
  ['car', 'Car and layout'],
  ['fitted', 'Original engine and gearbox'],
  ['weighing', 'Corner weights'],
  ['lumps', 'Removable parts'],
  ['axle', 'Final drive, differential'],
  ['tyres', 'Tyres and wheels'],
  ['springs', 'Springs and brakes'],
  ['driveline', 'Ratings, shaft, radiator'],
  ['systems', 'Steering, fuel, electrics, exhaust'],
  ['condition', 'Shell and history'],
] as const;
const AROUND = [
  ['seats', 'Mounts, shifter, shafts'],
  ['services', 'Connections (electrical, fluid, mechanical)'],
  ['claims', 'Reported fits'],
] as const;

/** What is shown of the car itself; undefined for what stands in the bay. */
function partShown(chosen: string, chassis: Chassis): ReactNode {
  switch (chosen) {
    case 'car':
      return <CarDetail chassis={chassis} />;
    case 'fitted':
      return <FittedDetail chassis={chassis} />;
    case 'weighing':
      return <WeighingDetail chassis={chassis} />;
    case 'lumps':
      return (
        <section>
          <h2>Removable parts</h2>
          <p className="say muted">
            What was in the car when it was weighed: each part with mass and position. What is removed with the engine
            or gearbox is deducted when they change; an empty list leaves the mass unknown.
          </p>
          <CarList name="lumps" chassis={chassis} />
        </section>
      );
    case 'axle':
      return (
        <section>
          <h2>Final drive and differential</h2>
          <p className="say muted">Present ratio and available alternatives.</p>
          <CarList name="axleRatios" chassis={chassis} />
          <CarList name="differentials" chassis={chassis} />
        </section>
      );
    case 'tyres':
      return (
        <section>
          <h2>Tyres and wheels</h2>
          <p className="say muted">The ones on it, and others that are on hand or would be bought.</p>
          <CarList name="tyres" chassis={chassis} />
        </section>
      );
    case 'springs':
      return <SpringsDetail chassis={chassis} />;
    case 'driveline':
      return <DrivelineDetail chassis={chassis} />;
    case 'systems':
      return (
        <section>
          <h2>Steering, fuel, electrics, exhaust</h2>
          <p className="say muted">
            As found: what stays in the car must suit the new engine. Empty fields are unknown.
          </p>
          {(['steering', 'fuelSystem', 'electrics', 'exhaust'] as const).map((name) => (
            <CarList key={name} name={name} chassis={chassis} />
          ))}
        </section>
      );
    case 'condition':
      return (
        <section>
          <h2>Shell and history</h2>
          <p className="say muted">
            Corroded, cut, repaired or reinforced metal: no mount may be fitted on unsound metal. Also record fire,
            accident or an abandoned swap.
          </p>
          <CarList name="shell" chassis={chassis} />
          <CarList name="past" chassis={chassis} />
        </section>
      );
    case 'seats':
      return <SeatsDetail chassis={chassis} />;
    case 'services':
      return <ServicesDetail chassis={chassis} />;
    case 'claims':
      return <Claims chassis={chassis} />;
    default:
      return undefined;
  }
}

/** The car as found: a tape list in the order of walking, and the bay that it builds. */
export function SurveyScreen() {
  const { build } = useBuild();
  return build.chassis ? <Walk chassis={build.chassis} /> : <BeginSurvey />;
}

const PART_OF: Readonly<Record<string, string>> = {
  pinion: 'seats',
  frontPinion: 'seats',
  axleSprocketMm: 'seats',
  pads: 'seats',
  hubs: 'seats',
  shifterAperture: 'seats',
  installFrom: 'seats',
  ports: 'services',
  claims: 'claims',
  weighing: 'weighing',
  originalEngineId: 'fitted',
  originalGearboxId: 'fitted',
  engineAt: 'fitted',
  gearboxAt: 'fitted',
  lumps: 'lumps',
  axleRatios: 'axle',
  differentials: 'axle',
  tyres: 'tyres',
  shell: 'condition',
  past: 'condition',
  earlierWeighings: 'weighing',
  springs: 'springs',
  antiRoll: 'springs',
  controlArms: 'springs',
  steering: 'systems',
  fuelSystem: 'systems',
  electrics: 'systems',
  exhaust: 'systems',
  brakeFrontPct: 'springs',
  brakes: 'springs',
  axleRating: 'driveline',
  propshaft: 'driveline',
  wheelRoom: 'driveline',
  radiator: 'driveline',
  cooling: 'driveline',
  brakesForKw: 'driveline',
  transferLow: 'driveline',
  frontPropshaft: 'driveline',
  halfShaft: 'driveline',
  centreBiasRatio: 'driveline',
};

/** The part of the survey on which a figure is entered. */
function partOf(pointer: string): string | undefined {
  if (!pointer.startsWith('/chassis/')) return undefined;
  const [, , key = '', id] = pointer.split('/');
  if (key === 'tape') return id;
  return PART_OF[key] ?? 'car';
}

function Walk({ chassis }: { chassis: Chassis }) {
  const { build } = useBuild();
  const { save } = useBuildActions();
  const { assessment } = useJudgement();
  const tape = chassis.tape ?? [];
  const first = tape[0]?.id ?? chassis.obstacles[0]?.id ?? 'car';
  const wanted = useWantedField();
  const [chosen, setChosen] = useState<string>((wanted && partOf(wanted)) ?? first);
  useFieldFocus();
  const putTape = (next: readonly Taped[]) => save('chassis', chassis, withTape(chassis, next));
  const freeId = (template: Template): string => {
    const ids = new Set([...tape.map((t) => t.id), ...chassis.obstacles.map((o) => o.id)]);
    let id = template.key;
    for (let n = 2; ids.has(id); n++) id = `${template.key}-${n}`;
    return id;
  };
  const begin = (template: Template) => {
    const id = freeId(template);
    const taped: Taped = {
      id,
      name: template.name,
      template: template.key,
      role: template.role,
      readings: [],
      may: [],
      ...(template.comesOut ? { comesOut: true } : {}),
    };
    putTape([...tape, taped]);
    setChosen(id);
  };
  const otherSide = (of: Taped | undefined) => {
    const twin = of && of.readings.length > 0 ? otherSideOf(of.template) : undefined;
    if (!of || !twin || tape.some((t) => t.template === twin.key)) return undefined;
    return () => {
      const id = freeId(twin);
      putTape([...tape, mirrored(of, id)!]);
      setChosen(id);
    };
  };
  const gaps = carGaps(chassis);
  const ofCar = CAR.some(([key]) => key === chosen);
  const taped = tape.find((t) => t.id === chosen);
  const obstacle = chassis.obstacles.find((o) => o.id === chosen);
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'survey');
  const lacking = tape.reduce((n, t) => n + missingOf(t).length, 0);
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">{ofCar ? carAnswer(chassis, gaps) : bayAnswer(chassis, lacking)}</p>
          <p className="say muted">
            {ofCar
              ? 'Go round the car once with its papers, a tape and two scales. What is empty stays unknown, and says so where it counts.'
              : 'Datums: front axle centreline, level floor, vehicle centreline. Mark them on the floor with a plumb line first. Support the car on axle stands or ramps, never on a jack alone.'}
          </p>
        </div>
        <div className={css['survey']}>
          <Folded of={nameOf(chassis, chosen)} chosen={chosen}>
            <nav aria-label="Measurement list">
              <Parts title="The car" parts={CAR} chosen={chosen} onChoose={setChosen} />
              <AddBody templates={templatesOf(chassis)} onBegin={begin} />
              <Button component={Link} to={`/builds/${build.id}/survey/tape-list`} fullWidth>
                Print measurement list
              </Button>
              <WalkList chassis={chassis} chosen={chosen} onChoose={setChosen} />
              <Parts title="Around the bay" parts={AROUND} chosen={chosen} onChoose={setChosen} />
            </nav>
          </Folded>
          <div className="survey-detail">
            {partShown(chosen, chassis) ?? (
              <BodyDetail
                key={chosen}
                taped={taped}
                obstacle={obstacle}
                onTaped={(next) =>
                  next
                    ? putTape(tape.map((t) => (t.id === next.id ? next : t)))
                    : putTape(tape.filter((t) => t.id !== chosen))
                }
                onOtherSide={otherSide(taped)}
                onObstacle={(next) =>
                  save('chassis', chassis, {
                    ...chassis,
                    obstacles: next
                      ? chassis.obstacles.map((o) => (o.id === next.id ? next : o))
                      : chassis.obstacles.filter((o) => o.id !== chosen),
                  })
                }
              />
            )}
            {ofCar ? (
              <CarDrawing chassis={chassis} />
            ) : chosen === 'seats' ? (
              <SeatsDrawing chassis={chassis} />
            ) : (
              <BayDrawing chassis={chassis} chosen={chosen} />
            )}
          </div>
        </div>
      </div>
      <FindingsColumn
        title="Survey"
        findings={findings}
        none={gaps.length === 0 ? 'All required measurements are complete.' : 'Of the bay nothing is missing.'}
        above={
          <>
            <Gaps gaps={gaps} onChoose={setChosen} />
            <LastChance tape={tape} onChoose={setChosen} />
          </>
        }
      />
    </div>
  );
}

/** What a part of the survey, or a body in the bay, is called. */
function nameOf(chassis: Chassis, chosen: string): string {
  const part = [...CAR, ...AROUND].find(([key]) => key === chosen);
  const body = [...(chassis.tape ?? []), ...chassis.obstacles].find((b) => b.id === chosen);
  return part?.[1] ?? body?.name ?? 'Choose';
}

/** On a phone the list would push what is read out of sight: it folds away behind what is chosen of it. */
function Folded({ of, chosen, children }: { of: string; chosen: string; children: ReactNode }) {
  const narrow = useMediaQuery('(max-width: 720px)', { noSsr: true });
  const [openAt, setOpenAt] = useState<string>();
  if (!narrow) return children;
  return (
    <details
      className={css['choose']}
      open={openAt === chosen}
      onToggle={(e) => setOpenAt(e.currentTarget.open ? chosen : undefined)}
    >
      <summary>
        {of} <small className="muted">show list</small>
      </summary>
      {children}
    </details>
  );
}

const bayAnswer = (chassis: Chassis, lacking: number): string =>
  chassis.obstacles.length === 0
    ? 'No obstacles measured yet'
    : `${chassis.obstacles.length} obstacles in the bay${lacking > 0 ? `, ${lacking === 1 ? '1 measurement' : `${lacking} measurements`} missing` : ''}`;

function carAnswer({ name }: Chassis, gaps: readonly CarGap[]): string {
  if (gaps.length === 0) return `${name}: no input missing`;
  return `${name}: ${CAR_THINGS - gaps.length} of ${CAR_THINGS} things about the car are known`;
}

const GAPS_SHOWN = 5;

/** What is worth entering first about the car, and what it buys. */
function Gaps({ gaps, onChoose }: { gaps: readonly CarGap[]; onChoose: (part: string) => void }) {
  if (gaps.length === 0) return null;
  return (
    <section className={layout['result']}>
      <h3>Missing first</h3>
      <ul className={`small ${css['gaps']}`}>
        {gaps.slice(0, GAPS_SHOWN).map((g) => (
          <li key={g.pointer}>
            <button type="button" className={layout['link']} onClick={() => onChoose(partOf(g.pointer)!)}>
              {g.label}
            </button>
            : {g.buys}
          </li>
        ))}
      </ul>
      {gaps.length > GAPS_SHOWN && <p className="small muted">and {gaps.length - GAPS_SHOWN} more</p>}
    </section>
  );
}

/** Parts of the survey that are no body in the bay. */
function Parts({
  title,
  parts,
  chosen,
  onChoose,
}: {
  title: string;
  parts: readonly (readonly [key: string, title: string])[];
  chosen: string;
  onChoose: (key: string) => void;
}) {
  return (
    <div>
      <h3>{title}</h3>
      <ul>
        {parts.map(([key, name]) => (
          <li key={key}>
            <button type="button" aria-current={chosen === key} onClick={() => onChoose(key)}>
              {name}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Readings that can't be made any more once the old engine is out. */
function LastChance({ tape, onChoose }: { tape: readonly Taped[]; onChoose: (id: string) => void }) {
  const open = tape.flatMap((t) =>
    missingOf(t)
      .filter((m) => m.once)
      .map((m) => ({ taped: t, reading: m })),
  );
  if (open.length === 0) return null;
  return (
    <section className={layout['result']}>
      <h3>Measure before removing the original engine</h3>
      <ul className="small">
        {open.map(({ taped, reading }) => (
          <li key={`${taped.id} ${reading.key}`}>
            <button type="button" className={layout['link']} onClick={() => onChoose(taped.id)}>
              {taped.name}: {reading.name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What there is to measure, to be picked in walking order. */
function AddBody({ templates, onBegin }: { templates: readonly Template[]; onBegin: (template: Template) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  return (
    <>
      <Button variant="contained" color="primary" onClick={(e) => setAnchor(e.currentTarget)} fullWidth>
        Add obstacle
      </Button>
      <Menu anchorEl={anchor ?? null} open={anchor !== undefined} onClose={() => setAnchor(undefined)}>
        {STATIONS.flatMap((station) => [
          <MenuItem key={station} disabled dense sx={{ fontWeight: 600 }}>
            {station}
          </MenuItem>,
          ...templates
            .filter((t) => t.station === station)
            .map((t) => (
              <MenuItem
                key={t.key}
                dense
                onClick={() => {
                  setAnchor(undefined);
                  onBegin(t);
                }}
              >
                {t.name}, {t.readings.length} readings
              </MenuItem>
            )),
        ])}
      </Menu>
    </>
  );
}

/** Where one stands to read a body: as its template says, else by what it is and on which side it lies. */
function stationOf(role: Obstacle['role'], taped: Taped | undefined, right: boolean): Station {
  const known = taped && taped.template !== 'other' ? templateOf(taped.template)?.station : undefined;
  const station = known ?? TEMPLATES.find((t) => t.role === role)?.station ?? 'Inside';
  return known === undefined && station === 'Left wing' && right ? 'Right wing' : station;
}

function WalkList({ chassis, chosen, onChoose }: { chassis: Chassis; chosen: string; onChoose: (id: string) => void }) {
  const groups = useMemo(() => {
    const tape = chassis.tape ?? [];
    const all = [
      ...chassis.obstacles.map((o) => ({
        id: o.id,
        name: o.name,
        role: o.role,
        taped: tape.find((t) => t.id === o.id),
        built: true,
        right: convexOf(o.shape).centre[1]! < 0,
      })),
      ...tape
        .filter((t) => !chassis.obstacles.some((o) => o.id === t.id))
        .map((t) => ({ id: t.id, name: t.name, role: t.role, taped: t, built: false, right: false })),
    ];
    return STATIONS.map((station) => ({
      station,
      bodies: all.filter((b) => stationOf(b.role, b.taped, b.right) === station),
    })).filter((g) => g.bodies.length > 0);
  }, [chassis]);
  return (
    <>
      {groups.map((g) => (
        <section key={g.station}>
          <h3>{g.station}</h3>
          <ul>
            {g.bodies.map((b) => (
              <li key={b.id}>
                <button type="button" aria-current={chosen === b.id} onClick={() => onChoose(b.id)}>
                  <StateMark state={b.built ? 'clear' : 'unknown'} label={false} />
                  <span>{b.name}</span>
                  <small className="muted">
                    {b.taped
                      ? `${b.taped.readings.length} of ${b.taped.readings.length + missingOf(b.taped).length}`
                      : 'entered as a shape'}
                  </small>
                </button>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}
