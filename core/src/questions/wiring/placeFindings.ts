import { makeFinding, type Finding, type MovedSensor, type State, type Subject } from '../../model/index.ts';
import { capital, say } from '../../units/index.ts';
import { fitState } from '../fit/index.ts';
import { heatGap, sensorAt, type HeatGap } from './places.ts';

/** Functions that read the air before the cylinders: what is sprayed there wets them. */
const AIR_SENSORS: ReadonlySet<string> = new Set(['air-temp', 'air-mass', 'air-mass-pulse']);

const hotWords = ({ name, gapMm, needMm }: HeatGap): string =>
  `${say(Math.max(0, gapMm), 'lengthMm')} from the ${name}; required clearance of wires to hot exhaust ${say(needMm, 'lengthMm')}`;

/** Where the computer lies, and how near to what is hot. */
function computerFinding(subject: Subject): Finding[] {
  const { engine, candidate } = subject;
  const standalone = candidate.wiring?.plan === 'standalone computer';
  const name = standalone ? 'standalone computer' : engine.computer?.name;
  if (name === undefined) return [];
  const at = candidate.wiring?.computerAtMm;
  const about = [candidate.id];
  if (!at)
    return [
      makeFinding({
        id: 'computer-place',
        step: 'wiring',
        state: 'unknown',
        title: `Position of the ${name} not decided`,
        because: 'Loom length and protection against heat and water depend on it.',
        about,
        missing: [`/candidates/${candidate.id}/wiring/computerAtMm`],
      }),
    ];
  const gap = candidate.unplaced ? undefined : heatGap(subject, at);
  const state: State = gap ? fitState(gap.gapMm - gap.needMm) : 'unknown';
  return [
    makeFinding({
      id: 'computer-place',
      step: 'wiring',
      state,
      title: !gap
        ? `${capital(name)} near heat: data missing`
        : state === 'clear'
          ? `The ${name} is clear of heat`
          : `The ${name} is too near to the ${gap.name}`,
      because: gap ? `${capital(hotWords(gap))}.` : 'No hot body of this engine is entered, or it is not placed yet.',
      ...(gap ? { figure: gap.gapMm, limit: gap.needMm, quantity: 'lengthMm' as const } : {}),
      about,
      missing: gap
        ? []
        : [candidate.unplaced ? `/candidates/${candidate.id}/placement` : `/engines/${engine.id}/solids`],
    }),
  ];
}

/** What is wrong with where a sensor sits, and what nobody has said of it. */
function sensorFinding(subject: Subject, sensor: MovedSensor, at: string): Finding {
  const { engine } = subject;
  const says: { readonly state: State; readonly words: string; readonly missing?: string }[] = [];
  if (sensor.function === undefined)
    says.push({ state: 'unknown', words: 'measured quantity not entered', missing: `${at}/function` });
  else if (AIR_SENSORS.has(sensor.function)) {
    if (sensor.spray === undefined)
      says.push({
        state: 'unknown',
        words: 'position relative to the spray not entered',
        missing: `${at}/spray`,
      });
    else if (sensor.spray === 'downstream')
      says.push({ state: 'blocked', words: 'downstream of the spray, reads too cold' });
  }
  const place = sensorAt(subject, sensor);
  const gap = place && heatGap(subject, place);
  if (!place) says.push({ state: 'unknown', words: 'position not entered', missing: `${at}/atMm` });
  else if (!gap)
    says.push({
      state: 'unknown',
      words: 'no hot body of this engine entered',
      missing: `/engines/${engine.id}/solids`,
    });
  else if (fitState(gap.gapMm - gap.needMm) !== 'clear')
    says.push({ state: fitState(gap.gapMm - gap.needMm), words: hotWords(gap) });
  if (sensor.wireMm === undefined)
    says.push({ state: 'unknown', words: 'wire length not entered', missing: `${at}/wireMm` });
  const rank: readonly State[] = ['blocked', 'unknown', 'tight'];
  const worst = rank.map((state) => says.find((s) => s.state === state)).find((s) => s !== undefined);
  return makeFinding({
    id: `sensor-${sensor.id}`,
    step: 'wiring',
    state: worst?.state ?? 'clear',
    title: `${sensor.name}: ${worst?.words ?? `${sensor.does}, clear of heat${sensor.spray === 'upstream' ? ', upstream of the spray' : ''}`}`,
    because:
      says.length > 1
        ? `${capital(says.map((s) => s.words).join('; '))}.`
        : gap
          ? `${capital(hotWords(gap))}.`
          : 'Position and wire length are entered.',
    ...(gap ? { figure: gap.gapMm, limit: gap.needMm, quantity: 'lengthMm' as const } : {}),
    about: [subject.candidate.id],
    missing: worst?.state === 'unknown' ? says.flatMap((s) => s.missing ?? []) : [],
  });
}

/** Whether computer and sensors sit where heat and spray leave them alone. */
export function placeFindings(subject: Subject): Finding[] {
  const { candidate } = subject;
  return [
    ...computerFinding(subject),
    ...(candidate.wiring?.sensors ?? []).map((s, i) =>
      sensorFinding(subject, s, `/candidates/${candidate.id}/wiring/sensors/${i}`),
    ),
  ];
}
