import {
  STATIONS,
  TEMPLATES,
  missingOf,
  templateOf,
  withTape,
  type Station,
  type Template,
} from '@sable/core/questions/survey';
import { convexOf } from '@sable/core/geometry';
import type { Chassis, Obstacle, Taped } from '@sable/core';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useMemo, useState } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useFieldFocus, useWantedField } from '../../pieces/fieldFocus.ts';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import { BayDrawing } from './BayDrawing.tsx';
import { BeginSurvey } from './BeginSurvey.tsx';
import { BodyDetail } from './BodyDetail.tsx';
import { Claims } from './Claims.tsx';
import { SeatsDetail } from './SeatsDetail.tsx';
import { ServicesDetail } from './ServicesDetail.tsx';
import { WeighingDetail } from './WeighingDetail.tsx';
import layout from '../../pieces/layout.module.css';
import css from './survey.module.css';

const FIXED = [
  ['seats', 'Pads, shifter hole, shafts'],
  ['services', 'Plugs and services'],
  ['weighing', 'Weighing and the car'],
  ['claims', 'What others say fits'],
] as const;

/** The car as found: a tape list in the order of walking, and the bay that it builds. */
export function SurveyScreen() {
  const { build } = useBuild();
  return build.chassis ? <Walk chassis={build.chassis} /> : <BeginSurvey />;
}

/** The part of the survey on which a figure is entered. */
function partOf(pointer: string): string | undefined {
  if (!pointer.startsWith('/chassis/')) return undefined;
  if (/^\/chassis\/(pinion|pads|hubs|shifterAperture)\b/.test(pointer)) return 'seats';
  return pointer.startsWith('/chassis/ports') ? 'services' : 'weighing';
}

function Walk({ chassis }: { chassis: Chassis }) {
  const { save } = useBuildActions();
  const { assessment } = useJudgement();
  const tape = chassis.tape ?? [];
  const first = tape[0]?.id ?? chassis.obstacles[0]?.id ?? 'seats';
  const wanted = useWantedField();
  const [chosen, setChosen] = useState<string>((wanted && partOf(wanted)) ?? first);
  useFieldFocus();
  const putTape = (next: readonly Taped[]) => save('chassis', chassis, withTape(chassis, next));
  const begin = (template: Template) => {
    const ids = new Set([...tape.map((t) => t.id), ...chassis.obstacles.map((o) => o.id)]);
    let id = template.key;
    for (let n = 2; ids.has(id); n++) id = `${template.key}-${n}`;
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
  const taped = tape.find((t) => t.id === chosen);
  const obstacle = chassis.obstacles.find((o) => o.id === chosen);
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'survey');
  const lacking = tape.reduce((n, t) => n + missingOf(t).length, 0);
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {chassis.obstacles.length === 0
              ? 'The bay is empty so far'
              : `${chassis.obstacles.length} bodies stand in the bay${lacking > 0 ? `, ${lacking === 1 ? 'one reading is' : `${lacking} readings are`} still missing` : ''}`}
          </p>
          <p className="say muted">
            Axle line, level floor and the middle of the car are what everything is read from: plumb them first and
            chalk them down. Car on stands or ramps, never on a jack alone.
          </p>
        </div>
        <div className={css['survey']}>
          <nav aria-label="Tape list">
            <AddBody onBegin={begin} />
            <WalkList chassis={chassis} chosen={chosen} onChoose={setChosen} />
            <ul>
              {FIXED.map(([key, title]) => (
                <li key={key}>
                  <button type="button" aria-current={chosen === key} onClick={() => setChosen(key)}>
                    {title}
                  </button>
                </li>
              ))}
            </ul>
          </nav>
          <div className="survey-detail">
            {chosen === 'seats' ? (
              <SeatsDetail chassis={chassis} />
            ) : chosen === 'services' ? (
              <ServicesDetail chassis={chassis} />
            ) : chosen === 'weighing' ? (
              <WeighingDetail chassis={chassis} />
            ) : chosen === 'claims' ? (
              <Claims chassis={chassis} />
            ) : (
              <BodyDetail
                key={chosen}
                taped={taped}
                obstacle={obstacle}
                onTaped={(next) =>
                  next
                    ? putTape(tape.map((t) => (t.id === next.id ? next : t)))
                    : putTape(tape.filter((t) => t.id !== chosen))
                }
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
            <BayDrawing chassis={chassis} chosen={chosen} />
          </div>
        </div>
      </div>
      <FindingsColumn
        title="Survey"
        findings={findings}
        none="Nothing that the sums rest on is missing."
        above={<LastChance tape={tape} onChoose={setChosen} />}
      />
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
      <h3>Before the old engine comes out</h3>
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
function AddBody({ onBegin }: { onBegin: (template: Template) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  return (
    <>
      <Button variant="contained" color="primary" onClick={(e) => setAnchor(e.currentTarget)} fullWidth>
        Measure something
      </Button>
      <Menu anchorEl={anchor ?? null} open={anchor !== undefined} onClose={() => setAnchor(undefined)}>
        {STATIONS.flatMap((station) => [
          <MenuItem key={station} disabled dense sx={{ fontWeight: 600 }}>
            {station}
          </MenuItem>,
          ...TEMPLATES.filter((t) => t.station === station).map((t) => (
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
                      : 'as a body'}
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
