import {
  costOfPart,
  findingOf,
  makeCheck,
  makeFinding,
  staysPut,
  worstState,
  type Check,
  type CheckId,
  type CheckResult,
  type Finding,
  type Remedy,
  type State,
  type Subject,
} from '../../model/index.ts';
import { say, type Figure } from '../../units/index.ts';
import { tyreOf } from '../gearing/index.ts';
import { alternatorAmps, drawnBy, givenAt } from './budget.ts';
import { circuitsOf, consumersNotEntered, type JudgedCircuit } from './circuits.ts';
import { placeFindings } from './placeFindings.ts';
import { plugsOf, scheduleOf, type PinRow, type PlacedPlug, type Schedule } from './pins.ts';
import { tuningFindings } from './tuning.ts';

const STEP = { step: 'wiring' } as const;
/** So many names stand in a sentence. */
const NAMED = 5;
/** Of a circuit that lacks more than these its title names none. */
const SOME = 3;
const BATTERY_SHARE = 0.5;
/** Carried by the battery for so long, an idle that draws more than it is given stops nobody. */
const CARRIED_MIN = 30;

/** Whether every pin is spoken for, every circuit has wire, fuse and ground, and the alternator feeds them all. */
export function assessWiring(subject: Subject): CheckResult {
  const { candidate } = subject;
  const schedule = scheduleOf(plugsOf(subject), candidate.wiring);
  const circuits = circuitsOf(subject);
  // What stays in the car with its loom is wired as it was found, until somebody enters how.
  if (!candidate.wiring && staysPut(subject))
    return {
      checks: [],
      findings: [
        makeFinding({
          ...STEP,
          id: 'wiring-as-found',
          state: 'clear',
          title: 'Original loom kept',
          because: 'Engine and gearbox stay in the car as they were, and their wires with them.',
          about: [candidate.id],
        }),
      ],
    };
  const findings = [
    ...planFindings(subject),
    ...plugFindings(subject, schedule),
    ...circuitFindings(subject, circuits),
    ...placeFindings(subject),
    ...speedoFindings(subject),
  ];
  const open = schedule.rows.filter((r) => r.state.how === 'open');
  const unplugged = findings.some((f) => f.id === 'wiring-plugs');
  const pins = makeCheck({
    ...STEP,
    id: 'open-pins',
    group: 'Wiring',
    title: 'Open pins',
    quantity: 'count',
    figure: unplugged ? undefined : { value: open.length, plusMinus: 0, evidence: 'published', from: [] },
    limitKind: 'at most',
    limit: 0,
    span: 8,
    state: worstState(
      findings.filter((f) => f.id.startsWith('pins-') || f.id.startsWith('wiring-')).map((f) => f.state),
    ),
    because: unplugged
      ? 'Not all plugs are entered.'
      : open.length === 0
        ? `All ${schedule.rows.length} pins are connected or unused on purpose.`
        : `${open.length} of ${schedule.rows.length} pins are neither connected nor marked unused.`,
  });
  const currents = (['idle', 'cruise'] as const).map((when) => currentCheck(subject, circuits, when));
  return {
    checks: [pins, ...currents],
    findings: [...findings, ...currentFindings(subject, currents, circuits), ...tuningFindings(subject)],
  };
}

function planFindings({ candidate }: Subject): Finding[] {
  const { wiring } = candidate;
  if (wiring?.plan === undefined)
    return [
      makeFinding({
        ...STEP,
        id: 'wiring-plan',
        state: 'unknown',
        title: 'How it is wired is not decided',
        because: 'Merged looms, an adapter loom or a standalone computer: each costs other money, hours and risk.',
        about: [candidate.id],
        missing: [`/candidates/${candidate.id}/wiring/plan`],
      }),
    ];
  return [];
}

const listed = (names: readonly string[]): string =>
  names.length <= NAMED ? names.join(', ') : `${names.slice(0, NAMED).join(', ')} and ${names.length - NAMED} more`;
const pinWords = ({ pin, fn }: PinRow): string => (fn ? `${pin.pin} ${fn.label}` : pin.pin);

