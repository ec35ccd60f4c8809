import { withPairs, type Candidate, type Chassis, type Gearbox, type Library } from '../../model/index.ts';

/** What is chosen of the gearing: box, pairs in it, final drive, tyre. */
export interface Combo {
  readonly gearboxId: string;
  readonly pairIds: readonly string[];
  readonly finalDrive: number;
  readonly tyreCode: string;
}

export const comboOf = (c: Candidate): Combo => ({
  gearboxId: c.gearboxId,
  pairIds: [...(c.pairIds ?? [])].sort(),
  finalDrive: c.finalDrive,
  tyreCode: c.tyreCode,
});

/** The candidate with that gearing. Pairs that belong to another box leave it. */
export function withCombo(candidate: Candidate, combo: Combo): Candidate {
  const { pairIds: _gone, torqueLimits, ...rest } = candidate;
  return {
    ...rest,
    gearboxId: combo.gearboxId,
    finalDrive: combo.finalDrive,
    tyreCode: combo.tyreCode,
    ...(combo.pairIds.length > 0 ? { pairIds: [...combo.pairIds] } : {}),
    // A limit was put to one box's gears.
    ...(torqueLimits && combo.gearboxId === candidate.gearboxId ? { torqueLimits } : {}),
  };
}

export const sameCombo = (a: Combo, b: Combo): boolean =>
  a.gearboxId === b.gearboxId &&
  a.tyreCode === b.tyreCode &&
  Math.abs(a.finalDrive - b.finalDrive) < 1e-6 &&
  a.pairIds.join(' ') === b.pairIds.join(' ');

/** Every way to put pairs into a box: one pair a gear at most. */
function pairSets(gearbox: Gearbox): string[][] {
  let sets: string[][] = [[]];
  const gears = new Set((gearbox.pairs ?? []).map((p) => p.gear));
  for (const gear of gears) {
    const of = gearbox.pairs!.filter((p) => p.gear === gear);
    sets = sets.flatMap((s) => [s, ...of.map((p) => [...s, p.id])]);
  }
  return sets.map((s) => s.sort()).filter((s) => rising(withPairs(gearbox, s)));
}

/** A lower gear never taller than the next one up. */
const rising = (box: Gearbox): boolean => box.ratios.every((r, i) => i === 0 || r < box.ratios[i - 1]!);

/** Boxes of the same layout that are offered: with or without the final drive inside. */
export function boxesOf(library: Library, current: Gearbox): Gearbox[] {
  const inside = current.finalDriveInside !== undefined;
  return library.gearboxes.filter(
    (g) =>
      g.id === current.id ||
      // A box with no price is in somebody's car, not on offer.
      (!g.retired && (g.price?.high ?? 0) > 0 && (g.finalDriveInside !== undefined) === inside),
  );
}

/** Every final drive × tyre × gear set on offer: in the box chosen, or in every box of its layout. */
export function combosOf(
  chassis: Chassis,
  library: Library,
  candidate: Candidate,
  scope: 'this gearbox' | 'every gearbox',
): Combo[] {
  const current = library.gearboxes.find((g) => g.id === candidate.gearboxId);
  if (!current) return [];
  const boxes = scope === 'this gearbox' ? [current] : boxesOf(library, current);
  const drives = (g: Gearbox) =>
    g.finalDriveInside === undefined ? chassis.axleRatios.map((a) => a.ratio) : [g.finalDriveInside];
  return boxes.flatMap((g) =>
    pairSets(g).flatMap((pairIds) =>
      drives(g).flatMap((finalDrive) =>
        chassis.tyres.map((t) => ({ gearboxId: g.id, pairIds, finalDrive, tyreCode: t.code })),
      ),
    ),
  );
}
