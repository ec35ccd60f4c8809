import { VIEWS, type View } from '@sable/core/formats/drawing';
import { bayOf, clearances, placedSolids, type PairClearance } from '@sable/core/questions/fit';
import { movementOf, typicalMovement } from '@sable/core/questions/mounts';
import { moved, poseOf } from '@sable/core/geometry';
import { resolveSubject, settingOf, type Placement } from '@sable/core';
import { seeded } from '@sable/core/units';
import { library, tug } from '../../../../core/test/demo.ts';
import { overlap } from '../../pieces/labels.ts';
import { frameOf, worthSeeing } from './frame.ts';
import { gapBoxes } from './gapBoxes.ts';
import { cellState } from './matrixState.ts';
import { USUAL } from './routeKinds.ts';

const NOWHERE: Placement = { xMm: 0, yMm: 0, zMm: 0, yawDeg: 0, pitchDeg: 0, cantDeg: 0 };
const candidate = tug.candidates.find((c) => c.id === 'b')!;
const subject = resolveSubject(settingOf(tug), candidate, library).subject!;
const solids = placedSolids(subject, NOWHERE);
const bay = bayOf(tug.chassis!.obstacles, candidate, subject.parts);
const at = candidate.placement;
const box = worthSeeing(solids, bay, at);
const PANES = [
  [640, 360],
  [320, 700],
  [1200, 200],
  [90, 90],
] as const;

describe('what is worth seeing', () => {
  test('all of the powertrain is in it, wherever it stands', () => {
    const random = seeded(3);
    for (let n = 0; n < 20; n++) {
      const there = {
        ...at,
        xMm: at.xMm + random() * 400 - 200,
        zMm: at.zMm + random() * 200,
        pitchDeg: random() * 6 - 3,
      };
      const seen = worthSeeing(solids, bay, there);
      for (const { convex } of solids) {
        const b = moved(convex, poseOf(there)).bounds;
        for (let k = 0; k < 3; k++) {
          expect(seen[k]!).toBeLessThanOrEqual(b[k]!);
          expect(seen[k + 3]!).toBeGreaterThanOrEqual(b[k + 3]!);
        }
      }
    }
  });
  test('the ground is in it, and the bonnet’s top', () => {
    expect(box[2]!).toBeLessThan(0);
    const bonnet = bay.find((b) => b.obstacle.role === 'bonnet')!;
    expect(box[5]!).toBeGreaterThan(bonnet.convex.bounds[5]!);
  });
});

describe('a view’s frame', () => {
  const cases = VIEWS.flatMap((view) => PANES.map(([w, h]) => [view.key, w, h, view] as const));
  test.each(cases)('%s on %d by %d px shows the whole box at one scale', (_, w, h, view) => {
    const frame = frameOf(view, box, w, h);
    for (const x of [box[0]!, box[3]!])
      for (const y of [box[1]!, box[4]!])
        for (const z of [box[2]!, box[5]!]) {
          const [u, v] = view.flat(x, y, z);
          expect(u).toBeGreaterThanOrEqual(frame.x - 1e-6);
          expect(u).toBeLessThanOrEqual(frame.x + frame.w + 1e-6);
          expect(v).toBeGreaterThanOrEqual(frame.y - 1e-6);
          expect(v).toBeLessThanOrEqual(frame.y + frame.h + 1e-6);
        }
    expect(frame.w * frame.scale).toBeCloseTo(w, 6);
    expect(frame.h * frame.scale).toBeCloseTo(h, 6);
  });
  test.each(cases)('%s on %d by %d px is filled one way or the other', (_, w, h, view) => {
    const frame = frameOf(view, box, w, h);
    const a = view.flat(box[0]!, box[1]!, box[2]!);
    const b = view.flat(box[3]!, box[4]!, box[5]!);
    const tight = Math.min(frame.w / Math.abs(a[0] - b[0]), frame.h / Math.abs(a[1] - b[1]));
    expect(tight).toBeCloseTo(1, 6);
  });
});

describe('boxed gaps', () => {
  const placed = solids.map((s) => ({ ...s, convex: moved(s.convex, poseOf(at)) }));
  const gaps: readonly PairClearance[] = clearances(
    placed,
    bay.filter((b) => b.obstacle.role !== 'reach zone'),
    movementOf(typicalMovement(candidate)),
  );
  const word = (g: PairClearance) => `${Math.round(g.gapMm)}`;
  const boxesOf = (view: View, px = 2, names: Parameters<typeof gapBoxes>[4] = []) =>
    gapBoxes(view, gaps, frameOf(view, box, 640, 400), px, names, word);
  const spanOf = (b: ReturnType<typeof boxesOf>[number], px: number) => {
    const half = { w: (b.text.length * 7 + 12) * 0.5 * px, h: 11 * px };
    return { x0: b.at[0] - half.w, x1: b.at[0] + half.w, y0: b.at[1] - half.h, y1: b.at[1] + half.h };
  };

  test('each gap is boxed in one view at most', () => {
    const seen = VIEWS.flatMap((v) => boxesOf(v).map((b) => b.gap));
    expect(seen.length).toBeGreaterThan(2);
    expect(new Set(seen).size).toBe(seen.length);
  });
  test.each(VIEWS.map((v) => [v.key, v] as const))(
    'no box covers another in the %s, and none leaves the frame',
    (_, view) => {
      for (const px of [0.8, 2, 5]) {
        const frame = frameOf(view, box, 640, 400);
        const spans = boxesOf(view, px).map((b) => spanOf(b, px));
        spans.forEach((a, i) => {
          expect(a.x0).toBeGreaterThan(frame.x);
          expect(a.x1).toBeLessThan(frame.x + frame.w);
          for (const b of spans.slice(i + 1)) expect(overlap(a, b)).toBeFalsy();
        });
      }
    },
  );
  test('a box gives way to a name where it can', () => {
    const view = VIEWS.find((v) => boxesOf(v).length > 0)!;
    const [first] = boxesOf(view);
    const name = spanOf(first!, 2);
    const given = boxesOf(view, 2, [name]).find((b) => b.gap === first!.gap)!;
    expect(overlap(spanOf(given, 2), name)).toBeFalsy();
  });
  test('the leader runs between the two points that the gap lies between', () => {
    for (const view of VIEWS)
      for (const b of boxesOf(view)) {
        expect(b.from).toEqual(view.flat(...b.gap.witnessPart));
        expect(b.to).toEqual(view.flat(...b.gap.witnessObstacle));
      }
  });
});

test('a pair that nothing is near is clear in the matrix; one that touches is not', () => {
  expect(cellState(undefined)).toBe('clear');
  expect(cellState({ marginMm: -1 } as never)).toBe('blocked');
});

test('what is led through a bay can be bent round its own radius', () => {
  for (const [kind, { diameterMm, leastBendRadiusMm }] of Object.entries(USUAL))
    expect([kind, leastBendRadiusMm >= diameterMm]).toEqual([kind, true]);
});
