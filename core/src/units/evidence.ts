/** Where a figure comes from, best first. */
export const EVIDENCE = ['measured', 'published', 'claimed', 'estimated'] as const;
export type Evidence = (typeof EVIDENCE)[number];

/** Default standard deviation as a share of the value, where a figure states none. */
export const DEFAULT_SCATTER: Record<Evidence, number> = {
  measured: 0.005,
  published: 0.03,
  claimed: 0.12,
  estimated: 0.15,
};

export function worstEvidence(list: readonly Evidence[]): Evidence {
  let worst: Evidence = 'measured';
  for (const e of list) if (EVIDENCE.indexOf(e) > EVIDENCE.indexOf(worst)) worst = e;
  return worst;
}