function plugFindings({ engine, chassis, candidate }: Subject, { rows, stale }: Schedule): Finding[] {
  const has = (side: readonly PlacedPlug['owner'][]) => rows.some((r) => side.includes(r.plug.owner));
  const without = [
    ...(has(['engine']) ? [] : [{ of: `the ${engine.shortName}`, at: `/engines/${engine.id}/plugs` }]),
    ...(has(['car']) ? [] : [{ of: chassis?.name ?? 'the car', at: '/chassis/plugs' }]),
  ];
  const findings: Finding[] = [];
  if (without.length > 0)
    findings.push(
      makeFinding({
        ...STEP,
        id: 'wiring-plugs',
        state: 'unknown',
        title: `No plugs of ${without.map((w) => w.of).join(' and of ')} are entered`,
        because: 'Both sides must be known before wires can be matched: pin, colour, function.',
        about: [candidate.id],
        missing: without.map((w) => w.at),
      }),
    );
  const byPlug = new Map<PlacedPlug, PinRow[]>();
  for (const row of rows) byPlug.set(row.plug, [...(byPlug.get(row.plug) ?? []), row]);
  for (const [plug, of] of byPlug) {
    const open = of.filter((r) => r.state.how === 'open');
    const wrong = open.filter((r) => r.state.how === 'open' && r.state.because !== undefined);
    const undecided = open.length > wrong.length;
    const state = worstState([
      ...wrong.map((r): State => (r.state.how === 'open' ? (r.state.because?.state ?? 'unknown') : 'clear')),
      ...(undecided ? (['unknown'] as const) : []),
    ]);
    findings.push(
      makeFinding({
        ...STEP,
        id: `pins-${plug.key}`,
        state,
        title:
          open.length === 0
            ? `${plug.plug.name}: all ${of.length} pins are in use`
            : `${plug.plug.name}: ${open.length} of ${of.length} pins ${open.length === 1 ? 'is' : 'are'} open`,
        because:
          wrong.length > 0
            ? `${wrong
                .slice(0, NAMED)
                .map((r) => `${pinWords(r)}: ${r.state.how === 'open' ? r.state.because?.words : ''}`)
                .join('; ')}.`
            : open.length > 0
              ? `${listed(open.map(pinWords))}.`
              : `A plug of ${plug.of}.`,
        about: [candidate.id],
        missing: state === 'unknown' ? [`/candidates/${candidate.id}/wiring/splices`] : [],
      }),
    );
  }
  if (stale.length > 0)
    findings.push(
      makeFinding({
        ...STEP,
        id: 'wiring-stale',
        state: 'unknown',
        title: `${stale.length} ends of wires lead to pins that are not there`,
        because: `${listed(stale.map((s) => `${s.plug} ${s.pin}`))}. They are of another engine or part, or were taken out of their plug.`,
        about: [candidate.id],
        missing: [`/candidates/${candidate.id}/wiring/splices`],
      }),
    );
  return findings;
}

const LABEL: Readonly<Record<string, string>> = {
  currentAmps: 'its current',
  lengthM: 'its length',
  aroundC: 'how hot it is around it',
  loadedWires: 'number of loaded wires bundled with it',
  backBy: 'how it comes back',
  fuseAmps: 'its fuse',
  ground: 'ground point',
  sizeMm2: 'its wire',
};

function circuitFindings(subject: Subject, circuits: readonly JudgedCircuit[]): Finding[] {
  const { candidate } = subject;
  const at = `/candidates/${candidate.id}/wiring/circuits`;
  const findings = circuits.map(
    ({ circuit, state, says, missing, currentAt, leastMm2, fuseA, dropV, allowedV, derived }) => {
      const index = candidate.wiring?.circuits?.indexOf(circuit) ?? -1;
      const wants = [
        ...(leastMm2 === undefined ? [] : [`${say(leastMm2, 'wireMm2', { digits: leastMm2 < 1 ? 2 : 1 })} at least`]),
        ...(fuseA === undefined ? [] : [`a fuse of ${say(fuseA, 'currentA', { digits: fuseA % 1 === 0 ? 0 : 1 })}`]),
      ];
      return makeFinding({
        ...STEP,
        id: `circuit-${circuit.id}`,
        state,
        title:
          state === 'clear'
            ? `${circuit.name}: wire, fuse and ground sufficient`
            : state === 'unknown'
              ? missing.length > SOME
                ? `${circuit.name}: almost no data entered`
                : `${circuit.name}: not known is ${listed(missing.map((m) => LABEL[m]!))}`
              : `${circuit.name}: ${says[0]}`,
        because: `${dropV === undefined ? '' : `Voltage drop ${say(dropV, 'voltageV')}, permitted ${say(allowedV, 'voltageV')}. `}${
          wants.length > 0
            ? `Required: ${wants.join(' and ')}.`
            : derived
              ? 'Supplied with the fan; not entered.'
              : 'Every feed has a fuse near its source and a proper ground.'
        }`,
        ...(dropV === undefined ? {} : { figure: dropV, limit: allowedV, quantity: 'voltageV' as const }),
        about: [candidate.id],
        missing: missing.map((m) =>
          m === 'currentAmps' && currentAt ? currentAt : index < 0 ? at : `${at}/${index}/${m}`,
        ),
      });
    },
  );
  const none = consumersNotEntered(subject);
  if (none.length > 0)
    findings.push(
      makeFinding({
        ...STEP,
        id: 'circuits-missing',
        state: 'unknown',
        title: `Circuits not entered: ${listed(none.map((c) => c.label.toLowerCase()))}`,
        because: 'What they draw is part of the current budget. Enter each, or say that this car has none.',
        about: [candidate.id],
        missing: [at],
      }),
    );
  return findings;
}

const CHECKS = {
  idle: { id: 'current-idle' as CheckId, title: 'Current at idle' },
  cruise: { id: 'current-cruise' as CheckId, title: 'Current at cruise' },
} as const;

