import type { Method, Obstacle, Reading, Shape, Taped } from '../../model/index.ts';
import { convexOf } from '../../geometry/index.ts';
import { attempt, InputError, type EntryRange } from '../../units/index.ts';
import { templateOf, type ReadingSpec, type Template } from './obstacleTemplates.ts';

/** What one reading with each method is good for, mm: how far off a careful person’s single reading may be. */
export const METHOD_MM: Readonly<Record<Method, number>> = {
  tape: 2,
  calliper: 0.2,
  laser: 1.5,
  drawing: 3,
  // Bodies are seldom alike on both sides by less; an old or mended car by more.
  'other side': 10,
};

export interface Read {
  readonly mm: number;
  readonly plusMinusMm: number;
  readonly count: number;
  readonly spreadMm: number;
}

/**
 * A length from its takes: their mean, ± half of what they spread, and never less than the method can do. mm
 * @throws InputError when nothing was taken.
 */
export function readOf(reading: Pick<Reading, 'takes' | 'method' | 'key'>): Read {
  const list = reading.takes.map((t) => t.mm);
  if (list.length === 0) throw new InputError(`/${reading.key}`, 'No measurements yet.');
  const mm = list.reduce((s, v) => s + v, 0) / list.length;
  const spreadMm = Math.max(...list) - Math.min(...list);
  return { mm, plusMinusMm: Math.max(METHOD_MM[reading.method], spreadMm / 2), count: list.length, spreadMm };
}

/** What a reading can be, mm: most are read upward or outward and can’t be minus. */
export const takeRange = (spec: Pick<ReadingSpec, 'signed'>): EntryRange => ({
  min: spec.signed ? -10_000 : 0,
  max: 10_000,
});

/** The readings that something taped still lacks, in the order of the list. */
export function missingOf(taped: Pick<Taped, 'template' | 'readings'>): readonly ReadingSpec[] {
  const template = templateOf(taped.template);
  return (template?.readings ?? []).filter((spec) => !taped.readings.some((r) => r.key === spec.key));
}

interface TapedBody {
  readonly shape?: Shape;
  readonly plusMinusMm: number;
  readonly problem?: string;
}
const bodies = new WeakMap<Taped, TapedBody>();

/** The body of something taped; undefined while readings are missing. `problem` says why readings build nothing. */
export function bodyFrom(taped: Taped): TapedBody {
  let body = bodies.get(taped);
  if (!body) {
    body = build(taped);
    bodies.set(taped, body);
  }
  return body;
}

function build(taped: Taped): TapedBody {
  const template = templateOf(taped.template);
  if (!template || missingOf(taped).length > 0) return { plusMinusMm: 0 };
  const reads = new Map(taped.readings.map((r) => [r.key, readOf(r)]));
  const of = (key: string) => reads.get(key)!.mm;
  // A face stands where one reading put it, so the worst reading bounds them all.
  const plusMinusMm = Math.max(...template.readings.map((r) => reads.get(r.key)!.plusMinusMm));
  const tried = attempt(() => {
    const shape = template.shape(of);
    convexOf(shape);
    if (shape.kind === 'box' && shape.sizeMm.some((s) => s < 0.5))
      throw new InputError('/readings', 'Two opposite faces coincide.');
    return shape;
  });
  return tried.ok
    ? { shape: tried.value, plusMinusMm }
    : {
        plusMinusMm,
        problem: `These measurements do not form a closed shape. ${tried.fault.message} Check which of them are swapped.`,
      };
}

/** Something taped as the obstacle that it is; undefined while it can’t be built. */
export function obstacleOf(taped: Taped): Obstacle | undefined {
  const { shape, plusMinusMm } = bodyFrom(taped);
  if (!shape) return undefined;
  const takes = taped.readings.reduce((n, r) => n + r.takes.length, 0);
  const methods = [...new Set(taped.readings.map((r) => r.method))].join(', ');
  return {
    id: taped.id,
    name: taped.name,
    role: taped.role,
    shape,
    plusMinusMm,
    may: taped.may,
    source: `${takes} measurements, ${methods}`,
    ...(taped.engineersWord ? { engineersWord: taped.engineersWord } : {}),
    ...(taped.comesOut ? { comesOut: true } : {}),
    ...(taped.shielded ? { shielded: true } : {}),
  };
}

/** The bay with what was taped built into it: other obstacles stay as they are, a half-taped one is left out. */
export function withTape<C extends { readonly obstacles: readonly Obstacle[]; readonly tape?: readonly Taped[] }>(
  chassis: C,
  tape: readonly Taped[],
): C & { obstacles: Obstacle[]; tape: Taped[] } {
  const was = new Set([...(chassis.tape ?? []), ...tape].map((t) => t.id));
  const built = new Map(tape.map((t) => [t.id, obstacleOf(t)]));
  const kept = chassis.obstacles.flatMap((o) => {
    if (!was.has(o.id)) return [o];
    const now = built.get(o.id);
    built.delete(o.id);
    return now ? [now] : [];
  });
  return { ...chassis, obstacles: [...kept, ...[...built.values()].flatMap((o) => (o ? [o] : []))], tape: [...tape] };
}

const OTHER = { left: 'right', right: 'left' } as const;
const sideOf = (template: string) => /^(.*)-(left|right)$/.exec(template);

/** The template of the same body on the other side of the car; undefined for what has no side. */
export function otherSideOf(template: string): Template | undefined {
  const [, body, side] = sideOf(template) ?? [];
  return body === undefined ? undefined : templateOf(`${body}-${OTHER[side as keyof typeof OTHER]}`);
}

/**
 * Something taped on one side as it would be on the other, by `id`: its readings stand as taken over, with the doubt of that, until each
 * is read there. What may be done to it is asked anew.
 */
export function mirrored(taped: Taped, id: string): Taped | undefined {
  const template = otherSideOf(taped.template);
  if (!template) return undefined;
  return {
    id,
    name: template.name,
    template: template.key,
    role: taped.role,
    readings: taped.readings.map((r) => {
      const { mm } = readOf(r);
      return { key: r.key, method: 'other side', takes: [{ typed: String(Number(mm.toFixed(1))), mm }] };
    }),
    may: [],
    ...(taped.comesOut ? { comesOut: true } : {}),
  };
}

/** A reading with one more take; one taken over from the other side gives way to what is read here. */
export function withTake(
  reading: Reading | undefined,
  key: string,
  method: Method,
  take: Reading['takes'][number],
): Reading {
  const before = reading?.method === 'other side' ? [] : (reading?.takes ?? []);
  return { key, method, takes: [...before, take], ...(reading?.note ? { note: reading.note } : {}) };
}
