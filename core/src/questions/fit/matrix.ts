import {
  makeFinding,
  type DressingOption,
  type Finding,
  type Obstacle,
  type Slot,
  type Solid,
  type Subject,
} from '../../model/index.ts';
import { say } from '../../units/index.ts';
import { bayOf, type BayBody } from './bay.ts';
import { boundsGapSquared, type Convex, convexOf, moved, poseOf, signedDistance } from '../../geometry/index.ts';
import { wayAcross, type Movement } from '../mounts/index.ts';
import { requiredClearance } from './requiredClearance.ts';

export interface MatrixCell {
  readonly marginMm: number;
  readonly gapMm: number;
  readonly ours: string;
  readonly theirs: string;
}

export interface MatrixRow {
  readonly slot: Slot;
  readonly option: DressingOption;
  readonly chosen: boolean;
  /** Against the bay where the engine stands now; undefined where nothing comes near or nothing is measured. */
  readonly bay: MatrixCell | undefined;
  /** By id of the other option; undefined where neither comes near the other, or both came so. */
  readonly against: ReadonlyMap<string, MatrixCell | undefined>;
}

const LOOK_MM = 200;

/**
 * Every dressing of an engine against every dressing of its other slots and against the bay: what fits only with what is
 * seen before it is bought. Margins in mm; options of one slot stand in for each other and are not compared.
 */
export function fitMatrix(subject: Subject, movement: Movement): MatrixRow[] {
  const { engine, candidate, chassis } = subject;
  const pose = poseOf(candidate.placement);
  const bay = bayOf(chassis?.obstacles ?? [], candidate, subject.parts).filter((b) => b.obstacle.role !== 'reach zone');
  const all = engine.slots.flatMap(({ slot, options }) => options.map((option) => ({ slot, option })));
  const rows = all.map(({ slot, option }) => ({
    slot,
    option,
    chosen: subject.dressing.includes(option),
    bay: againstBay(option, bay, (c) => moved(c, pose), movement),
    against: new Map<string, MatrixCell | undefined>(),
  }));
  rows.forEach((row, i) =>
    rows.slice(i + 1).forEach((other) => {
      if (row.slot === other.slot) return;
      // What left the factory together fits together.
      const cell = row.option.stock && other.option.stock ? undefined : between(row.option, other.option);
      row.against.set(other.option.id, cell);
      other.against.set(row.option.id, cell && { ...cell, ours: cell.theirs, theirs: cell.ours });
    }),
  );
  return rows;
}

function tightest(cells: Iterable<MatrixCell>): MatrixCell | undefined {
  let least: MatrixCell | undefined;
  for (const cell of cells) if (!least || cell.marginMm < least.marginMm) least = cell;
  return least;
}

function* pairsOf<A, B>(list: readonly A[], others: readonly B[]): Generator<[A, B]> {
  for (const a of list) for (const b of others) yield [a, b];
}

const compared = new WeakMap<DressingOption, WeakMap<DressingOption, { readonly cell: MatrixCell | undefined }>>();

/** Two options of an engine against each other, looked at once: neither bay nor seat changes it. */
function between(a: DressingOption, b: DressingOption): MatrixCell | undefined {
  const others = compared.get(a) ?? new WeakMap<DressingOption, { readonly cell: MatrixCell | undefined }>();
  compared.set(a, others);
  let known = others.get(b);
  if (!known) others.set(b, (known = { cell: tightestOf(a, b) }));
  return known.cell;
}

function tightestOf(a: DressingOption, b: DressingOption): MatrixCell | undefined {
  const near = function* (): Generator<MatrixCell> {
    for (const [ours, theirs] of pairsOf<Solid, Solid>(a.solids, b.solids)) {
      const p = convexOf(ours.shape, `/${ours.id}`);
      const q = convexOf(theirs.shape, `/${theirs.id}`);
      if (boundsGapSquared(p, q) > LOOK_MM * LOOK_MM) continue;
      const gapMm = signedDistance(p, q).signedDistanceMm;
      // They move together and may be bolted to each other: only an overlap beyond what measuring leaves open is one.
      const doubtMm = ours.plusMinusMm + theirs.plusMinusMm + p.excessMm + q.excessMm;
      yield { gapMm, marginMm: gapMm + doubtMm, ours: ours.name, theirs: theirs.name };
    }
  };
  return tightest(near());
}

function againstBay(
  option: DressingOption,
  bay: readonly BayBody[],
  place: (c: Convex) => Convex,
  movement: Movement,
): MatrixCell | undefined {
  const placed = option.solids.map((solid) => ({ solid, convex: place(convexOf(solid.shape, `/${solid.id}`)) }));
  const near = function* (): Generator<MatrixCell> {
    for (const [{ solid, convex }, body] of pairsOf(placed, bay)) {
      if (boundsGapSquared(convex, body.convex) > LOOK_MM * LOOK_MM) continue;
      const found = signedDistance(convex, body.convex);
      const gapMm = found.signedDistanceMm;
      const moves = movement.at(found.witnessA, wayAcross(found));
      const obstacle: Obstacle = body.obstacle;
      const needed = requiredClearance(solid, obstacle, moves, convex.excessMm + body.convex.excessMm).totalMm;
      yield { gapMm, marginMm: gapMm - needed, ours: solid.name, theirs: obstacle.name };
    }
  };
  return tightest(near());
}

/** Chosen dressings that stand in each other's place, each with the choices of either slot that would not. */
export function dressingClashes(subject: Subject): Finding[] {
  const { slots } = subject.engine;
  const chosen = slots.flatMap(({ slot, options }) =>
    options.filter((o) => subject.dressing.includes(o)).map((option) => ({ slot, option })),
  );
  return chosen.flatMap((a, i) =>
    chosen.slice(i + 1).flatMap((b) => {
      if (a.option.stock && b.option.stock) return [];
      const cell = between(a.option, b.option);
      if (!cell || cell.marginMm >= 0) return [];
      const others = chosen.filter((c) => c !== a && c !== b);
      /** Options of a slot that stand clear of everything else that is chosen. */
      const instead = (slot: Slot, keep: DressingOption) =>
        slots
          .filter((s) => s.slot === slot)
          .flatMap((s) => s.options)
          .filter((o) => o !== a.option && o !== b.option)
          .filter((o) =>
            [keep, ...others.map((c) => c.option)].every(
              (c) => (o.stock && c.stock) || (between(o, c)?.marginMm ?? 0) >= 0,
            ),
          )
          .map((o) => ({
            title: `Fit ${o.name}`,
            cost: o.price.likely,
            hours: o.hours,
            accept: { kind: 'dressing' as const, slot, optionId: o.id },
          }));
      const remedies = [...instead(a.slot, b.option), ...instead(b.slot, a.option)];
      return [
        makeFinding({
          id: `dressing-${a.option.id}-${b.option.id}`,
          state: 'blocked',
          step: 'fit',
          title: `${a.option.name} and ${b.option.name} overlap by ${say(-cell.gapMm, 'lengthMm')}`,
          because: `${cell.ours} against ${cell.theirs}, both on the engine. Not compatible: change one of the two.`,
          figure: cell.gapMm,
          limit: 0,
          quantity: 'lengthMm',
          evidence: 'measured',
          about: [a.option.id, b.option.id],
          remedies,
        }),
      ];
    }),
  );
}