function currentCheck(subject: Subject, circuits: readonly JudgedCircuit[], when: 'idle' | 'cruise') {
  const rated = alternatorAmps(subject);
  const complete = consumersNotEntered(subject).length === 0;
  const figure = drawnBy(circuits, when);
  const given = rated === undefined ? undefined : givenAt(rated, when);
  const battery = subject.chassis?.electrics?.batteryAh;
  const lacks = figure && given !== undefined ? figure.value - given : 0;
  const lastsMin = when === 'idle' && lacks > 0 && battery ? (60 * BATTERY_SHARE * battery) / lacks : undefined;
  const lasts = lastsMin === undefined ? '' : ` Half of the battery supplies the rest for ${say(lastsMin, 'minutes')}.`;
  const carried = lastsMin !== undefined && lastsMin >= CARRIED_MIN;
  return makeCheck({
    ...STEP,
    ...CHECKS[when],
    group: 'Wiring',
    quantity: 'currentA',
    figure,
    limitKind: 'at most',
    ...(given === undefined ? {} : { limit: given }),
    span: 30,
    ...(!complete || given === undefined ? { state: 'unknown' as const } : carried ? { state: 'tight' as const } : {}),
    because:
      given === undefined
        ? 'Alternator rating missing.'
        : `An alternator of ${say(rated!, 'currentA')} delivers ${say(given, 'currentA')}${when === 'idle' ? ' at idle' : ''}.${complete ? '' : ' Not all circuits are entered.'}${lasts}`,
  });
}

/** What the alternator lacks, with one of the library that suits this engine and gives enough. */
function currentFindings(subject: Subject, checks: readonly Check[], circuits: readonly JudgedCircuit[]): Finding[] {
  const { engine, library, candidate } = subject;
  return checks.map((check) => {
    const idle = check.id === 'current-idle';
    const limit = check.limit ?? 0;
    const lacks = (check.value ?? 0) - limit;
    const remedies =
      check.state === 'blocked' || check.state === 'tight'
        ? library.parts
            .filter(
              (p) =>
                !p.retired &&
                p.alternatorAmps !== undefined &&
                givenAt(p.alternatorAmps, idle ? 'idle' : 'cruise') > (check.value ?? 0) &&
                p.requires.every((c) =>
                  c.what === 'engine' ? c.is === engine.id : c.what === 'family' ? c.is === engine.family : false,
                ),
            )
            .map((p): Remedy => ({ ...costOfPart(p, `Fit ${p.name}`), accept: { kind: 'part', partId: p.id } }))
        : [];
    const when = idle ? 'at idle' : 'at cruise';
    return findingOf(
      check,
      check.state === 'unknown'
        ? `Alternator output ${when}: data missing`
        : check.state === 'blocked' || lacks > 0
          ? `Alternator output ${say(lacks, 'currentA')} too low ${when}`
          : check.state === 'tight'
            ? `Alternator output met ${when}, but margin less than uncertainty`
            : `Alternator output sufficient ${when}, ${say(-lacks, 'currentA')} margin`,
      {
        about: [candidate.id],
        remedies,
        missing:
          check.state !== 'unknown'
            ? []
            : check.limit === undefined
              ? [`/engines/${engine.id}/alternatorAmps`]
              : [
                  `/candidates/${candidate.id}/wiring/circuits`,
                  ...circuits.flatMap((c) => (c.current || !c.currentAt ? [] : [c.currentAt])),
                ],
      },
    );
  });
}

/** A speedometer may read high, never low (as most local codes say). */
const READS_RIGHT = 0.01;

function speedoFindings(subject: Subject): Finding[] {
  const { chassis, candidate, gearbox } = subject;
  const was = chassis?.tyres.find((t) => t.fitted);
  const axle = chassis?.axleRatios.find((r) => r.fitted);
  if (!chassis || !was || !axle || gearbox.finalDriveInside !== undefined) return [];
  const radius = (code: string): Figure =>
    tyreOf({
      ...subject,
      candidate: { ...candidate, tyreCode: code },
      tyre: chassis.tyres.find((t) => t.code === code),
    }).rollingRadius;
  const [before, after] = [radius(was.code).value, radius(candidate.tyreCode).value];
  const share = (candidate.finalDrive / axle.ratio) * (before / after) - 1;
  const factor = candidate.wiring?.speedoFactor;
  const left = (1 + share) * (factor ?? 1) - 1;
  if (Math.abs(left) <= READS_RIGHT)
    return factor === undefined
      ? []
      : [
          makeFinding({
            ...STEP,
            id: 'speedo',
            state: 'clear',
            title: `The speedometer reads right with its pulses times ${say(factor, 'number', { digits: 3 })}`,
            because: 'By final drive and tyre against those that it was made for.',
            about: [candidate.id],
          }),
        ];
  return [
    makeFinding({
      ...STEP,
      id: 'speedo',
      state: 'tight',
      title: `The speedometer would read ${say(100 * Math.abs(left), 'percent', { digits: 1 })} ${left < 0 ? 'low' : 'high'}`,
      because: `By final drive and tyre. Set a signal converter to ${say(1 / (1 + share), 'number', { digits: 3 })} times its pulses, or change the drive gear.${left < 0 ? ' Most local codes forbid one that reads low.' : ''}`,
      figure: 100 * left,
      limit: 0,
      quantity: 'percent',
      about: [candidate.id],
    }),
  ];
}
