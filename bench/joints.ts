import path from 'node:path';
import { bundledCore } from './bundled.ts';
import { round, summary, timed } from './measure.ts';

/** The choice of parts among 120 for 30 joints, with its next two best, and a proof that nothing closes some of them together. */
export async function jointsBench() {
  const { finished, loadHighs, resolveJoints, seeded } = await bundledCore(path.resolve(import.meta.dirname, '..'));
  await loadHighs();
  const next = seeded(17);
  const pick = (n: number) => Math.floor(next() * n);
  const joints = Array.from({ length: 30 }, (_, i) => `j${i}`);
  const parts = Array.from({ length: 120 }, (_, i) => ({
    id: `p${i}`,
    closes: [joints[i % 30]!, ...Array.from({ length: pick(3) }, () => joints[pick(30)]!)],
    cost: 20 + pick(900),
    hours: pick(20),
    massKg: 1 + pick(9),
    requires: next() < 0.2 ? [`p${(i + 1 + pick(118)) % 120}`] : [],
    excludes: next() < 0.3 ? [`p${(i + 1 + pick(118)) % 120}`] : [],
  }));
  const problem = { joints, parts, weights: { cost: 1 }, alternatives: 2 };
  const best = summary(timed(5, 1, () => void finished(resolveJoints(problem))));
  const none = { ...problem, refused: parts.filter((p) => p.closes.includes('j7')).map((p) => p.id) };
  const proof = summary(timed(3, 1, () => void finished(resolveJoints(none))));
  return { best, proof, bestS: round(best.p50Ms / 1000, 2), proofS: round(proof.p50Ms / 1000, 2) };
}
