import type { DressingOption, Obstacle, Slot, Solid, Subject } from '../model/index.ts';
import { bayOf, type BayBody } from './bay.ts';
import { moved, type Convex } from './convex.ts';
import { boundsGapSquared, signedDistance } from './distance.ts';
import { poseOf } from './pose.ts';
import { requiredGap } from './requiredGap.ts';
import { convexOf } from './shape.ts';

/** Two things bolted to the same engine move together: they must not touch, no more. mm */
export const TOGETHER_MM = 3;

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
export function fitMatrix(subject: Subject): MatrixRow[] {
  const { engine, candidate, chassis } = subject;
  const pose = poseOf(candidate.placement);
  const bay = bayOf(chassis?.obstacles ?? [], candidate, subject.parts).filter((b) => b.obstacle.role !== 'reach zone');
  const all = engine.slots.flatMap(({ slot, options }) => options.map((option) => ({ slot, option })));
  const rows = all.map(({ slot, option }) => ({
    slot,
    option,
    chosen: subject.dressing.includes(option),
    bay: againstBay(option, bay, (c) => moved(c, pose), candidate.mountSchool),
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

function between(a: DressingOption, b: DressingOption): MatrixCell | undefined {
  const near = function* (): Generator<MatrixCell> {
    for (const [ours, theirs] of pairsOf<Solid, Solid>(a.solids, b.solids)) {
      const p = convexOf(ours.shape, `/${ours.id}`);
      const q = convexOf(theirs.shape, `/${theirs.id}`);
      if (boundsGapSquared(p, q) > LOOK_MM * LOOK_MM) continue;
      const gapMm = signedDistance(p, q).signedDistanceMm;
      const needed = TOGETHER_MM + p.excessMm + q.excessMm;
      yield { gapMm, marginMm: gapMm - needed, ours: ours.name, theirs: theirs.name };
    }
  };
  return tightest(near());
}

function againstBay(
  option: DressingOption,
  bay: readonly BayBody[],
  place: (c: Convex) => Convex,
  school: Subject['candidate']['mountSchool'],
): MatrixCell | undefined {
  const placed = option.solids.map((solid) => ({ solid, convex: place(convexOf(solid.shape, `/${solid.id}`)) }));
  const near = function* (): Generator<MatrixCell> {
    for (const [{ solid, convex }, body] of pairsOf(placed, bay)) {
      if (boundsGapSquared(convex, body.convex) > LOOK_MM * LOOK_MM) continue;
      const gapMm = signedDistance(convex, body.convex).signedDistanceMm;
      const obstacle: Obstacle = body.obstacle;
      const needed = requiredGap(solid, obstacle, school, convex.excessMm + body.convex.excessMm).totalMm;
      yield { gapMm, marginMm: gapMm - needed, ours: solid.name, theirs: obstacle.name };
    }
  };
  return tightest(near());
}
