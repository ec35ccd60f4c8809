import type { BillClass, BillLine } from '../../model/index.ts';
import { pert } from '../../units/index.ts';
import { criticalPath, type PathTask } from './path.ts';

/** The stretches of a swap, each after what it waits for. The hours are those of the bill: nothing is counted twice. */
const STRETCHES = [
  { id: 'out', title: 'Old engine and gearbox out', after: [] },
  { id: 'engine', title: 'New engine and gearbox made ready on the bench', after: [] },
  { id: 'outside', title: 'Outside work', after: [] },
  { id: 'mockup', title: 'Mock-up, position fixed', after: ['out'] },
  { id: 'fit', title: 'Body and bay made to fit', after: ['mockup'] },
  { id: 'mounts', title: 'Mounts and brackets', after: ['mockup'] },
  { id: 'axle', title: 'Axle, shafts and wheels', after: ['out'] },
  { id: 'brakes', title: 'Brakes', after: ['out'] },
  { id: 'in', title: 'Engine and gearbox in', after: ['fit', 'mounts', 'engine', 'outside'] },
  { id: 'services', title: 'Exhaust, cooling, fuel and the joints that are left', after: ['in'] },
  { id: 'wiring', title: 'Wiring', after: ['mockup'] },
  {
    id: 'start',
    title: 'Filled, primed, first start, road test',
    after: ['in', 'services', 'wiring', 'axle', 'brakes'],
  },
  { id: 'last', title: 'Calibration, looks, register', after: ['start'] },
  { id: 'later', title: 'Later, for the later target', after: ['last', 'start'] },
] as const;
export type StretchId = (typeof STRETCHES)[number]['id'];

/** Where two pairs of hands are wanted. */
export const HANDS_WANTED: ReadonlySet<StretchId> = new Set(['out', 'mockup', 'in']);

const BY_CLASS: Readonly<Record<BillClass, StretchId>> = {
  engine: 'engine',
  gearbox: 'engine',
  donor: 'engine',
  dressing: 'engine',
  sum: 'engine',
  part: 'services',
  joint: 'services',
  axle: 'axle',
  tyres: 'axle',
  wiring: 'wiring',
  fit: 'fit',
  outside: 'outside',
  calibration: 'last',
  looks: 'last',
  transport: 'engine',
  fees: 'last',
  event: 'last',
  own: 'services',
  aside: 'services',
  work: 'in',
};
const STANDING: Readonly<Record<string, StretchId>> = {
  'work-out': 'out',
  'work-mockup': 'mockup',
  'work-in': 'in',
  'work-start': 'start',
};
/** Parts by what they are: those of a class that the swap needs before the engine goes in. */
const BY_WORD: readonly (readonly [RegExp, StretchId])[] = [
  [/brake/i, 'brakes'],
  [/mount|crossmember|bracket/i, 'mounts'],
  [/plate|flywheel|clutch|pilot|release|gasket|seal|sump|refresh/i, 'engine'],
  [/propshaft|half shaft|axle|hub|tyre|wheel/i, 'axle'],
  [/loom|harness|computer|signal box|alternator|battery/i, 'wiring'],
];

/** The stretch of work in which a line is wanted. */
export function stretchOf(line: BillLine): StretchId {
  if (line.stage === 'later') return 'later';
  const standing = STANDING[line.id];
  if (standing) return standing;
  if (line.class === 'part' || line.class === 'joint')
    return BY_WORD.find(([pattern]) => pattern.test(line.name))?.[1] ?? 'services';
  return BY_CLASS[line.class];
}

export interface Stretch {
  readonly id: StretchId;
  readonly title: string;
  readonly hours: number;
  readonly lines: readonly BillLine[];
  readonly after: readonly StretchId[];
  readonly critical: boolean;
  readonly slackHours: number;
}

/** What a stretch waits for, of those that have any work; for one that has none, what that waits for. */
function waitsFor(id: StretchId, byStretch: ReadonlyMap<StretchId, unknown>): StretchId[] {
  const { after } = STRETCHES.find((s) => s.id === id)!;
  return [...new Set(after.flatMap((x) => (byStretch.has(x) ? [x] : waitsFor(x, byStretch))))];
}

/** The work of a bill in the order in which one pair of hands does it: what holds up the rest first. */
export function stretchesOf(lines: readonly BillLine[]): Stretch[] {
  const work = lines.filter((l) => l.id !== 'labour');
  const byStretch = new Map<StretchId, BillLine[]>();
  for (const line of work) {
    const of = stretchOf(line);
    byStretch.set(of, [...(byStretch.get(of) ?? []), line]);
  }
  const hoursOf = (id: StretchId) => (byStretch.get(id) ?? []).reduce((s, l) => s + pert(l.hours).mean, 0);
  const tasks: PathTask[] = STRETCHES.map(({ id, after }) => ({ id, after, hours: hoursOf(id) }));
  const { order, slackHours, criticalTasks } = criticalPath(tasks);
  return order.flatMap((id) => {
    const of = STRETCHES.find((s) => s.id === id)!;
    const lines_ = byStretch.get(of.id) ?? [];
    const hours = hoursOf(of.id);
    return lines_.length === 0
      ? []
      : [
          {
            id: of.id,
            title: of.title,
            hours,
            lines: lines_,
            after: waitsFor(id as StretchId, byStretch),
            critical: criticalTasks.includes(id),
            slackHours: slackHours[id]!,
          },
        ];
  });
}
