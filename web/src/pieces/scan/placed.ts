import type { Obstacle, ObstacleRole, PartRole, Solid } from '@sable/core';
import { type Pose, type V3 } from '@sable/core/geometry';
import { placedByThree, type Wrapped } from '@sable/core/geometry/scan';

export type Three = readonly [V3, V3, V3];
export type ScanPlacing = 'three' | 'axes';

/** What a careful hand scan is good for, mm. */
const SCAN_MM = 2;
/** The most that a body’s tolerance may be, mm. */
const MOST_MM = 100;

/** Where a scan goes: as it lies in its file, or with three points of it where they are known to be. Undefined until it is known. */
export function placeOf(
  how: ScanPlacing,
  picked: readonly V3[],
  known: Three,
): (Pose & { readonly missMm: number }) | undefined {
  if (how === 'axes')
    return {
      at: [0, 0, 0],
      turned: [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ],
      missMm: 0,
    };
  if (picked.length !== 3) return undefined;
  try {
    return placedByThree(picked as unknown as Three, known);
  } catch {
    return undefined;
  }
}

/** What a piece is called and what it counts as. */
export interface PieceWords {
  readonly name: string;
  readonly role: string;
}

/** The pieces of a scan where they belong, with ids that nothing else has, each with its tolerance. */
function bodiesOf(
  wrapped: Wrapped,
  { at, turned, missMm }: Pose & { readonly missMm: number },
  words: readonly PieceWords[],
  taken: ReadonlySet<string>,
) {
  let n = 1;
  while ([...taken].some((id) => id.startsWith(`scan-${n}-`))) n++;
  return wrapped.pieces.map((p, i) => ({
    id: `scan-${n}-${i + 1}`,
    name: words[i]!.name,
    shape: {
      kind: 'hull' as const,
      verticesMm: p.verticesMm.map(
        (v): [number, number, number] =>
          [0, 1, 2].map((k) =>
            Number((at[k]! + turned[k]![0] * v[0] + turned[k]![1] * v[1] + turned[k]![2] * v[2]).toFixed(2)),
          ) as [number, number, number],
      ),
    },
    plusMinusMm: Math.min(MOST_MM, Number((SCAN_MM + p.standsOutMm + missMm).toFixed(1))),
  }));
}

type Bodies = Parameters<typeof bodiesOf>;

export const solidsOf = (...of: Bodies): Solid[] =>
  bodiesOf(...of).map((b, i) => ({ ...b, role: of[2][i]!.role as PartRole }));

export const obstaclesOf = (source: string, ...of: Bodies): Obstacle[] =>
  bodiesOf(...of).map((b, i) => ({ ...b, role: of[2][i]!.role as ObstacleRole, may: [], source }));

interface Step {
  readonly pieces: number;
  readonly standsOffMm: number;
}

/** The nearest that was come with each number of pieces, up to what was kept: with more of them allowed it need be no worse. */
export function worthOf(steps: readonly Step[], kept: number): Step[] {
  const nearest = new Map<number, number>();
  for (const s of steps) nearest.set(s.pieces, Math.min(nearest.get(s.pieces) ?? Infinity, s.standsOffMm));
  const rows: Step[] = [];
  for (const [pieces, mm] of [...nearest].sort(([a], [b]) => a - b))
    if (pieces <= kept) rows.push({ pieces, standsOffMm: Math.min(mm, rows.at(-1)?.standsOffMm ?? Infinity) });
  return rows;
}
