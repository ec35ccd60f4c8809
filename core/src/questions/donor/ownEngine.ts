import type { Engine, OwnLine, Part, ThreePoint } from '../../model/index.ts';
import { InputError, quadrature, requirePositive, type Figure } from '../../units/index.ts';

/** Torque by displacement with the same head and intake: what the rest of the breathing takes of it, percent. */
const SCALED_DOUBT_PCT = 4;
/** A curve that nobody gave a doubt. */
const USUAL_CURVE_PCT = 5;
/** Beyond this a bore is a sleeve or another block, mm over. */
const MOST_OVER_MM = 6;

const names = (text: string) => text.slice(0, 120);

/** A figure that follows from another by a factor: no better known than estimated. */
const scaled = (figure: Figure, value: number): Figure => ({
  value,
  ...(figure.plusMinus === undefined ? {} : { plusMinus: figure.plusMinus * Math.abs(value / figure.value) }),
  evidence: 'estimated',
});

/**
 * An engine bored out, as a row of the library of its own: outside it is the one it was made from. Its torque goes with its displacement, for
 * head, cams and intake stay; its compression with the swept volume over an unchanged chamber. All else is kept. Bore in mm.
 * @throws InputError where bore or stroke are not known, or the new bore can't be
 */
export function boredOut(engine: Engine, boreMm: number): Engine {
  requirePositive('/boreMm', boreMm, 'mm');
  const was = engine.boreMm?.value;
  if (was === undefined)
    throw new InputError('/boreMm', `Enter the bore of the ${engine.shortName} first: what it is bored out from.`);
  if (!(boreMm > was))
    throw new InputError('/boreMm', `It must be more than the bore as it is, ${was} mm; it is ${boreMm} mm.`);
  if (boreMm - was > MOST_OVER_MM)
    throw new InputError(
      '/boreMm',
      `${(boreMm - was).toFixed(1)} mm oversize is above the ${MOST_OVER_MM} mm limit of a rebore: enter it as a separate engine.`,
    );
  const ratio = (boreMm / was) ** 2;
  const { price: _price, compressionRatio: squeeze, ...kept } = engine;
  const source = `torque of the ${was} mm bore, by displacement; with the same head and intake fully effective at low and mid rpm, less at high rpm`;
  return {
    ...kept,
    name: names(`${engine.name}, bored to ${boreMm} mm`),
    shortName: `${engine.shortName.slice(0, 14)} +${(boreMm - was).toFixed(1)}`.slice(0, 20),
    boreMm: { value: boreMm, plusMinus: 0.02, evidence: 'estimated' },
    ...(squeeze ? { compressionRatio: scaled(squeeze, 1 + (squeeze.value - 1) * ratio) } : {}),
    curves: engine.curves.map((c) => ({
      ...c,
      name: names(`${c.name}, by displacement`),
      torqueNm: c.torqueNm.map((t) => t * ratio),
      plusMinusPct: quadrature([c.plusMinusPct ?? USUAL_CURVE_PCT, SCALED_DOUBT_PCT]),
      evidence: 'estimated' as const,
      source: source.slice(0, 300),
    })),
    madeFrom: engine.madeFrom ?? engine.id,
  };
}

export interface RebuildWork {
  readonly kit?: ThreePoint | undefined;
  readonly machining?: ThreePoint | undefined;
  /** Out, apart, together and in again. */
  readonly hours?: ThreePoint | undefined;
  readonly boreMm?: number | undefined;
}

/** What goes into an engine that is rebuilt, as a part of the library: with no price or hours where nobody has entered them. */
export function rebuildKit(engine: Engine, { kit, hours, boreMm }: RebuildWork): Omit<Part, 'id'> {
  const n = engine.cylinders;
  const each = (what: string) => (n === undefined ? what : `${what}, ${n}`);
  return {
    name: names(`Rebuild kit, ${engine.name}`),
    class: 'rebuild kit',
    provides: [],
    closes: [],
    requires: [{ what: 'engine', is: engine.id }],
    excludes: [],
    solids: [],
    made: 'one-off',
    // Pistons, shells and gaskets go in where as many came out.
    massKg: { value: 0, plusMinus: 0.5, evidence: 'estimated' },
    ...(kit ? { price: kit } : {}),
    ...(hours ? { hours } : {}),
    rebuilds: {
      of: engine.id,
      holds: [
        each(boreMm === undefined ? 'pistons or rings' : `pistons of ${boreMm} mm with rings`),
        'big end and main shells',
        'gaskets and seals',
        'timing drive',
      ],
    },
  };
}

/** What a machine shop does to it, as a line of the bill: unpriced where nobody has asked one. */
export function machineWork(engine: Engine, { machining, boreMm }: RebuildWork): OwnLine {
  const cylinders = engine.cylinders === undefined ? 'the cylinders' : `${engine.cylinders} cylinders`;
  return {
    id: 'machine-work',
    name:
      boreMm === undefined
        ? `Machine work: hone ${cylinders}, measure crank and block, skim the head`
        : `Machine work: bore and hone ${cylinders} to ${boreMm} mm, measure crank and walls, skim the head`,
    class: 'outside',
    ...(machining ? { price: machining } : {}),
  };
}
