import { curveInUse, peaksOf } from '../curve/index.ts';
import { displacementOf } from '../engine/index.ts';
import {
  fieldWords,
  makeFinding,
  quantityOf,
  usualAt,
  type CheckResult,
  type Finding,
  type Step,
  type Subject,
} from '../../model/index.ts';
import { say, type Quantity } from '../../units/index.ts';

/** A figure outside of where such figures lie. */
interface Doubtful {
  readonly pointer: string;
  readonly label: string;
  readonly value: number;
  readonly quantity: Quantity;
  readonly usual: readonly [number, number];
}

/** Mean piston speed at the redline, m/s: from old long strokes to racing engines. */
const PISTON_M_PER_S = [7, 25] as const;
/** Mean effective pressure at the best torque for each bar of the air that goes in: what filling and burning allow. */
const BMEP_BAR = { petrol: [5.5, 13.8], diesel: [4.5, 13] } as const;

/** Looked through once for each row: rows are never changed, only replaced. */
const known = new WeakMap<object, readonly Doubtful[]>();

/** Figures of a thing outside their usual range, wherever they stand in it; `id` of a row of the library. */
function outside(thing: object, kind: string, id?: string): readonly Doubtful[] {
  const before = known.get(thing);
  if (before) return before;
  const found: Doubtful[] = [];
  const walk = (of: unknown, path: string): void => {
    if (typeof of === 'number') {
      const pointer = `${id === undefined ? kind : `${kind}/${id}`}${path}`;
      // What is usual hangs on the kind of thing, not on which one.
      const usual = usualAt(`${kind}${path}`);
      if (!usual || (of >= usual[0] && of <= usual[1])) return;
      const key = pointer.split('/').at(-1)!;
      found.push({ pointer, label: fieldWords(pointer)?.label ?? key, value: of, quantity: quantityOf(key), usual });
    } else if (typeof of === 'object' && of !== null) {
      if ('value' in of && 'evidence' in of) return walk(of.value, path);
      for (const [key, held] of Object.entries(of)) walk(held, `${path}/${key}`);
    }
  };
  walk(thing, '');
  known.set(thing, found);
  return found;
}

/** What follows from several figures of an engine and lies outside of what such engines do. */
function ofEngineAsAWhole({ engine, dressing }: Subject): Doubtful[] {
  const found: Doubtful[] = [];
  const put = (pointer: string, label: string, value: number, quantity: Quantity, usual: readonly [number, number]) => {
    if (value < usual[0] || value > usual[1]) found.push({ pointer, label, value, quantity, usual });
  };
  const { strokeMm, redlineRpm, boreMm, cylinders, fuel, induction, boost } = engine;
  if (strokeMm && redlineRpm)
    put(
      `/engines/${engine.id}/redlineRpm`,
      'mean piston speed at the redline',
      (2 * strokeMm.value * redlineRpm.value) / 60_000,
      'speedMPerS',
      PISTON_M_PER_S,
    );
  const curve = curveInUse(engine, dressing);
  if (curve && strokeMm && boreMm && cylinders && fuel && induction) {
    const { peakTorqueNm } = peaksOf(curve.torque);
    const litres = displacementOf(engine) / 1000;
    // Where nobody has entered the boost of a blown engine nothing can be said.
    const ratio = induction === 'naturally aspirated' ? 1 : boost?.pressureRatio.value;
    if (ratio !== undefined)
      put(
        `/engines/${engine.id}/curves`,
        ratio === 1 ? 'mean effective pressure at its best torque' : 'mean effective pressure for each bar of boost',
        (4 * Math.PI * peakTorqueNm) / (litres * 100) / ratio,
        'pressureBar',
        BMEP_BAR[fuel],
      );
  }
  return found;
}

/**
 * Figures outside of what physics or the trade allows: most often typed in another unit, or one digit short. They are taken as they
 * are and said to be doubtful; the ranges are those that the fields show.
 */
export function assessPlausible(subject: Subject): CheckResult {
  const { chassis, engine, gearbox, parts } = subject;
  const told = (step: Step, about: string, list: readonly Doubtful[]): Finding[] =>
    list.map(({ pointer, label, value, quantity, usual }) => {
      const words = (v: number) => say(v, quantity);
      return makeFinding({
        id: `doubtful-${pointer.slice(1).replaceAll('/', '-')}`,
        state: 'tight',
        step,
        title: `Doubtful figure: ${label} ${words(value)}`,
        because: `Usual are ${words(usual[0])} to ${words(usual[1])}. It is taken as it is: check the unit and the digits.`,
        figure: value,
        limit: value < usual[0] ? usual[0] : usual[1],
        quantity,
        about: [about],
      });
    });
  return {
    checks: [],
    findings: [
      ...(chassis ? told('survey', 'chassis', outside(chassis, '/chassis')) : []),
      ...told('donors', engine.id, [...outside(engine, '/engines', engine.id), ...ofEngineAsAWhole(subject)]),
      ...told('donors', gearbox.id, outside(gearbox, '/gearboxes', gearbox.id)),
      ...parts.flatMap((p) => told('joints', p.id, outside(p, '/parts', p.id))),
    ],
  };
}
